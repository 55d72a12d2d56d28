package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.Heal;
import carezza.pass.clean.Kept;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
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
    int sure = heals().size();
    assertThat(sure - was.size()).as("marks left").isBetween(7, 20);
    robot.clickOn("#findMarks");
    choose("#offer-0");
    until(() -> heals().size() > sure);
    settle();
    assertThat(heals().get(sure).y0()).as("beside the hair").isNotEqualTo(heals().get(sure).y1());
    int hairs = heals().size();
    robot.clickOn("#findMarks");
    choose("#offer-0");
    until(() -> heals().size() > hairs);
    settle();
    assertThat(heals().subList(hairs, heals().size())).allMatch(h -> h.share() == 0.6);
    robot.clickOn("#findMarks");
    until(() -> !bench.model().message().get().isEmpty());
    assertThat(bench.model().message().get()).contains("No mark");
    noWordIsClipped();
    control(KeyCode.Z);
    until(() -> heals().size() == hairs);
    control(KeyCode.Z);
    until(() -> heals().size() == sure);
    control(KeyCode.Z);
    until(() -> heals().equals(was));
    settle();
  }

  private List<Kept> kept() {
    return pass("heals").items(Kept.class);
  }

  /** Two are kept and one softened by keys; the rest is healed without them, and undone. */
  @Test(dependsOnMethods = "whatIsFoundIsHealedAndWhatWasHealedStays")
  public void marksAreGoneThroughOneByOne() throws Exception {
    List<Heal> was = heals();
    long id = pass("heals").id();
    WaitForAsyncUtils.asyncFx(() -> bench.model().passes().chosen().set(id)).get();
    settle();
    robot.clickOn("#eachMark");
    until(() -> reviewing().isPresent());
    List<Action.Found> all = reviewing().orElseThrow().all();
    assertThat(all).hasSizeBetween(12, 80);
    assertThat(all).extracting(Action.Found::name).doesNotContainNull();
    noWordIsClipped();
    int first = next(all);
    robot.push(KeyCode.D);
    until(() -> kept().size() == 1);
    assertThat(heals()).as("what is kept is not healed").isEqualTo(was);
    robot.push(KeyCode.X);
    int second = next(all);
    assertThat(second).isNotEqualTo(first);
    robot.clickOn("#review-keep");
    until(() -> kept().size() == 2);
    robot.push(KeyCode.X);
    next(all);
    robot.push(KeyCode.S);
    until(() -> heals().size() > was.size());
    assertThat(heals().get(heals().size() - 1).share()).isEqualTo(0.6);
    noWordIsClipped();
    robot.clickOn("#findMarks");
    choose("#offer-0");
    settle();
    for (Kept k : kept()) {
      assertThat(heals().subList(was.size(), heals().size()))
          .noneMatch(h -> h.distance(k.x(), k.y()) < h.sizeMm() / 2 * bench.model().pxPerMm());
    }
    robot.push(KeyCode.Z);
    Kept mark = kept().get(0);
    int before = heals().size();
    WaitForAsyncUtils.asyncFx(
            () -> bench.model().passes().addMark(mark.x(), mark.y(), mark.x(), mark.y()))
        .get();
    until(() -> heals().size() == before + 1);
    until(() -> bench.model().message().get().contains("that you keep"));
    robot.clickOn("#review-close");
    until(() -> reviewing().isEmpty());
    for (int i = 0; i < 5; i++) {
      control(KeyCode.Z);
    }
    until(() -> heals().equals(was) && kept().isEmpty());
    settle();
  }

  /** Over the edge of the neck and the collar. */
  @Test(dependsOnMethods = "marksAreGoneThroughOneByOne")
  public void aHealWhoseRimSpreadsSaysSo() throws Exception {
    List<Heal> was = heals();
    double brush = bench.model().brush().get().sizeMm();
    WaitForAsyncUtils.asyncFx(
            () -> {
              bench.model().brush().size(7);
              bench.model().passes().addMark(1363, 2010, 1363, 2010);
            })
        .get();
    until(() -> heals().size() == was.size() + 1);
    until(() -> bench.model().message().get().contains("rim of this heal"));
    WaitForAsyncUtils.waitForFxEvents();
    noWordIsClipped();
    control(KeyCode.Z);
    until(() -> heals().equals(was));
    WaitForAsyncUtils.asyncFx(() -> bench.model().brush().size(brush)).get();
    settle();
  }

  /** A piece of the cheek is grafted over the forehead; the place that it comes from is dragged. */
  @Test(dependsOnMethods = "marksAreGoneThroughOneByOne")
  public void thePlaceOfAGraftIsDragged() throws Exception {
    add("clean", "graft");
    settle();
    WaitForAsyncUtils.asyncFx(() -> bench.model().brush().size(12)).get();
    focusPicture();
    robot
        .moveTo(at(960, 560))
        .press(MouseButton.PRIMARY)
        .moveTo(at(990, 560))
        .release(MouseButton.PRIMARY);
    until(() -> pass("graft").area().strokes().size() == 1);
    robot.clickOn("#place-from");
    robot.clickOn(at(800, 700));
    until(() -> from().isPresent());
    settle();
    RgbBlock first = piece();
    focusPicture();
    robot.moveTo(at(800, 700)).press(MouseButton.PRIMARY).moveTo(at(830, 690));
    until(() -> sheet() != steps());
    assertThat(piece().g()).as("no step yet").isEqualTo(first.g());
    robot.moveTo(at(860, 680)).release(MouseButton.PRIMARY);
    until(() -> from().orElseThrow().x() > 850);
    settle();
    assertThat(from().orElseThrow().y()).isBetween(675.0, 685.0);
    assertThat(pass("graft").area().strokes()).as("nothing is painted").hasSize(1);
    assertThat(piece().g()).isNotEqualTo(first.g());
    noWordIsClipped();
    control(KeyCode.Z);
    until(() -> from().orElseThrow().x() < 810);
  }

  private Optional<Place> from() {
    return pass("graft").get(new PlaceField("from", 4));
  }

  /** As it is by the steps that were made. */
  private RunSheet steps() {
    return bench.model().picture().get().history().now();
  }

  private RgbBlock piece() {
    return bench
        .model()
        .picture()
        .get()
        .engine()
        .view(steps(), () -> false)
        .read(0, new Rect(960, 550, 24, 20));
  }

  private Optional<Reviewing.At> reviewing() {
    return bench.model().reviewing().at().get();
  }

  /** Goes on to one that a heal is proposed for and that has none. */
  private int next(List<Action.Found> all) {
    for (int i = 0; i < all.size(); i++) {
      Reviewing.At at = reviewing().orElseThrow();
      if (at.found().proposed().equals("heal")
          && bench.model().reviewing().decided(at, at.found()).isEmpty()) {
        return at.index();
      }
      robot.push(KeyCode.X);
    }
    throw new AssertionError("none is proposed for healing");
  }
}
