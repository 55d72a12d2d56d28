package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.geometry.Framing;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.setting.ChoiceField;
import carezza.setting.FlagField;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** A picture is levelled and cropped by hand in a real window; what is on its skin stays there. */
public class FrameJourneyTest extends BenchWindow {
  @BeforeClass
  public void openAPicture() throws Exception {
    window("ilse.jpg");
    open(dir.resolve("ilse.jpg"));
  }

  private Framing shown() {
    return bench.picture().viewport().get().framing();
  }

  private Framing framed() {
    return bench.model().picture().get().framing();
  }

  private double value(String key) {
    return pass("crop").value(key);
  }

  @Test
  public void aNewCropShowsAllAndCutsNothing() throws Exception {
    Framing all = framed();
    add("frame", "crop");
    until(() -> sheet().passes().stream().anyMatch(p -> p.kind().key().equals("crop")));
    settle();
    noWordIsClipped();
    assertThat(framed()).isEqualTo(all);
    assertThat(shown()).isEqualTo(all);
  }

  @Test(dependsOnMethods = "aNewCropShowsAllAndCutsNothing")
  public void aLineLevelsIt() throws Exception {
    robot.clickOn("#drawLevel");
    until(() -> bench.model().tools().name().equals("drawLevel"));
    noWordIsClipped();
    Point2D from = at(500, 700);
    Point2D to = at(1500, 760);
    robot.drag(from).moveTo(to).drop();
    until(() -> value("level") != 0);
    settle();
    assertThat(value("level")).isCloseTo(-Math.toDegrees(Math.atan2(60, 1000)), within(0.4));
    assertThat(framed().canvas().w()).isLessThan(shown().canvas().w());
    assertThat(shown().shows(1, 1)).as("the corners are seen too").isTrue();
  }

  @Test(dependsOnMethods = "aLineLevelsIt")
  public void aCornerAndTheBoxAreDragged() throws Exception {
    robot.clickOn("#choice-ratio-square");
    until(() -> framed().canvas().w() == framed().canvas().h());
    settle();
    Point2D corner = corner(0, 0);
    robot.drag(corner).moveBy(90, 60).drop();
    until(() -> value("cutLeft") > 5);
    settle();
    assertThat(framed().canvas().w()).isCloseTo(framed().canvas().h(), within(1));
    double was = value("cutTop");
    robot.drag(corner(0.5, 0.4)).moveBy(0, 40).drop();
    until(() -> value("cutTop") > was + 1);
    settle();
    noWordIsClipped();
  }

  /** The screen point of a place in the box, in shares of its sides. */
  private Point2D corner(double u, double v) {
    Framing f = framed();
    double x = f.canvas().x() + u * f.canvas().w();
    double y = f.canvas().y() + v * f.canvas().h();
    return at(f.sourceX(x, y), f.sourceY(x, y));
  }

  @Test(dependsOnMethods = "aCornerAndTheBoxAreDragged")
  public void whatIsDoneInTheFramedPictureLiesOnItsSkin() throws Exception {
    long heals = pass("heals").id();
    WaitForAsyncUtils.asyncFx(() -> bench.model().passes().chosen().set(heals)).get();
    settle();
    assertThat(shown()).as("framed").isEqualTo(framed());
    WaitForAsyncUtils.asyncFx(() -> bench.picture().showPlace(1000, 1200, 300)).get();
    settle();
    int before = heals().size();
    focusPicture();
    robot.clickOn(at(1040, 1180));
    until(() -> heals().size() == before + 1);
    settle();
    Heal last = heals().get(before);
    assertThat(Math.hypot(last.x0() - 1040, last.y0() - 1180))
        .as("a screen pixel is a third of a pixel of the picture")
        .isLessThan(0.2 * bench.model().pxPerMm());
  }

  private List<Heal> heals() {
    return pass("heals").items(Heal.class);
  }

  @Test(dependsOnMethods = "whatIsDoneInTheFramedPictureLiesOnItsSkin")
  public void mutedAllIsSeenAgain() throws Exception {
    Pass crop = pass("crop");
    WaitForAsyncUtils.asyncFx(() -> bench.model().passes().mute(crop.id())).get();
    settle();
    assertThat(shown())
        .isEqualTo(Framing.of(bench.model().picture().get().file().picture().bounds()));
    focusPicture();
    control(KeyCode.Z);
    until(() -> pass("crop").on());
    settle();
    assertThat(shown()).isEqualTo(framed());
  }

  /**
   * Made to lie by its crop, the picture has what lay beside it below; upright again, beside it.
   */
  @Test(dependsOnMethods = "mutedAllIsSeenAgain")
  public void whatLiesBesideThePictureFollowsTheCrop() throws Exception {
    assertThat(side().getMinX()).isGreaterThan(900);
    Pass crop = pass("crop");
    change(crop.id(), "sixteenNine", true);
    until(() -> side().getMinY() > 400);
    noWordIsClipped();
    change(crop.id(), "own", false);
    until(() -> side().getMinX() > 900);
    noWordIsClipped();
  }

  private void change(long id, String ratio, boolean across) throws Exception {
    WaitForAsyncUtils.asyncFx(
            () ->
                bench
                    .model()
                    .passes()
                    .change(
                        id,
                        p ->
                            p.with((ChoiceField) p.settings().field("ratio"), ratio)
                                .with((FlagField) p.settings().field("across"), across)))
        .get();
    settle();
  }

  private Bounds side() {
    Node s = robot.lookup(".side").query();
    return s.localToScene(s.getBoundsInLocal());
  }
}
