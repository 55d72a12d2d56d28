package carezza.spot;

import carezza.area.Outline;
import carezza.color.ColorEncoding;
import carezza.color.Roots;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.List;
import java.util.function.Consumer;

/**
 * The skin of a picture as marks are looked for in it: log2 of linear sRGB light by channel, where
 * there is skin, and how far a place can be trusted: towards lids, brows, lips, nostrils and the
 * border of the skin what looks like a mark is mostly a fold or a hair.
 */
final class SpotGround {
  private static final double LEAST_PX_PER_MM = 5;
  private static final float LEAST = 1e-3f;

  /** From here red light counts as blown out, and from which share of a disc the disc does. */
  private static final float BLOWN = Roots.log2(0.97f);

  private static final double BLOWN_SHARE = 0.05;
  private static final float[] TO_SRGB = ColorEncoding.srgb().toWorking().inverse().floats();

  /** Within so much of them a place is not trusted, and over how much trust comes back, mm. */
  private static final double LID_MM = 2;

  private static final double BROW_MM = 2.5;
  private static final double LIP_MM = 1.2;
  private static final double CORNER_MM = 3.5;
  private static final double NOSTRIL_MM = 4;
  private static final double FADE_MM = 0.6;
  private static final double BORDER_MM = 1.3;

  private static final double EYE_CORNER_MM = 5;

  /** Side of a part; what is not twice as large is one. */
  static final int PART_PX = 2000;

  /** How far round a mark is looked: its texture, and the widest blur of its surroundings. */
  private static final double MARGIN_MM = 22;

  private static final int LEAST_PX = 8;

  /** At more pixels a mm half as many do for lines. */
  static final double LINES_PX_PER_MM = 5;

  private static final int[] CORNERS = {61, 291};
  private static final int[] EYE_CORNERS = {133, 362};
  private static final int[] NOSTRILS = {97, 326};

  final int level;
  final double px;
  final Rect rect;
  private final Rect own;
  final Plane red;
  final Plane green;
  final Plane blue;
  final Plane skin;
  final Plane trust;

  private SpotGround(int level, double px, Rect own, RgbBlock b, Plane skin, Plane trust) {
    this(level, px, own, skin, trust, List.of(channel(b, 0), channel(b, 1), channel(b, 2)));
  }

  private SpotGround(
      int level, double px, Rect own, Plane skin, Plane trust, List<Plane> channels) {
    this.level = level;
    this.px = px;
    this.own = own;
    rect = skin.rect();
    this.skin = skin;
    this.trust = trust;
    red = channels.get(0);
    green = channels.get(1);
    blue = channels.get(2);
  }

  /** A ground of something else than skin, as a whole. */
  static SpotGround of(int level, double px, RgbBlock b, Plane where, Plane trust) {
    return new SpotGround(level, px, b.rect(), b, where, trust);
  }

  /**
   * Whether red light is blown out in part of a disc: what of it is gone there nobody can tell, and
   * a freckle looks like blood.
   */
  boolean isBlown(double x, double y, double radiusPx) {
    int right = (int) Math.min(rect.w() - 1, x + radiusPx);
    int bottom = (int) Math.min(rect.h() - 1, y + radiusPx);
    int blown = 0;
    int all = 0;
    for (int v = (int) Math.max(0, y - radiusPx); v <= bottom; v++) {
      for (int u = (int) Math.max(0, x - radiusPx); u <= right; u++) {
        if (Math.hypot(u - x, v - y) <= radiusPx) {
          blown += red.data()[v * rect.w() + u] > BLOWN ? 1 : 0;
          all++;
        }
      }
    }
    return blown > BLOWN_SHARE * all;
  }

  /** As fine as lines are looked for: the same at half the size where it has more pixels. */
  SpotGround forLines() {
    return px > LINES_PX_PER_MM ? halved() : this;
  }

  /** The same with every channel's sign changed: what is bright in it is dark here. */
  SpotGround negative() {
    return new SpotGround(
        level, px, own, skin, trust, List.of(negative(red), negative(green), negative(blue)));
  }

  private static Plane negative(Plane p) {
    Plane out = new Plane(p.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = -p.data()[i];
    }
    return out;
  }

  private SpotGround halved() {
    return new SpotGround(
        level + 1,
        px / 2,
        own.toLevel(1),
        halved(skin),
        halved(trust),
        List.of(halved(red), halved(green), halved(blue)));
  }

  /** Means of two by two, by the pixels of the next level. */
  private static Plane halved(Plane p) {
    Rect r = p.rect().toLevel(1);
    Plane out = new Plane(r);
    for (int i = 0; i < out.data().length; i++) {
      int x = 2 * (r.x() + i % r.w());
      int y = 2 * (r.y() + i / r.w());
      float sum = p.clamped(x, y) + p.clamped(x + 1, y);
      out.data()[i] = (sum + p.clamped(x, y + 1) + p.clamped(x + 1, y + 1)) / 4;
    }
    return out;
  }

  private static Plane channel(RgbBlock b, int c) {
    float[] m = TO_SRGB;
    Plane out = new Plane(b.rect());
    for (int i = 0; i < b.size(); i++) {
      float v = m[3 * c] * b.r()[i] + m[3 * c + 1] * b.g()[i] + m[3 * c + 2] * b.b()[i];
      out.data()[i] = Roots.log2(Math.max(v, 0) + LEAST);
    }
    return out;
  }

