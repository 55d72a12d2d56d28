package carezza.io;

import carezza.io.format.UnreadableFileException;
import carezza.job.TimeLog;
import carezza.job.WorkRecord;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What was done on the pictures of a job, as their saved documents say.
 *
 * @param lines of the pictures that have a document, in the order they were given
 * @param failed a sentence for each document that cannot be read, which is left out
 */
public record JobLog(List<Line> lines, List<String> failed) {
  public JobLog {
    lines = List.copyOf(lines);
    failed = List.copyOf(failed);
  }

  /** What was done on one picture. */
  public record Line(Path picture, WorkRecord record) {}

  /**
   * Reads the documents of pictures; no picture is decoded.
   *
   * @param document where the document of a picture lies, empty when it has none
   */
  public static JobLog of(List<Path> pictures, Function<Path, Optional<Path>> document) {
    List<Line> lines = new ArrayList<>();
    List<String> failed = new ArrayList<>();
    for (Path p : pictures) {
      try {
        Optional<Path> file = document.apply(p);
        if (file.isPresent()) {
          Document d = DocumentStore.read(file.get());
          lines.add(new Line(p, WorkRecord.of(d.sheet(), d.log())));
        }
      } catch (IOException e) {
        failed.add(
            e instanceof UnreadableFileException
                ? e.getMessage()
                : p.getFileName() + ": its document cannot be read.");
      }
    }
    return new JobLog(lines, failed);
  }

  /** What was worked on all of them. */
  public TimeLog worked() {
    TimeLog out = TimeLog.EMPTY;
    for (Line l : lines) {
      out = out.plus(l.record().log());
    }
    return out;
  }
}
