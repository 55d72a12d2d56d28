package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Stroke;
import carezza.image.Rect;
import carezza.pass.Pass;
import carezza.reading.Reading;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * The lamp behind a sitter is painted away; patches of light are proposed, some taken off and some
 * painted; what evening takes is given back, and how much of it is chosen on the ladder.
 */
public class ReliefJourneyTest extends BenchWindow {
  @BeforeClass
  public void openAnUntouchedSitter() throws Exception {
    window("tobias.jpg");
    open(dir.resolve("tobias.jpg"));
  }

  private List<Stroke> dabs() {
    return pass("dodge").area().strokes();
  }

  private void brush(double mm) throws Exception {
    WaitForAsyncUtils.asyncFx(() -> bench.model().brush().size(mm)).get();
  }

  private double green(double x, double y) {
    return bench
        .model()
        .picture()
        .get()
        .engine()
        .view(sheet(), () -> false)
        .read(0, new Rect((int) x, (int) y, 1, 1))
        .g()[0];
  }

  @Test
  public void aLampIsPaintedAway() throws Exception {
    double shade = green(1850, 740);
    double curtain = green(1740, 420);
    add("clean", "fill");
    noWordIsClipped();
    brush(72);
    focusPicture();
    robot
        .moveTo(at(1790, 750))
        .press(MouseButton.PRIMARY)
        .moveTo(at(1990, 750))
        .release(MouseButton.PRIMARY);
    until(() -> pass("fill").area().strokes().size() == 1);
    settle();
    assertThat(shade).as("the lamp is bright").isGreaterThan(5 * curtain);
    assertThat(green(1850, 740)).as("now it is curtain").isLessThan(2 * curtain);
  }

  @Test(dependsOnMethods = "aLampIsPaintedAway")
  public void patchesAreProposedAndChangedByHand() throws Exception {
    add("relief", "dodge");
    settle();
    Node colour = robot.lookup("#bar-colour").query();
    assertThat(colour.isDisabled()).isFalse();
    robot.clickOn("#choice-mix-overlay");
    until(colour::isDisabled);
    robot.clickOn("#choice-mix-curves");
    until(() -> !colour.isDisabled());
    settle();
    robot.clickOn("#findPatches");
    until(() -> robot.lookup("#offer-1").tryQuery().isPresent());
    WaitForAsyncUtils.waitForFxEvents();
    noWordIsClipped();
    choose("#offer-0");
    until(() -> dabs().size() > 20);
    settle();
    int found = dabs().size();
    assertThat(found).isLessThanOrEqualTo(200);
    focusPicture();
    brush(12);
    robot.push(KeyCode.N);
    for (int i = 0; i < 3; i++) {
      int n = found + i + 1;
      robot.clickOn(at(dabs().get(i).x(0), dabs().get(i).y(0)));
      until(() -> dabs().size() == n);
    }
    assertThat(dabs().subList(found, found + 3)).noneMatch(s -> s.brush().puts());
    robot.push(KeyCode.N);
    robot.clickOn(at(900, 600));
    until(() -> dabs().size() == found + 4);
    robot.clickOn(at(1000, 620));
    until(() -> dabs().size() == found + 5);
    settle();
    noWordIsClipped();
  }

  private double relief() {
    return bench.model().readings().get().stream()
        .filter(r -> r.name().equals("reliefKept"))
        .mapToDouble(Reading::now)
        .findFirst()
        .orElseThrow();
  }

  @Test(dependsOnMethods = "patchesAreProposedAndChangedByHand")
  public void whatEveningTakesIsGivenBack() throws Exception {
    WaitForAsyncUtils.asyncFx(
            () -> bench.model().passes().change(pass("dodge").id(), p -> p.withOn(false)))
        .get();
    add("even", "twoBands");
    robot.clickOn("#flag-byPigment");
    WaitForAsyncUtils.asyncFx(
            () ->
                bench
                    .model()
                    .passes()
                    .change(pass("twoBands").id(), p -> p.with("evening", 100.0).with("hold", 0.3)))
        .get();
    settle();
    double flat = relief();
    assertThat(flat).isLessThan(97);
    add("relief", "relief");
    settle();
    noWordIsClipped();
    assertThat(relief()).as("given back").isCloseTo(100, within(1.0));
    robot.clickOn("#rung-2");
    until(() -> pass("relief").strength() == 0.4);
    settle();
    assertThat(relief()).as("less of it").isBetween(flat, 99.5);
  }

  /** Mild and strong corrections are kept apart: each pair is one step. */
  @Test(dependsOnMethods = "whatEveningTakesIsGivenBack")
  public void aMildAndAStrongPairAreBegun() throws Exception {
    int before = sheet().passes().size();
    add("relief", "mildPair");
    until(() -> sheet().passes().size() == before + 2);
    add("relief", "strongPair");
    until(() -> sheet().passes().size() == before + 4);
    settle();
    noWordIsClipped();
    List<Pass> all = sheet().passes();
    assertThat(all.subList(before, before + 4))
        .extracting(Pass::name)
        .containsExactly("Dodge, mild", "Burn, mild", "Dodge, strong", "Burn, strong");
    assertThat(all).extracting(Pass::id).doesNotHaveDuplicates();
    control(KeyCode.Z);
    until(() -> sheet().passes().size() == before + 2);
    control(KeyCode.Z);
    until(() -> sheet().passes().size() == before);
  }
}
