package carezza.io.format;

import carezza.register.Register;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** The register of formats that are read. */
public final class InputFormats {
  private static final Register<InputFormat> ALL =
      Register.of(
          InputFormat.class,
          InputFormat::key,
          List.of(new JpegInput(), new PngInput(), new TiffInput()));

  private InputFormats() {}

  public static List<InputFormat> all() {
    return ALL.all();
  }

  /** The format whose signature a file begins with. */
  public static Optional<InputFormat> ofSignature(byte[] head) {
    return all().stream().filter(f -> f.matches(head)).findFirst();
  }

  /** Whether a file's name is that of a picture that can be read. */
  public static boolean isNamed(Path file) {
    return all().stream().anyMatch(f -> OutputFormats.hasExtension(file, f.extensions()));
  }
}
