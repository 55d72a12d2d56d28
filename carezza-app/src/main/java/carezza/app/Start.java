package carezza.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What the desk offers while nothing lies on it: three ways to begin, then what was open last. */
final class Start extends VBox {
  /** Folder of the demo job that ships with the application; set by the command. */
  private static final String DEMO = "carezza.demo";

  private static final int MOST = 5;

  private final FileDesk files;
  private final Commands commands;

  Start(FileDesk files, Commands commands) {
    super(4);
    this.files = files;
    this.commands = commands;
    setId("start");
    getStyleClass().addAll("start", "on-desk");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setAlignment(Pos.CENTER_LEFT);
    fill();
  }

  void fill() {
    getChildren().clear();
    offer("open", commands.of("open").what());
    offer("openFolder", commands.of("openFolder").what());
    demo().ifPresent(d -> offer("demo", () -> openDemo(d)));
    Label drop = new Label(Words.of("start.drop"));
    drop.getStyleClass().addAll("soft", "start-drop");
    getChildren().add(drop);
    List<Path> jobs = files.recentJobs();
    if (!jobs.isEmpty()) {
      Label head = new Label(Words.of("start.jobsHead"));
      head.getStyleClass().addAll("head", "start-head");
      getChildren().add(head);
      jobs.stream().limit(MOST).forEach(p -> getChildren().add(job(p)));
    }
  }

  private void offer(String key, Runnable what) {
    Button b = new Button(Words.of("start." + key));
    b.setId("start-" + key);
    b.getStyleClass().addAll("quiet", "offer");
    b.setOnAction(e -> what.run());
    Label line = new Label(Words.of("start." + key + ".line"));
    line.getStyleClass().add("soft");
    VBox box = new VBox(1, b, line);
    box.getStyleClass().add("start-offer");
    getChildren().add(box);
  }

  /** A job, at the picture of it that was open last. */
  private Node job(Path last) {
    Button b = new Button(Recent.job(last));
    b.getStyleClass().add("quiet");
    b.setMnemonicParsing(false);
    b.setOnAction(e -> files.open(last));
    Label line = new Label(Words.of("start.job", last.getFileName()));
    line.getStyleClass().add("soft");
    HBox row = new HBox(8, b, line);
    row.setAlignment(Pos.BASELINE_LEFT);
    return row;
  }

  private static Optional<Path> demo() {
    String folder = System.getProperty(DEMO, "");
    return folder.isEmpty() || !Files.isDirectory(Path.of(folder))
        ? Optional.empty()
        : Optional.of(Path.of(folder));
  }

  /** Copies the demo job to the user's own folder, where it can be worked on, and opens it. */
  private void openDemo(Path from) {
    Path job = files.userData().resolve(Words.of("start.demoJob"));
    try (Stream<Path> all = Files.list(from)) {
      Files.createDirectories(job);
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        Path to = job.resolve(p.getFileName().toString());
        if (!Files.exists(to)) {
          Files.copy(p, to);
        }
      }
      files.open(job);
    } catch (IOException e) {
      files.failed(Failures.What.OPEN, job, e);
    }
  }
}
