package carezza.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import picocli.CommandLine.Option;

/** Files that a command writes: what is there already stays, unless the command is told to. */
final class Output {
  @Option(names = "--replace", description = "Replace files that are there already.")
  private boolean replace;

  /**
   * @param picture the original, which is never written to, whatever is said
   * @throws IllegalArgumentException naming the file when it is not to be written
   */
  void refuse(Path file, Path picture) throws IOException {
    if (!Files.exists(file)) {
      return;
    }
    if (Files.exists(picture) && Files.isSameFile(file, picture)) {
      throw new IllegalArgumentException(
          file.getFileName() + ": this is the original picture, which is never written to.");
    }
    if (Files.isDirectory(file)) {
      throw new IllegalArgumentException(file.getFileName() + ": it is a folder, not a file.");
    }
    if (!replace) {
      throw new IllegalArgumentException(
          file.getFileName() + ": it is there already; give --replace to write over it.");
    }
  }
}
