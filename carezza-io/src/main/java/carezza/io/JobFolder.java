package carezza.io;

import carezza.io.format.InputFormats;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** The folder of a job. */
public final class JobFolder {
  private JobFolder() {}

  /** The pictures of a folder, by name; none where it cannot be read. */
  public static List<Path> pictures(Path folder) {
    try (Stream<Path> s = Files.list(folder)) {
      return s.filter(InputFormats::isNamed).map(Path::toAbsolutePath).sorted().toList();
    } catch (IOException e) {
      return List.of();
    }
  }
}
