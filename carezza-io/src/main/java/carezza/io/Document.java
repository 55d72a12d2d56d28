package carezza.io;

import carezza.job.TimeLog;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * What is kept about one picture.
 *
 * @param sourceName the picture's file name
 * @param sourceSha256 hexadecimal SHA-256 of the picture file when the document was made
 * @param sheet the run sheet
 * @param log what was worked on it
 * @param read the tree as it was read, whose unknown fields are written back; empty when new
 */
public record Document(
    String sourceName, String sourceSha256, RunSheet sheet, TimeLog log, ObjectNode read) {
  /** The version of the form written. */
  public static final int VERSION = 2;

  /** A new one, on which nothing was worked yet. */
  public Document(String sourceName, String sourceSha256, RunSheet sheet, ObjectNode read) {
    this(sourceName, sourceSha256, sheet, TimeLog.EMPTY, read);
  }

  public Document with(RunSheet s) {
    return with(s, log);
  }

  public Document with(RunSheet s, TimeLog worked) {
    return new Document(sourceName, sourceSha256, s, worked, read);
  }
}
