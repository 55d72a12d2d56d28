package carezza.cli;

import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.finder.NetFaceFinder;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * A picture with its run sheet and an engine over it.
 *
 * @param picture as read
 * @param sheet the one given, or the one beside the picture, or an empty one
 * @param engine evaluates it
 */
record Loaded(PictureFile picture, RunSheet sheet, Engine engine) {
  static Loaded of(Path picture, Path sheet) throws IOException {
    PictureFile file = PictureReader.read(picture);
    Path beside = DocumentStore.beside(picture);
    Path from = sheet != null ? sheet : Files.exists(beside) ? beside : null;
    Document d = from == null ? null : DocumentStore.read(from);
    Engine engine = new Engine(file.picture(), file.encoding(), TileCache.ofHeapShare());
    return new Loaded(file, d == null ? RunSheet.EMPTY : d.sheet(), engine);
  }

  /** A picture without any sheet, whatever lies beside it. */
  static Loaded bare(Path picture) throws IOException {
    PictureFile file = PictureReader.read(picture);
    Engine engine = new Engine(file.picture(), file.encoding(), TileCache.ofHeapShare());
    return new Loaded(file, RunSheet.EMPTY, engine);
  }

  /** The same with the faces looked for if its sheet has no face map. */
  Loaded withFaces() {
    if (sheet.faceMap().isPresent()) {
      return this;
    }
    List<FoundFace> faces = new NetFaceFinder().find(engine.original(), () -> false);
    return faces.isEmpty()
        ? this
        : new Loaded(picture, sheet.withFaceMap(FaceMap.of(faces)), engine);
  }
}
