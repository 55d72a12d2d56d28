package carezza.app;

import carezza.io.DocumentStore;
import carezza.io.OpenDocument;
import carezza.io.PictureFile;
import carezza.sheet.History;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;

/**
 * Opens pictures with their documents.
 *
 * @param userData the user's own data folder
 * @param shelf of pictures that were read already
 * @param failed told, on another thread, when a step could not be recorded
 */
record Opener(Path userData, PictureShelf shelf, Consumer<Throwable> failed) {
  /**
   * @param afresh whether what an earlier sitting left unsaved is left alone
   * @param progress told shares of 0..1; may throw to stop
   * @param read given the picture when its file had to be read, before its document is
   */
  OpenPicture open(
      Path path, boolean afresh, DoubleConsumer progress, Consumer<PictureShelf.Ready> read)
      throws IOException {
    boolean there = shelf.has(path);
    PictureShelf.Ready ready = shelf.read(path, progress);
    if (!there) {
      read.accept(ready);
    }
    PictureFile file = ready.file();
    DocumentStore store = DocumentStore.of(path, userData);
    OpenDocument document = OpenDocument.open(store, afresh, failed);
    List<String> warnings = new ArrayList<>(file.warnings());
    warnings.addAll(document.warnings());
    return new OpenPicture(
        file, ready.engine(), document, new History(document.start()), List.copyOf(warnings));
  }
}
