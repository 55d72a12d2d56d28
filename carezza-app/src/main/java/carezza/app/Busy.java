package carezza.app;

import java.util.concurrent.CancellationException;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What is being waited for, how far it is, and a way to stop it. */
final class Busy extends VBox {
  private final ProgressBar progress = new ProgressBar();
  private final Label text = new Label();
  private volatile boolean cancelled;

  Busy() {
    super(8);
    getStyleClass().add("busy");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setVisible(false);
    Button cancel = new Button(Words.of("action.cancel"));
    cancel.setId("cancel");
    cancel.setOnAction(e -> cancel());
    progress.setPrefWidth(280);
    getChildren().addAll(text, progress, cancel);
  }

  void begin(String what) {
    cancelled = false;
    text.setText(what);
    progress.setProgress(0);
    setVisible(true);
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
    Platform.runLater(() -> progress.setProgress(share));
  }
}
