package carezza.app;

import carezza.engine.LastingStore;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.io.DocumentStore;
import carezza.sheet.RunSheet;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import javax.imageio.ImageIO;

/** A small picture of one colour with a little texture, whose eyes are pinned. */
final class PlainPicture {
  private PlainPicture() {}

  /** Writes the picture and its document. */
  static Path write(Path dir, Path own, int w, int h, Pin right, Pin left) throws IOException {
    Path picture = dir.resolve("p.png");
    BufferedImage i = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        i.setRGB(x, y, 0xc09078 + (x * 7 + y * 13) % 9 * 0x010101);
      }
    }
    ImageIO.write(i, "png", picture.toFile());
    DocumentStore store = DocumentStore.of(picture, own);
    store.save(store.load().with(RunSheet.EMPTY.withFaceMap(new FaceMap(right, left))));
    return picture;
  }

  /** Opens a picture under a cache of its own. */
  static OpenPicture open(Path picture, Path own) throws IOException {
    PictureShelf shelf = PictureShelf.ofHeapShare(TileCache.ofHeapShare(), LastingStore.NONE);
    return new Opener(own, shelf, e -> {}).open(picture, false, f -> {}, r -> {});
  }
}
