package carezza.app;

import carezza.engine.Engine;
import carezza.geometry.Framing;
import carezza.io.OpenDocument;
import carezza.io.PictureFile;
import carezza.sheet.History;
import java.util.List;

/**
 * A picture on the bench: its file, engine, document and history.
 *
 * @param file as read
 * @param engine evaluates its sheets
 * @param document what is kept about it, and the record of this sitting
 * @param history of this sitting
 * @param warnings sentences about what could not be used of picture and record
 */
public record OpenPicture(
    PictureFile file,
    Engine engine,
    OpenDocument document,
    History history,
    List<String> warnings) {

  /** What of it its newest step shows, and how it lies. */
  public Framing framing() {
    return history.now().framing(file.picture().bounds());
  }

  /** Name of its file. */
  public String name() {
    return Failures.name(file.path());
  }
}
