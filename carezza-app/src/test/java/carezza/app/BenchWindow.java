package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.pass.Pass;
import carezza.screen.Viewport;
import carezza.sheet.RunSheet;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;

/** A bench in a real window, under a hand. */
abstract class BenchWindow {
  final FxRobot robot = new FxRobot();
  Path dir;
  BenchView bench;

  @BeforeClass
  public void folder() throws Exception {
    assertThat(System.getenv("DISPLAY")).as("DISPLAY: start a virtual screen first").isNotBlank();
    dir = Files.createTempDirectory("carezza-window");
  }

  /** Shows a bench, and puts pictures of the demo job with their documents into its folder. */
  void window(String... pictures) throws Exception {
    for (String p : pictures) {
      for (String f : new String[] {p, p + ".carezza.json"}) {
        Files.copy(Path.of("../demo").resolve(f), dir.resolve(f));
      }
    }
    Stage stage = FxToolkit.registerPrimaryStage();
    WaitForAsyncUtils.asyncFx(() -> bench = CarezzaApp.show(stage, dir.resolve("own"))).get();
  }

  @AfterClass(alwaysRun = true)
  public void close() throws Exception {
    if (bench != null) {
      WaitForAsyncUtils.asyncFx(() -> bench.close()).get();
    }
    FxToolkit.cleanupStages();
  }

  void open(Path p) throws Exception {
    OpenPicture was = bench.model().picture().get();
    WaitForAsyncUtils.asyncFx(() -> bench.files().open(p)).get();
    until(() -> bench.model().picture().get() != was);
    settle();
  }

  static void until(Callable<Boolean> c) throws Exception {
    WaitForAsyncUtils.waitFor(120, TimeUnit.SECONDS, c);
  }

  void settle() throws Exception {
    WaitForAsyncUtils.waitForFxEvents();
    until(() -> bench.isIdle());
    WaitForAsyncUtils.waitForFxEvents();
  }

  RunSheet sheet() {
    return bench.model().sheet().get();
  }

  /** The screen point of a source pixel. */
  Point2D at(double x, double y) {
    Viewport v = bench.picture().viewport().get();
    double k = bench.picture().deviceScale();
    return bench.picture().localToScreen(v.deviceX(x, y) / k, v.deviceY(x, y) / k);
  }

  /** Adds a pass by the list behind a stage's +. */
  void add(String stage, String kind) throws Exception {
    robot.clickOn("#plus-" + stage);
    choose("#add-" + kind);
  }

  /** Takes a choice from a list that is open. */
  void choose(String id) throws Exception {
    until(() -> robot.lookup(id).tryQuery().isPresent());
    WaitForAsyncUtils.waitForFxEvents();
    Node row = robot.lookup(id).query();
    Bounds list = robot.lookup(".choices").query().localToScreen(boundsOf(".choices"));
    Bounds own = row.localToScreen(row.getBoundsInLocal());
    if (list.contains(own)) {
      robot.clickOn(row);
    } else {
      WaitForAsyncUtils.asyncFx(() -> ((ButtonBase) row).fire()).get();
    }
    WaitForAsyncUtils.waitForFxEvents();
  }

  private Bounds boundsOf(String id) {
    return robot.lookup(id).query().getBoundsInLocal();
  }

  void control(KeyCode key) {
    robot.press(KeyCode.CONTROL, key).release(key, KeyCode.CONTROL);
  }

  Pass pass(String kind) {
    return sheet().passes().stream()
        .filter(p -> p.kind().key().equals(kind))
        .findFirst()
        .orElseThrow();
  }

  void focusPicture() throws Exception {
    WaitForAsyncUtils.asyncFx(
            () -> {
              bench.getScene().getWindow().requestFocus();
              bench.picture().requestFocus();
            })
        .get();
    until(() -> bench.getScene().getWindow().isFocused());
    WaitForAsyncUtils.waitForFxEvents();
  }

  /** Laid out and read in one turn of the interface, so that no word changes in between. */
  void noWordIsClipped() throws Exception {
    List<List<String>> words =
        WaitForAsyncUtils.asyncFx(
                () -> {
                  bench.getScene().getRoot().applyCss();
                  bench.getScene().getRoot().layout();
                  return shownAndMeant();
                })
            .get();
    assertThat(words).isNotEmpty();
    for (List<String> w : words) {
      assertThat(w.get(0)).as("words on the screen").isEqualTo(w.get(1));
    }
  }

  private List<List<String>> shownAndMeant() {
    List<List<String>> out = new ArrayList<>();
    for (Node n : robot.lookup(x -> x instanceof Labeled && x.isVisible()).queryAll()) {
      Labeled l = (Labeled) n;
      if (l.getScene() != null && l.getWidth() > 0 && l.lookup(".text") instanceof Text t) {
        boolean saidElsewhere =
            l.getTooltip() != null && l.getTooltip().getText().contains(l.getText());
        if (!saidElsewhere) {
          out.add(List.of(t.getText(), l.getText()));
        }
      }
    }
    return out;
  }

  String text(String id) {
    return ((Labeled) robot.lookup(id).query()).getText();
  }
}
