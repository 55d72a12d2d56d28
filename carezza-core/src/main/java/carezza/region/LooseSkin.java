package carezza.region;

import carezza.area.Matte;
import carezza.area.Outline;
import carezza.face.FaceMap;
import carezza.filter.Flood;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.List;

/**
 * Skin that does not hang together with a face or neck: hands and arms. Gaps as narrow as a collar
 * or a strap do not part it. A hand that touches face or chest in the picture belongs to them.
 */
final class LooseSkin {
  /** Gaussian that closes gaps of about three times its sigma. */
  private static final double GAP_SIGMA_MM = 4;

  private static final float GAP = 0.1f;

  /** Less than this, in one piece, is no hand. */
  private static final double LEAST_MM2 = 150;

  private final Rect rect;
  private final boolean[] skin;

  private LooseSkin(Plane skin) {
    rect = skin.rect();
    this.skin = new boolean[skin.data().length];
    for (int i = 0; i < this.skin.length; i++) {
      this.skin[i] = skin.data()[i] > 0.5f;
    }
  }

  /**
   * @param surface skin
   */
  static Matte find(PixelReader picture, FaceMap map, Matte surface) {
    int level = Surfaces.level(picture, map);
    Plane all = surface.at(level, picture.bounds(level));
    double px = map.pxPerMm() / (1 << level);
    LooseSkin s = new LooseSkin(all);
    boolean[] joined = s.reached(s.closed(GAP_SIGMA_MM * px), s.faces(map, level));
    boolean[] loose = s.pieces(joined, LEAST_MM2 * px * px);
    Plane near = Gaussian.blur(s.plane(loose), 1.5);
    for (int i = 0; i < loose.length; i++) {
      all.data()[i] *= Math.min(1, 4 * near.data()[i]);
    }
    return new Matte(level, all);
  }

  private Plane plane(boolean[] on) {
    Plane p = new Plane(rect);
    for (int i = 0; i < on.length; i++) {
      p.data()[i] = on[i] ? 1 : 0;
    }
    return p;
  }

  private boolean[] closed(double sigma) {
    float[] soft = Gaussian.blur(plane(skin), sigma).data();
    boolean[] out = new boolean[soft.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = skin[i] || soft[i] > GAP;
    }
    return out;
  }

  /** Faces and necks, which a beard or a scarf may part. */
  private boolean[] faces(FaceMap map, int level) {
    boolean[] out = new boolean[skin.length];
    for (var f : map.faces()) {
      float[] in = Outline.through(map.outline(f)).coverage(level, rect).data();
      for (int i = 0; i < in.length; i++) {
        out[i] |= in[i] > 0.5f;
      }
    }
    List<FaceParts> parts = FaceParts.of(map);
    double side = 1 << level;
    for (int i = 0; i < out.length; i++) {
      double x = (rect.x() + i % rect.w() + 0.5) * side;
      double y = (rect.y() + i / rect.w() + 0.5) * side;
      out[i] |= skin[i] && FaceParts.nearest(parts, x, y).isNeck(x, y);
    }
    return out;
  }

  /** What can be reached from a set within another. */
  private boolean[] reached(boolean[] within, boolean[] from) {
    boolean[] out = new boolean[within.length];
    int[] queue = new int[within.length];
    int tail = 0;
    for (int i = 0; i < from.length; i++) {
      if (from[i]) {
        out[i] = true;
        queue[tail++] = i;
      }
    }
    Flood.fill(rect.w(), within, out, queue, tail);
    return out;
  }

  /** Pieces of skin of a least size that are not in a set. */
  private boolean[] pieces(boolean[] joined, double least) {
    boolean[] rest = new boolean[skin.length];
    for (int i = 0; i < rest.length; i++) {
      rest[i] = skin[i] && !joined[i];
    }
    boolean[] seen = new boolean[skin.length];
    boolean[] out = new boolean[skin.length];
    int[] queue = new int[skin.length];
    for (int i = 0; i < rest.length; i++) {
      if (rest[i] && !seen[i]) {
        seen[i] = true;
        queue[0] = i;
        int n = Flood.fill(rect.w(), rest, seen, queue, 1);
        for (int k = 0; k < n && n >= least; k++) {
          out[queue[k]] = true;
        }
      }
    }
    return out;
  }
}
