package carezza.app;

import carezza.io.IccProfile;
import carezza.screen.ScreenEncoding;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.function.Supplier;
import javafx.scene.Scene;
import javafx.stage.FileChooser;

/**
 * The profile of the screen that the user named, kept from one sitting to the next; without one the
 * screen is taken for sRGB.
 */
final class ScreenProfile {
  private static final String HABIT = "screenProfile";

  /** A profile of a screen is no larger than this by far. */
  private static final long MOST_BYTES = 1 << 24;

  private final BenchModel model;
  private final Habits habits;
  private final Supplier<Scene> window;

  ScreenProfile(BenchModel model, Habits habits, Supplier<Scene> window) {
    this.model = model;
    this.habits = habits;
    this.window = window;
    habits.text(HABIT).ifPresent(p -> set(Path.of(p)));
  }

  /** Asks for a profile's file. */
  void ask() {
    FileChooser c = new FileChooser();
    c.setTitle(Words.of("screen.title"));
    c.getExtensionFilters()
        .add(new FileChooser.ExtensionFilter(Words.of("screen.files"), "*.icc", "*.icm"));
    var f = c.showOpenDialog(window.get().getWindow());
    if (f != null) {
      take(f.toPath());
    }
  }

  /** Shows the picture through a profile; what cannot be used is said, and nothing changes. */
  void take(Path file) {
    if (set(file)) {
      habits.setText(HABIT, file.toAbsolutePath().toString());
      model.message().set(Words.of("screen.taken", model.looking().screen().get().name()));
    }
  }

  private boolean set(Path file) {
    try {
      if (Files.size(file) > MOST_BYTES) {
        throw new IOException(Words.of("screen.large"));
      }
      byte[] icc = Files.readAllBytes(file);
      model.looking().screen().set(new ScreenEncoding(IccProfile.encoding(icc)));
      return true;
    } catch (IOException | IllegalArgumentException e) {
      model.message().set(Words.of("screen.unusable", Failures.name(file), reason(e)));
      return false;
    }
  }

  private static String reason(Exception e) {
    return e instanceof NoSuchFileException
        ? Words.of("screen.gone")
        : String.valueOf(e.getMessage());
  }

  /** The screen is sRGB again. */
  void forget() {
    model.looking().screen().set(ScreenEncoding.SRGB);
    habits.setText(HABIT, "");
    model.message().set(Words.of("screen.plain"));
  }
}
