package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.pass.Mark;
import carezza.setting.NumberField;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * The size of a split is explained and taken; lines are found, one is left as it is and one drawn;
 * a set of dodge gets a name.
 */
public class EvenJourneyTest extends BenchWindow {
  @BeforeClass
  public void openAnUntouchedSitter() throws Exception {
    window("tobias.jpg");
    open(dir.resolve("tobias.jpg"));
  }

  private List<Mark> lines() {
    return pass("lines").items(Mark.class);
  }

  private double split() {
    return pass("twoBands").value("split");
  }

  @Test
  public void aSizeIsExplainedAndTaken() throws Exception {
    add("even", "twoBands");
    settle();
    double began = split();
    robot.clickOn("#whySplit");
    until(() -> robot.lookup("#weigh").query().isVisible());
    settle();
    noWordIsClipped();
    String told = robot.lookup("#weigh-told").queryAs(Label.class).getText();
    assertThat(told).startsWith("At 2.5 mm").contains("% of the pores");
    Node chart = robot.lookup("#weigh-chart").query();
    assertThat(WaitForAsyncUtils.asyncFx(() -> chart.getBoundsInLocal().getHeight()).get())
        .isGreaterThan(100);
    WaitForAsyncUtils.asyncFx(() -> ((Button) robot.lookup("#weigh-take").query()).fire()).get();
    settle();
    assertThat(split()).isBetween(1.25, 2.25).isLessThan(began);
    assertThat(robot.lookup("#weigh-told").queryAs(Label.class).getText()).isNotEqualTo(told);
    NumberField field = (NumberField) pass("twoBands").settings().field("split");
    assertThat(split()).isBetween(field.min(), field.max());
  }

  @Test(dependsOnMethods = "aSizeIsExplainedAndTaken")
  public void linesAreFoundLeftAndDrawn() throws Exception {
    add("even", "lines");
    settle();
    robot.clickOn("#findLines");
    until(() -> robot.lookup("#offer-1").tryQuery().isPresent());
    WaitForAsyncUtils.waitForFxEvents();
    noWordIsClipped();
    choose("#offer-1");
    until(() -> lines().size() >= 2);
    settle();
    int found = lines().size();
    focusPicture();
    Mark first = lines().get(0);
    var middle = first.path().get(first.path().size() / 2);
    robot.clickOn(at(middle.x(), middle.y()), MouseButton.SECONDARY);
    robot.clickOn("Leave this line as it is");
    until(() -> lines().size() == found - 1);
    assertThat(lines()).doesNotContain(first);
    robot
        .moveTo(at(first.x0(), first.y0() - 4))
        .press(MouseButton.PRIMARY)
        .moveTo(at(first.x1(), first.y1() - 4))
        .release(MouseButton.PRIMARY);
    until(() -> lines().size() == found);
    Mark drawn = lines().get(found - 1);
    assertThat(drawn.distance(middle.x(), middle.y()))
        .as("laid into the line that was left")
        .isLessThan(2 * sheet().faceMap().orElseThrow().pxPerMm());
    control(KeyCode.Z);
    until(() -> lines().size() == found - 1);
    List<Mark> was = lines();
    robot.clickOn(at(1150, 1250));
    until(() -> bench.model().message().get().startsWith("No line is found there"));
    assertThat(lines()).isEqualTo(was);
    robot.clickOn(at(middle.x(), middle.y()));
    until(() -> lines().size() == found);
    assertThat(lines().get(found - 1).distance(middle.x(), middle.y())).isLessThan(1);
  }

  @Test(dependsOnMethods = "linesAreFoundLeftAndDrawn")
  public void aSetHasAName() throws Exception {
    add("relief", "dodge");
    settle();
    robot.clickOn("#more");
    robot.clickOn("#name");
    until(() -> robot.lookup(".dialog-pane .text-field").tryQuery().isPresent());
    robot.write("Left hand").push(KeyCode.ENTER);
    until(() -> pass("dodge").name().equals("Left hand"));
    settle();
    assertThat(robot.lookup("Left hand").queryAll().stream().filter(Node::isVisible)).isNotEmpty();
    noWordIsClipped();
  }
}
