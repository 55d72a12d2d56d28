package carezza.app;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import javafx.stage.Stage;

/** The application: one window with the Bench. */
public final class CarezzaApp extends Application {
  private BenchView bench;

  @Override
  public void start(Stage stage) {
    bench = show(stage, UserFolders.ofDesktop());
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
    return show(stage, UserFolders.in(folder));
  }

  private static BenchView show(Stage stage, UserFolders folders) {
    Font.loadFont(CarezzaApp.class.getResourceAsStream("fonts/B612-Regular.otf"), 14);
    Font.loadFont(CarezzaApp.class.getResourceAsStream("fonts/B612-Bold.otf"), 14);
    LogFile.begin(folders.data());
    BenchView bench = new BenchView(folders);
    Thread.setDefaultUncaughtExceptionHandler(
        (t, e) -> bench.model().failures().tell(Failures.What.OTHER, "", e));
    Scene scene = new Scene(bench, 1280, 800);
    scene.getStylesheets().add(CarezzaApp.class.getResource("bench.css").toExternalForm());
    stage.setTitle(Words.of("app.title"));
    stage.setMinWidth(1000);
    stage.setMinHeight(640);
    stage.setScene(scene);
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

  @Override
  public void stop() {
    bench.close();
  }
}
