package carezza.app;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.application.Application;
import javafx.geometry.Rectangle2D;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import javafx.stage.Screen;
import javafx.stage.Stage;

/** The application: one window with the Bench. */
public final class CarezzaApp extends Application {
  private static final double WIDTH = 1280;
  private static final double HEIGHT = 800;
  private static final double LEAST_WIDTH = 1000;
  private static final double LEAST_HEIGHT = 640;

  private BenchView bench;

  @Override
  public void start(Stage stage) {
    bench = show(stage, UserFolders.ofDesktop(), true);
    List<String> given = new ArrayList<>(getParameters().getRaw());
    int pen = given.indexOf("--pen");
    if (pen >= 0) {
      given.remove(pen);
    }
    Optional<Path> recording =
        pen >= 0 && pen < given.size() ? Optional.of(Path.of(given.remove(pen))) : Optional.empty();
    if (!given.isEmpty()) {
      bench.files().open(Path.of(given.get(0)));
    }
    recording.ifPresent(f -> PenPlayer.play(f, bench));
  }

  /** Fills a stage with a bench that keeps all it keeps in one folder, for tests and benchmarks. */
  public static BenchView show(Stage stage, Path folder) {
    return show(stage, UserFolders.in(folder), false);
  }

  /**
   * @param asBefore whether the window is as large, and where, as it was the last time
   */
  private static BenchView show(Stage stage, UserFolders folders, boolean asBefore) {
    Font.loadFont(CarezzaApp.class.getResourceAsStream("fonts/B612-Regular.otf"), 14);
    Font.loadFont(CarezzaApp.class.getResourceAsStream("fonts/B612-Bold.otf"), 14);
    LogFile.begin(folders.data());
    BenchView bench = new BenchView(folders);
    Thread.setDefaultUncaughtExceptionHandler(
        (t, e) -> bench.model().failures().tell(Failures.What.OTHER, "", e));
    Scene scene = new Scene(bench, WIDTH, HEIGHT);
    scene.getStylesheets().add(CarezzaApp.class.getResource("bench.css").toExternalForm());
    stage.setMinWidth(LEAST_WIDTH);
    stage.setMinHeight(LEAST_HEIGHT);
    stage.setScene(scene);
    title(stage, bench.model());
    if (asBefore) {
      place(stage, bench.habits());
    }
    stage.setOnCloseRequest(
        e -> {
          if (!bench.files().mayClose()) {
            e.consume();
          }
        });
    bench.watch(stage);
    stage.show();
    return bench;
  }

  /** File and whether it is saved. */
  private static void title(Stage stage, BenchModel model) {
    Runnable say =
        () -> {
          OpenPicture p = model.picture().get();
          String key = model.unsaved().get() ? "app.titleUnsaved" : "app.titleSaved";
          stage.setTitle(p == null ? Words.of("app.title") : Words.of(key, p.name()));
        };
    model.picture().addListener((o, a, b) -> say.run());
    model.unsaved().addListener((o, a, b) -> say.run());
    say.run();
  }

  /** As it was left, if that is still on a screen; as large as the screen allows at first. */
  private static void place(Stage stage, Habits habits) {
    Rectangle2D screen = Screen.getPrimary().getVisualBounds();
    Rectangle2D at =
        habits
            .window()
            .filter(w -> !Screen.getScreensForRectangle(w).isEmpty() && w.getWidth() >= LEAST_WIDTH)
            .orElse(screen);
    stage.setX(at.getMinX());
    stage.setY(at.getMinY());
    stage.setWidth(at.getWidth());
    stage.setHeight(at.getHeight());
    stage.setMaximized(habits.isLargest());
    stage.setOnHidden(
        e ->
            habits.setWindow(
                new Rectangle2D(stage.getX(), stage.getY(), stage.getWidth(), stage.getHeight()),
                stage.isMaximized()));
  }

  @Override
  public void stop() {
    bench.close();
  }
}
