package carezza.app;

import carezza.app.tool.PenRecording;
import carezza.app.tool.RecordedPen;
import java.io.IOException;
import java.nio.file.Path;
import javafx.animation.PauseTransition;
import javafx.util.Duration;

/** Plays a recorded pen on a bench as soon as a picture stands on it. */
final class PenPlayer {
  private static final long LOOK_AGAIN_MS = 200;

  private PenPlayer() {}

  static void play(Path file, BenchView bench) {
    try {
      PenRecording recording = PenRecording.read(file);
      RecordedPen pen = new RecordedPen(recording, bench.sight(), PenPlayer::after);
      bench.take(pen);
      whenDrawn(bench, () -> pen.play(() -> {}));
    } catch (IOException e) {
      bench.model().message().set(e.getMessage());
    }
  }

  private static void whenDrawn(BenchView bench, Runnable what) {
    if (bench.model().isOpen() && bench.picture().painter().isIdle()) {
      what.run();
    } else {
      after(LOOK_AGAIN_MS, () -> whenDrawn(bench, what));
    }
  }

  private static void after(long ms, Runnable what) {
    PauseTransition wait = new PauseTransition(Duration.millis(Math.max(1, ms)));
    wait.setOnFinished(e -> what.run());
    wait.play();
  }
}
