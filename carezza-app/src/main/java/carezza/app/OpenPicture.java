package carezza.app;

import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.io.Journal;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.sheet.History;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleConsumer;

/**
 * A picture on the bench: its file, engine, document, history and journal.
 *
 * @param file as read
 * @param engine evaluates its sheets
 * @param store where its document lies
 * @param document as loaded
 * @param history of this sitting
 * @param journal of changes since the last save
 * @param recovered true when the journal of an earlier sitting was replayed
 * @param warnings sentences about what could not be used of picture and journal
 */
record OpenPicture(
    PictureFile file,
    Engine engine,
    DocumentStore store,
    Document document,
    History history,
    Journal journal,
    boolean recovered,
    List<String> warnings) {

  static OpenPicture open(Path path, Path userData, DoubleConsumer progress) throws IOException {
    PictureFile file = PictureReader.read(path, progress);
    DocumentStore store = DocumentStore.of(path, userData);
    List<String> warnings = new ArrayList<>(file.warnings());
    Document document = store.load();
    Optional<RunSheet> recovered = store.recover(document.sheet(), warnings::add);
    Engine engine = new Engine(file.picture(), file.encoding(), TileCache.ofHeapShare());
    return new OpenPicture(
        file,
        engine,
        store,
        document,
        new History(recovered.orElse(document.sheet())),
        new Journal(store.journalFile(), document.sheet(), recovered.orElse(document.sheet())),
        recovered.isPresent() && !recovered.get().equals(document.sheet()),
        List.copyOf(warnings));
  }
}
