package carezza.app;

import carezza.app.kit.DeskTones;
import carezza.io.AtomicFile;
import java.io.IOException;
import java.io.OutputStream;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import javafx.geometry.Rectangle2D;

/** What the window remembers from one sitting to the next: its place, its size, the desk. */
final class Habits {
  private static final String DESK = "desk";
  private static final String PLACE = "window";
  private static final String LARGEST = "largest";

  private final Path file;
  private final Properties all = new Properties();

  /** What cannot be read is as if it had never been kept. */
  Habits(Path userData) {
    file = userData.resolve("habits.properties");
    try (Reader in = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
      all.load(in);
    } catch (IOException | IllegalArgumentException e) {
      all.clear();
    }
  }

  /** Lightness of the desk, L*. */
  double desk() {
    return number(DESK).orElse(DeskTones.USUAL);
  }

  void setDesk(double lightness) {
    set(DESK, String.format(Locale.ROOT, "%.1f", lightness));
  }

  /** A number of its own name. */
  Optional<Double> number(String name) {
    try {
      double v = Double.parseDouble(all.getProperty(name, ""));
      return Double.isFinite(v) ? Optional.of(v) : Optional.empty();
    } catch (NumberFormatException e) {
      return Optional.empty();
    }
  }

  /** A text of its own name; empty when there is none. */
  Optional<String> text(String name) {
    return Optional.of(all.getProperty(name, "")).filter(s -> !s.isEmpty());
  }

  void setText(String name, String v) {
    set(name, v);
  }

  void setNumber(String name, double v) {
    set(name, String.format(Locale.ROOT, "%.3f", v));
  }

  /** Where the window stood; empty when that was never kept. */
  Optional<Rectangle2D> window() {
    String[] n = all.getProperty(PLACE, "").split(" ");
    try {
      return n.length == 4
          ? Optional.of(
              new Rectangle2D(
                  Double.parseDouble(n[0]),
                  Double.parseDouble(n[1]),
                  Double.parseDouble(n[2]),
                  Double.parseDouble(n[3])))
          : Optional.empty();
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /** Whether the window was as large as the screen allows; so it is at first. */
  boolean isLargest() {
    return Boolean.parseBoolean(all.getProperty(LARGEST, "true"));
  }

  void setWindow(Rectangle2D r, boolean largest) {
    set(
        PLACE,
        String.format(
            Locale.ROOT,
            "%.0f %.0f %.0f %.0f",
            r.getMinX(),
            r.getMinY(),
            r.getWidth(),
            r.getHeight()));
    set(LARGEST, String.valueOf(largest));
  }

  private void set(String name, String value) {
    all.setProperty(name, value);
  }

  /** Writes all of it. What cannot be written is no reason to disturb. */
  void keep() {
    try {
      Files.createDirectories(file.getParent());
      AtomicFile.write(
          file,
          t -> {
            try (OutputStream out = Files.newOutputStream(t)) {
              all.store(out, null);
            }
          });
    } catch (IOException e) {
      return;
    }
  }
}
