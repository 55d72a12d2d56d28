package carezza.app;

import carezza.app.kit.DeskTones;
import carezza.app.kit.Layer;
import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.face.Pin;
import carezza.pass.Pass;
import carezza.screen.check.CheckViews;
import carezza.sheet.Kinds;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.embed.swing.SwingFXUtils;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.image.WritableImage;
import javafx.stage.Stage;
import javax.imageio.ImageIO;

/**
 * Drives the real application through its views and takes a picture of each: what {@code ./carezza
 * shots} runs, so that none in the documentation is of an earlier version.
 */
public final class Shots extends Application {
  private static final long STEP_MS = 40;
  private static final long WAIT_MS = 300_000;
  private static final double DARK = 24;
  private static final double LIGHT = 76;
  private static final int WIDE_W = 1920;
  private static final int WIDE_H = 1200;
  private static final int WIDTH = 1280;
  private static final int HEIGHT = 800;

  private BenchView bench;
  private Stage stage;
  private Path out;
  private Path job;

  @Override
  public void start(Stage s) throws Exception {
    List<String> given = getParameters().getRaw();
    out = Files.createDirectories(Path.of(given.get(0)));
    Path own = Files.createTempDirectory("carezza-shots");
    job = copied(Path.of(given.get(1)), own.resolve(Words.of("start.demoJob")));
    stage = s;
    bench = CarezzaApp.show(s, own);
    Thread t =
        new Thread(
            () -> {
              boolean done = run();
              Platform.runLater(bench::close);
              Runtime.getRuntime().halt(done ? 0 : 1);
            });
    t.start();
  }

