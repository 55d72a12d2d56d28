package carezza.reading;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Properties;

/**
 * The target bands, from the data file {@code bands.properties}; provisional, light-only school.
 */
public final class ReadingBands {
  private static final Properties ALL = load();

  private ReadingBands() {}

  private static Properties load() {
    Properties p = new Properties();
    try (InputStream in = ReadingBands.class.getResourceAsStream("bands.properties")) {
      p.load(in);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return p;
  }

  /** Lower and upper end. */
  static double[] of(String name) {
    String[] ends = ALL.getProperty(name).split("\\s+");
    return new double[] {Double.parseDouble(ends[0]), Double.parseDouble(ends[1])};
  }
}
