package carezza.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The picture that a command is about, with its run sheet. */
final class Input {
  @Parameters(paramLabel = "PICTURE", description = "JPEG, PNG or TIFF; never written to.")
  private Path picture;

  @Option(
      names = "--sheet",
      paramLabel = "F",
      description = "Document with the run sheet; the one beside the picture if not given.")
  private Path sheet;

  Path picture() {
    return picture;
  }

  /**
   * @param err told what the picture's file warns of
   */
  Loaded load(PrintWriter err) throws IOException {
    Loaded l = Loaded.of(picture, sheet);
    l.picture().warnings().forEach(err::println);
    return l;
  }
}