  static int level(FaceMap map) {
    return Pyramid.levelFor(map.pxPerMm(), LEAST_PX_PER_MM);
  }

  /**
   * The ground in parts that fit the memory, one after the other; most pictures have one. Parts
   * overlap by as far as a mark's surroundings are looked at; what is found belongs to the part
   * that {@link #owns} it.
   *
   * @param partPx side of a part
   */
  static void each(
      PixelReader picture,
      FaceMap map,
      SpotFinder.Skin where,
      int partPx,
      Consumer<SpotGround> then) {
    int level = level(map);
    double px = map.pxPerMm() / (1 << level);
    Rect all = bounds(where.at(level, picture.bounds(level)));
    if (all.w() < LEAST_PX || all.h() < LEAST_PX) {
      return;
    }
    int margin = (int) Math.ceil(MARGIN_MM * px);
    boolean fits = all.area() <= 2L * partPx * partPx;
    int side = fits ? Math.max(all.w(), all.h()) : partPx;
    for (int y = all.y(); y < all.bottom(); y += side) {
      for (int x = all.x(); x < all.right(); x += side) {
        Rect own = new Rect(x, y, side, side).intersect(all);
        Rect rect = own.grow(margin).intersect(all);
        Plane skin = where.at(level, rect);
        Plane trust = trust(map, skin, level, px);
        then.accept(new SpotGround(level, px, own, picture.read(level, rect), skin, trust));
      }
    }
  }

  /** What holds all that is above a half, in the plane's pixels. */
  static Rect bounds(Plane p) {
    int x0 = p.w();
    int x1 = 0;
    int y0 = p.h();
    int y1 = 0;
    for (int i = 0; i < p.data().length; i++) {
      if (p.data()[i] > 0.5f) {
        x0 = Math.min(x0, i % p.w());
        x1 = Math.max(x1, i % p.w() + 1);
        y0 = Math.min(y0, i / p.w());
        y1 = Math.max(y1, i / p.w() + 1);
      }
    }
    return new Rect(
        p.rect().x() + x0, p.rect().y() + y0, Math.max(0, x1 - x0), Math.max(0, y1 - y0));
  }

  private static Plane trust(FaceMap map, Plane skin, int level, double px) {
    Plane out = Gaussian.blur(skin, BORDER_MM * px / 1.65);
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = Math.max(0, Math.min(1, (out.data()[i] - 0.9f) / 0.08f));
    }
    for (FoundFace f : map.faces()) {
      beside(out, f, FaceContours.RIGHT_EYE, LID_MM, level, px);
      beside(out, f, FaceContours.LEFT_EYE, LID_MM, level, px);
      beside(out, f, FaceContours.RIGHT_BROW, BROW_MM, level, px);
      beside(out, f, FaceContours.LEFT_BROW, BROW_MM, level, px);
      beside(out, f, FaceContours.OUTER_LIPS, LIP_MM, level, px);
      around(out, f, CORNERS, CORNER_MM, level, px);
      around(out, f, EYE_CORNERS, EYE_CORNER_MM, level, px);
      around(out, f, NOSTRILS, NOSTRIL_MM, level, px);
    }
    return out;
  }

  private static void beside(
      Plane trust, FoundFace f, List<Integer> line, double mm, int level, double px) {
    Outline o = Outline.through(f.points(line));
    double side = 1 << level;
    float[] far = o.distances(trust.rect(), side, Math.max(1, (int) px));
    for (int i = 0; i < far.length; i++) {
      trust.data()[i] *= (float) fade(far[i] / side / px - mm);
    }
  }

  private static void around(
      Plane trust, FoundFace f, int[] points, double mm, int level, double px) {
    for (int p : points) {
      Pin at = f.mesh().get(p);
      double x = Math.scalb(at.x(), -level);
      double y = Math.scalb(at.y(), -level);
      Rect near = Rect.ofDisc(x, y, (mm + FADE_MM) * px).intersect(trust.rect());
      for (int v = near.y(); v < near.bottom(); v++) {
        for (int u = near.x(); u < near.right(); u++) {
          int i = (v - trust.rect().y()) * trust.w() + u - trust.rect().x();
          trust.data()[i] *= (float) fade(Math.hypot(u + 0.5 - x, v + 0.5 - y) / px - mm);
        }
      }
    }
  }

  private static double fade(double mm) {
    return Math.max(0, Math.min(1, 0.5 + mm / FADE_MM));
  }

  /** Whether what was found at a place, pixels of the ground, belongs to this part of it. */
  boolean owns(double x, double y) {
    return own.contains(rect.x() + (int) x, rect.y() + (int) y);
  }

  /** Whether what was found at a place, source pixels, belongs to this part of it. */
  boolean owns(Pin at) {
    return own.contains((int) Math.scalb(at.x(), -level), (int) Math.scalb(at.y(), -level));
  }

  /** A place of the ground, in source pixels. */
  Pin source(double x, double y) {
    return new Pin(Math.scalb(rect.x() + x + 0.5, level), Math.scalb(rect.y() + y + 0.5, level));
  }

  /** log2 of red over green. */
  Plane redness() {
    Plane out = new Plane(rect);
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = red.data()[i] - green.data()[i];
    }
    return out;
  }
}
