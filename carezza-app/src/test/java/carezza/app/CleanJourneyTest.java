package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.pass.Heal;
import java.util.List;
import javafx.scene.input.KeyCode;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Marks are found beside what was healed by hand, looked at by type, and healed in one step. */
public class CleanJourneyTest extends BenchWindow {
  @BeforeClass
  public void openHalfDoneWork() throws Exception {
    window("ilse.jpg");
    open(dir.resolve("ilse.jpg"));
  }

  private List<Heal> heals() {
    return pass("heals").items(Heal.class);
  }

  @Test
  public void whatIsFoundIsHealedAndWhatWasHealedStays() throws Exception {
    List<Heal> was = heals();
    long id = pass("heals").id();
    WaitForAsyncUtils.asyncFx(() -> bench.model().passes().chosen().set(id)).get();
    settle();
    robot.clickOn("#findMarks");
    until(() -> robot.lookup("#offer-1").tryQuery().isPresent());
    WaitForAsyncUtils.waitForFxEvents();
    noWordIsClipped();
    robot.moveTo("#offer-1");
    until(() -> heals().size() > was.size());
    int ofOneType = heals().size();
    robot.push(KeyCode.ESCAPE);
    until(() -> heals().equals(was));
    robot.clickOn("#findMarks");
    choose("#offer-0");
    until(() -> heals().size() > ofOneType);
    settle();
    assertThat(heals().subList(0, was.size())).isEqualTo(was);
    assertThat(heals().size() - was.size()).as("marks left").isBetween(7, 20);
    robot.clickOn("#findMarks");
    until(() -> !bench.model().message().get().isEmpty());
    assertThat(bench.model().message().get()).contains("No mark");
    noWordIsClipped();
    control(KeyCode.Z);
    until(() -> heals().equals(was));
    settle();
  }
}
