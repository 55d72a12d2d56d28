package carezza.area;

import carezza.image.Rect;
import java.util.concurrent.ConcurrentHashMap;

/**
 * What has been laid on of a stroke that grows, tile by tile: its stable dabs, which later states
 * of the stroke do not lay on again. The sums are taken in the order of the dabs, so that what
 * comes of them is the same to the bit.
 */
final class StrokeLayers {
  /** Lays the dabs from one to another on a layer. */
  @FunctionalInterface
  interface Laying {
    void lay(int from, int to, float[] layer);
  }

  private record Place(int level, Rect tile, double share) {}

  private static final class Layer {
    private final float[] sum;
    private int dabs;

    Layer(int size) {
      sum = new float[size];
    }
  }

  private final ConcurrentHashMap<Place, Layer> layers = new ConcurrentHashMap<>();

  /**
   * Puts what a stroke lays on a tile into {@code out}, which holds nothing.
   *
   * @param path of the stroke as it is now
   */
  void lay(StrokePath path, int level, Rect tile, Laying how, float[] out) {
    Place place = new Place(level, tile, path.share);
    Layer l = layers.computeIfAbsent(place, k -> new Layer(out.length));
    synchronized (l) {
      if (l.dabs > path.stable()) {
        how.lay(0, path.count(), out);
        return;
      }
      how.lay(l.dabs, path.stable(), l.sum);
      l.dabs = path.stable();
      System.arraycopy(l.sum, 0, out, 0, out.length);
    }
    how.lay(path.stable(), path.count(), out);
  }
}
