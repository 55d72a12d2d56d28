package carezza.app;

import java.nio.file.Path;
import java.util.List;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import javafx.stage.Stage;

/** The application: one window with the Bench. */
public final class CarezzaApp extends Application {
  private BenchView bench;

  @Override
  public void start(Stage stage) {
    bench = show(stage, userData());
    List<String> files = getParameters().getUnnamed();
    if (!files.isEmpty()) {
      bench.files().open(Path.of(files.get(0)));
    }
  }

  /** Fills a stage with a bench; also used by tests and benchmarks. */
  public static BenchView show(Stage stage, Path userData) {
    Font.loadFont(CarezzaApp.class.getResourceAsStream("fonts/B612-Regular.otf"), 14);
    Font.loadFont(CarezzaApp.class.getResourceAsStream("fonts/B612-Bold.otf"), 14);
    BenchView bench = new BenchView(userData);
    Scene scene = new Scene(bench, 1280, 800);
    scene.getStylesheets().add(CarezzaApp.class.getResource("bench.css").toExternalForm());
    stage.setTitle(Words.of("app.title"));
    stage.setMinWidth(1000);
    stage.setMinHeight(640);
    stage.setScene(scene);
    stage.setOnCloseRequest(
        e -> {
          if (!bench.files().mayLeave()) {
            e.consume();
          }
        });
    stage.show();
    return bench;
  }

  /** The user's own data folder. */
  static Path userData() {
    String set = System.getenv("XDG_DATA_HOME");
    Path base =
        set == null || set.isBlank()
            ? Path.of(System.getProperty("user.home"), ".local", "share")
            : Path.of(set);
    return base.resolve("carezza");
  }

  @Override
  public void stop() {
    bench.close();
  }
}
