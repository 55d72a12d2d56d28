package carezza.cli;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.reading.TruthDifference;
import carezza.region.RegionName;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/** A picture under its run sheet against the same picture as it should be. */
final class Against {
  private static final int ROWS = 256;

  private Against() {}

  /**
   * Differences on the whole picture and on each region that shows.
   *
   * @throws IllegalArgumentException when the clean picture has another size
   */
  static Map<String, TruthDifference> of(Loaded l, Path clean) throws IOException {
    PictureFile truth = PictureReader.read(clean);
    Rect all = l.picture().picture().bounds();
    if (!truth.picture().bounds().equals(all)) {
      throw new IllegalArgumentException(
          clean.getFileName()
              + ": it has "
              + truth.picture().width()
              + " x "
              + truth.picture().height()
              + " pixels, the picture "
              + all.w()
              + " x "
              + all.h()
              + ".");
    }
    PixelReader due =
        new Engine(truth.picture(), truth.encoding(), TileCache.ofHeapShare()).original();
    PixelReader was = l.engine().original();
    SheetView is = l.engine().view(l.sheet(), () -> false).prepared();
    Map<String, TruthDifference> out = new LinkedHashMap<>();
    for (int y = 0; y < all.h(); y += ROWS) {
      Rect r = new Rect(0, y, all.w(), Math.min(ROWS, all.h() - y));
      RgbBlock before = was.read(0, r);
      RgbBlock now = is.readTogether(0, r);
      RgbBlock want = due.read(0, r);
      add(out, "picture", before, now, want, Plane.filled(r, 1));
      for (RegionName region : RegionName.values()) {
        Area area = l.sheet().region(region.key());
        if (!area.isEmpty() && is.areaBounds(area).intersects(r)) {
          add(out, region.key(), before, now, want, is.mask(area, 0, r));
        }
      }
    }
    out.values().removeIf(d -> !d.isAny());
    return out;
  }

  private static void add(
      Map<String, TruthDifference> to,
      String region,
      RgbBlock before,
      RgbBlock now,
      RgbBlock want,
      Plane mask) {
    to.computeIfAbsent(region, k -> new TruthDifference()).add(before, now, want, mask);
  }
}
