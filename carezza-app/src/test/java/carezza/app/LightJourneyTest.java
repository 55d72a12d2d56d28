package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.pass.Pass;
import carezza.setting.Curve;
import carezza.setting.CurveField;
import carezza.setting.NumberField;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * The light of a warm picture in a real window: taken out, chosen among proposals, its tones set.
 */
public class LightJourneyTest extends BenchWindow {
  @BeforeClass
  public void openTheWarmPicture() throws Exception {
    window("maren.jpg");
    open(dir.resolve("maren.jpg"));
    until(
        () ->
            bench.model().readings().get().stream()
                .anyMatch(r -> r.name().equals("castMired") && r.isAvailable()));
  }

  private double mired() {
    Pass p = pass("neutral");
    return p.get((NumberField) p.kind().fields().get(0));
  }

  private Curve zones() {
    Pass p = pass("zoneCurve");
    return p.get((CurveField) p.kind().fields().get(0));
  }

  /** Found by its key, taken by Enter. */
  @Test
  public void neutralBeginsAtTheLightThatWasFound() throws Exception {
    assertThat(text("#say")).contains("mired too warm");
    noWordIsClipped();
    focusPicture();
    robot.push(KeyCode.O);
    until(() -> robot.lookup("#first-neutral").tryQuery().isPresent());
    until(() -> robot.lookup("#first-neutral").query().isFocused());
    robot.push(KeyCode.ENTER);
    until(() -> sheet().passes().size() == 1);
    assertThat(mired()).isBetween(-70.0, -40.0);
    noWordIsClipped();
  }

  @Test(dependsOnMethods = "neutralBeginsAtTheLightThatWasFound")
  public void aProposalPreviewsAndIsTaken() throws Exception {
    double was = mired();
    robot.clickOn("#lights");
    until(() -> robot.lookup("#offer-1").tryQuery().isPresent());
    WaitForAsyncUtils.waitForFxEvents();
    noWordIsClipped();
    robot.moveTo("#offer-2");
    until(() -> mired() != was);
    robot.push(KeyCode.ESCAPE);
    until(() -> robot.lookup("#offer-1").tryQuery().isEmpty());
    assertThat(mired()).as("only looked at").isEqualTo(was);
    robot.clickOn("#lights");
    choose("#offer-2");
    until(() -> mired() != was);
    assertThat(bench.model().picture().get().history().now()).isEqualTo(sheet());
    control(KeyCode.Z);
    until(() -> mired() == was);
    settle();
  }

  @Test(dependsOnMethods = "aProposalPreviewsAndIsTaken")
  public void tonesAreDraggedOnTheirCurve() throws Exception {
    add("light", "zoneCurve");
    until(() -> sheet().passes().size() == 2);
    settle();
    noWordIsClipped();
    Node curve = robot.lookup("#curve-zones").query();
    int knots = zones().knots().size();
    Bounds b = curve.localToScreen(curve.getBoundsInLocal());
    Point2D last =
        robot.from(curve).lookup(".window-knob").queryAll().stream()
            .map(n -> n.localToScreen(4, 4))
            .max((p, q) -> Double.compare(p.getX(), q.getX()))
            .orElseThrow();
    robot.drag(last).moveBy(0, 0.2 * b.getHeight()).drop();
    until(() -> zones().knots().get(knots - 1).y() < -0.5);
    settle();
    assertThat(zones().knots()).hasSize(knots);

    robot.clickOn("#zoneHere");
    robot.clickOn(at(920, 1300));
    until(() -> zones().knots().size() == knots + 1);
    settle();

    Curve before = zones();
    robot.clickOn("#zoneHere");
    robot.drag(at(920, 1300)).moveBy(0, -60).drop();
    until(() -> !zones().equals(before));
    settle();
    assertThat(zones().knots()).as("the knot that is there is pulled").hasSize(knots + 1);
    double lifted = 0;
    for (int i = 0; i < zones().knots().size(); i++) {
      lifted += zones().knots().get(i).y() - before.knots().get(i).y();
    }
    assertThat(lifted).isCloseTo(0.3, within(0.03));
    robot.clickOn("#tonesStart");
    choose("#offer-0");
    until(() -> zones().knots().get(0).y() == 0 && zones().knots().size() == 4);
    assertThat(zones().knots().get(3).y()).isCloseTo(-0.7, within(1e-9));
    noWordIsClipped();
  }
}
