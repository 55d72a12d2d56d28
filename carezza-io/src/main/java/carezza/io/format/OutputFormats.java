package carezza.io.format;

import carezza.register.Register;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The register of formats that are written, in the order in which they are offered. */
public final class OutputFormats {
  public static final OutputFormat TIFF = new TiffOutput(true);
  public static final OutputFormat PNG = new PngOutput();
  public static final OutputFormat JPEG = new JpegOutput();

  private static final Register<OutputFormat> ALL =
      Register.of(OutputFormat.class, OutputFormat::key, List.of(TIFF, PNG, JPEG));

  private OutputFormats() {}

  public static List<OutputFormat> all() {
    return ALL.all();
  }

  /** The format that a file name's extension asks for. */
  public static Optional<OutputFormat> ofName(Path file) {
    return all().stream().filter(f -> hasExtension(file, f.extensions())).findFirst();
  }

  static boolean hasExtension(Path file, List<String> extensions) {
    String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
    return extensions.stream().anyMatch(e -> name.endsWith("." + e));
  }
}
