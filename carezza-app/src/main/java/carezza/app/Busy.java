package carezza.app;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.CancellationException;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/**
 * What is being waited for, how far it is, and a way to stop it: a row for each thing, that was
 * begun last at the foot; in a corner, for the picture can be worked on meanwhile.
 */
final class Busy extends VBox {
  /** Least share of the whole that is shown. */
  private static final double STEP = 0.01;

  private final Deque<Task> tasks = new ArrayDeque<>();

  Busy() {
    super(14);
    getStyleClass().add("busy");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setVisible(false);
    StackPane.setAlignment(this, Pos.BOTTOM_RIGHT);
  }

  /** One thing that is waited for. */
  final class Task {
    private final ProgressBar progress = new ProgressBar(0);
    private final VBox row = new VBox(8);
    private volatile boolean cancelled;

    /** Of a picture's thousands of rows each reports, and the interface would do nothing else. */
    private volatile double reported;

    private Task(String what) {
      Button cancel = new Button(Words.of("action.cancel"));
      cancel.setId("cancel");
      cancel.setOnAction(e -> cancel());
      progress.setMaxWidth(Double.MAX_VALUE);
      Label name = new Label(what);
      Region space = new Region();
      HBox.setHgrow(space, Priority.ALWAYS);
      HBox top = new HBox(16, name, space, cancel);
      top.setAlignment(Pos.CENTER_LEFT);
      row.getChildren().addAll(top, progress);
    }

    void cancel() {
      cancelled = true;
    }

    boolean isCancelled() {
      return cancelled;
    }

    /** Told by a worker; throws when the work is no longer wanted. */
    void report(double share) {
      if (cancelled) {
        throw new CancellationException("cancelled");
      }
      if (Math.abs(share - reported) >= STEP) {
        reported = share;
        Platform.runLater(() -> progress.setProgress(share));
      }
    }

    /** It is done, or was given up; on the interface thread. */
    void end() {
      tasks.remove(this);
      getChildren().remove(row);
      setVisible(!tasks.isEmpty());
    }
  }

  /** Begins to wait for something; on the interface thread. */
  Task begin(String what) {
    Task t = new Task(what);
    tasks.addLast(t);
    getChildren().add(t.row);
    setVisible(true);
    return t;
  }

  /** Stops what was begun last. */
  void cancelNewest() {
    if (!tasks.isEmpty()) {
      tasks.peekLast().cancel();
    }
  }

  void cancelAll() {
    tasks.forEach(Task::cancel);
  }
}