  private static Path copied(Path demo, Path to) throws IOException {
    Files.createDirectories(to);
    try (Stream<Path> all = Files.list(demo)) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        Files.copy(p, to.resolve(p.getFileName().toString()));
      }
    }
    return to;
  }

  private boolean run() {
    try {
      all();
      return true;
    } catch (Exception e) {
      System.err.println("carezza shots: " + e);
      return false;
    }
  }

  private void all() throws Exception {
    shot("start");
    for (String sitter : List.of("ilse", "maren", "tobias")) {
      open(sitter);
      retouch(sitter);
      shot(sitter + "-whole");
      state(Looking.State.WORKING);
      fx(() -> bench.commands().run("full"));
      fx(() -> bench.picture().showPlace(eye()[0], eye()[1] + eye()[2]));
      shot(sitter + "-working");
      fx(() -> bench.picture().fit());
      state(Looking.State.PICTURE_ONLY);
      shot(sitter + "-alone");
      state(Looking.State.WHOLE);
      fx(() -> bench.files().save());
    }
    open("maren");
    details();
    light();
  }

  /** What is found on opening a picture, the lights it may stand in, and its tones. */
  private void light() throws Exception {
    fx(
        () -> {
          stage.setWidth(WIDTH);
          stage.setHeight(HEIGHT);
          while (!bench.model().sheet().get().passes().isEmpty()) {
            bench.model().passes().remove(bench.model().sheet().get().passes().get(0).id());
          }
        });
    until(() -> bench.getScene().lookup("#firstLook").isVisible());
    until(() -> bench.model().readings().get().stream().anyMatch(r -> r.name().equals("pull")));
    press("#firstLook");
    shot("first-look");
    closed();
    fx(() -> bench.model().passes().add(Kinds.of("neutral")));
    press("#lights");
    until(() -> Layer.of(bench.getScene()).isOpen());
    shot("neutral");
    closed();
    fx(() -> bench.model().passes().add(Kinds.of("zoneCurve")));
    press("#tonesStart");
    until(() -> Layer.of(bench.getScene()).isOpen());
    fx(() -> ((ButtonBase) bench.getScene().lookup("#offer-0")).fire());
    shot("tones");
    frame();
  }

  /** Marks gone through one by one, a picture levelled and cut, and the hues of its backdrop. */
  private void frame() throws Exception {
    fx(() -> bench.files().save());
    open("ilse");
    choose("heals");
    press("#eachMark");
    until(() -> bench.model().reviewing().at().get().isPresent());
    fx(() -> bench.model().reviewing().decide("keep"));
    until(() -> decided().equals("keep"));
    fx(
        () -> {
          do {
            bench.model().reviewing().step(1);
          } while (!decided().isEmpty());
        });
    fx(() -> bench.model().reviewing().decide("heal"));
    until(() -> decided().equals("heal"));
    shot("marks");
    fx(() -> bench.model().reviewing().close());
    fx(() -> bench.model().passes().add(Kinds.of("crop")));
    long crop = bench.model().passes().chosen().get();
    fx(
        () ->
            bench
                .model()
                .passes()
                .change(crop, p -> p.with("level", -1.5).with("cutLeft", 6).with("cutBottom", 18)));
    shot("crop");
    fx(() -> bench.model().passes().add(Kinds.of("hueColour")));
    press("#pickHue");
    fx(() -> bench.model().tools().click(1700, 300));
    shot("hues");
  }

  private String decided() {
    Reviewing.At at = bench.model().reviewing().at().get().orElseThrow();
    return bench.model().reviewing().decided(at, at.found());
  }

  private double[] eye() {
    var map = bench.model().sheet().get().faceMap().orElseThrow();
    double x = (map.rightEye().x() + map.leftEye().x()) / 2;
    return new double[] {x, map.rightEye().y(), 30 * map.pxPerMm()};
  }

  /** Passes as after some work; the demo's half-done sitter keeps its own. */
  private void retouch(String sitter) throws Exception {
    if (!sitter.equals("ilse")) {
      for (String kind : List.of("twoBands", "eyeWhites", "teeth", "skin")) {
        fx(() -> bench.model().passes().add(Kinds.of(kind)));
      }
    }
    choose("twoBands");
    if (sitter.equals("tobias")) {
      lampAndPatches();
    }
  }

  /** The lamp behind a sitter is filled, and patches of light are found. */
  private void lampAndPatches() throws Exception {
    fx(() -> bench.model().passes().add(Kinds.of("fill")));
    long fill = bench.model().passes().chosen().get();
    List<Pin> lamp =
        List.of(
            new Pin(1580, 930),
            new Pin(1600, 560),
            new Pin(1820, 510),
            new Pin(2060, 520),
            new Pin(2060, 950),
            new Pin(1960, 1000),
            new Pin(1960, 1980),
            new Pin(1880, 2090),
            new Pin(1760, 2000),
            new Pin(1760, 960));
    Area outline = Area.NONE.with(new Term(Term.How.ADD, new Extent.Loop(lamp), 0));
    fx(() -> bench.model().passes().change(fill, p -> p.withArea(outline)));
    fx(() -> bench.model().passes().add(Kinds.of("dodge")));
    press("#findPatches");
    until(() -> Layer.of(bench.getScene()).isOpen());
    fx(() -> ((ButtonBase) bench.getScene().lookup("#offer-0")).fire());
    closed();
  }

  private void choose(String kind) throws Exception {
    fx(
        () -> {
          long id =
              bench.model().sheet().get().passes().stream()
                  .filter(p -> p.kind().key().equals(kind))
                  .mapToLong(Pass::id)
                  .findFirst()
                  .orElse(Passes.NONE);
          bench.model().passes().chosen().set(id);
        });
  }

  /** What opens on the bench, and the desk. */
  private void details() throws Exception {
    choose("twoBands");
    press("#whySplit");
    until(() -> bench.getScene().lookup("#weigh").isVisible());
    shot("split");
    press("#weigh-close");
    fx(() -> bench.model().areas().join(Term.How.WITHIN, Areas.START_HUE));
    press("#where-open");
    shot("where");
    press("#where-open");
    press("#plus-relief");
    shot("kinds");
    closed();
    fx(
        () -> {
          bench.find();
          ((TextField) bench.getScene().lookup("#find")).setText("chee");
        });
    shot("finder");
    closed();
    press("#steps");
    shot("steps");
    closed();
    fx(() -> bench.panels().readings());
    shot("readings");
    fx(() -> bench.panels().worked());
    shot("worked");
    fx(() -> bench.panels().worked());
    fx(bench::export);
    until(() -> !sizeOfExport().equals(Words.of("export.reckoning")));
    shot("export");
    fx(bench::escape);
    fx(() -> bench.desk().set(DARK));
    shot("desk-dark");
    fx(() -> bench.desk().set(LIGHT));
    shot("desk-light");
    fx(() -> bench.desk().set(DeskTones.USUAL));
    fx(() -> bench.model().looking().at(CheckViews.of("pull")));
    shot("look-pull");
    fx(() -> bench.model().looking().at(CheckViews.PICTURE));
    fx(
        () -> {
          stage.setWidth(WIDE_W);
          stage.setHeight(WIDE_H);
        });
    shot("wide-1920");
  }

  private String sizeOfExport() {
    return ((Label) bench.getScene().lookup("#export-size")).getText();
  }

  private void closed() throws Exception {
    fx(
        () -> {
          Layer.of(bench.getScene()).close();
          ((TextField) bench.getScene().lookup("#find")).clear();
          bench.picture().requestFocus();
        });
  }

  private void press(String id) throws Exception {
    settle();
    fx(() -> ((ButtonBase) bench.getScene().lookup(id)).fire());
  }

  private void state(Looking.State s) throws Exception {
    fx(() -> bench.model().looking().state().set(s));
  }

  private void open(String sitter) throws Exception {
    Path picture = picture(sitter);
    fx(() -> bench.open(picture));
    until(() -> bench.shown(picture).compareTo(BenchView.Shown.READY) >= 0);
    settle();
  }

  private Path picture(String sitter) throws IOException {
    try (Stream<Path> all = Files.list(job)) {
      return all.filter(p -> p.getFileName().toString().matches(sitter + "\\.(jpg|png|tif)"))
          .min(Comparator.naturalOrder())
          .orElseThrow();
    }
  }

  private void shot(String name) throws Exception {
    settle();
    WritableImage image = call(() -> bench.getScene().snapshot(null));
    Path file = out.resolve(name + ".png");
    ImageIO.write(SwingFXUtils.fromFXImage(image, null), "png", file.toFile());
    System.out.println(file.getFileName());
  }

  /** Waits until nothing is drawn, measured or waited for, two looks long. */
  private void settle() throws Exception {
    for (int i = 0; i < 4; i++) {
      until(() -> bench.isIdle() && bench.isDrawnSmall());
    }
  }

  private void until(Callable<Boolean> what) throws Exception {
    long end = System.currentTimeMillis() + WAIT_MS;
    do {
      TimeUnit.MILLISECONDS.sleep(STEP_MS);
      if (System.currentTimeMillis() > end) {
        throw new IllegalStateException("it does not come to rest");
      }
    } while (!call(what));
  }

  private static void fx(Runnable what) throws Exception {
    call(
        () -> {
          what.run();
          return null;
        });
  }

  private static <T> T call(Callable<T> what) throws Exception {
    FutureTask<T> task = new FutureTask<>(what);
    Platform.runLater(task);
    try {
      return task.get();
    } catch (ExecutionException e) {
      throw new IllegalStateException(e.getCause());
    }
  }

  /** Started apart, so that the class path suffices. */
  public static final class Main {
    private Main() {}

    public static void main(String[] args) {
      Application.launch(Shots.class, args);
    }
  }
}
