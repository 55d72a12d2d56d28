package carezza.io;

import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicReference;

/**
 * Lays a pass on the document of a picture that is not open: in the place of the first pass of its
 * kind, whose place in the sheet it takes, or as a new one. What an earlier sitting left unsaved
 * stays unsaved, with the pass as its newest step.
 */
public final class LaidOn {
  private LaidOn() {}

  /**
   * @param userData the user's own data folder
   * @return false when another Carezza has the document open; nothing was changed then
   */
  public static boolean picture(Path picture, Path userData, Pass pass) throws IOException {
    AtomicReference<Throwable> failed = new AtomicReference<>();
    DocumentStore store = DocumentStore.of(picture, userData);
    try (OpenDocument d = OpenDocument.open(store, false, failed::set)) {
      if (d.isElsewhere()) {
        return false;
      }
      RunSheet now = laid(d.start(), pass);
      if (d.isRecovered()) {
        d.append(now);
        d.flush();
      } else {
        d.save(now);
      }
    }
    if (failed.get() != null) {
      throw new IOException(failed.get());
    }
    return true;
  }

  static RunSheet laid(RunSheet on, Pass pass) {
    return on.passes().stream()
        .filter(p -> p.kind().key().equals(pass.kind().key()))
        .findFirst()
        .map(p -> on.change(p.id(), q -> pass.withId(q.id())))
        .orElseGet(() -> on.add(pass.withId(on.nextId())));
  }
}
