package carezza.field;

import carezza.color.Roots;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.List;

/**
 * The strip along one border of a picture from which its backdrop is continued.
 *
 * @param side which border
 * @param picture bounds of the picture, source pixels
 */
public record BorderStrip(Side side, Rect picture) {
  /** The strip's depth as a share of the picture's shorter side. */
  private static final double DEPTH = 0.05;

  /** Depth of the strip in pixels of the level on which it is looked at. */
  private static final double LOOKED_AT = 12;

  /** The four borders. */
  public enum Side {
    LEFT,
    TOP,
    RIGHT,
    BOTTOM;

    /** Whether what lies beyond it lies to its left or right. */
    public boolean isUpright() {
      return this == LEFT || this == RIGHT;
    }

    /** Whether it is the border at the lower end of its axis. */
    public boolean isFirst() {
      return this == LEFT || this == TOP;
    }
  }

  /** The strips from which a picture goes on to what there is to be. */
  public static List<BorderStrip> beyond(Rect picture, Rect there) {
    List<BorderStrip> out = new ArrayList<>();
    boolean[] goesOn = {
      there.x() < picture.x(),
      there.y() < picture.y(),
      there.right() > picture.right(),
      there.bottom() > picture.bottom()
    };
    for (Side s : Side.values()) {
      if (goesOn[s.ordinal()]) {
        out.add(new BorderStrip(s, picture));
      }
    }
    return out;
  }

  /** Source pixels from the border inwards. */
  public static int depth(Rect picture) {
    return Math.max(1, (int) Math.round(DEPTH * Math.min(picture.w(), picture.h())));
  }

  /** Where it lies, source pixels. */
  public Rect rect() {
    int d = depth(picture);
    return switch (side) {
      case LEFT -> new Rect(picture.x(), picture.y(), d, picture.h());
      case TOP -> new Rect(picture.x(), picture.y(), picture.w(), d);
      case RIGHT -> new Rect(picture.right() - d, picture.y(), d, picture.h());
      case BOTTOM -> new Rect(picture.x(), picture.bottom() - d, picture.w(), d);
    };
  }

  /** The level on which it is looked at. */
  public int level() {
    return Pyramid.levelFor(depth(picture), LOOKED_AT);
  }

  /** A plane over the strip, by distance from the border (rows) and place along it (columns). */
  public Plane laid(Plane in) {
    boolean upright = side.isUpright();
    Rect r = in.rect();
    Plane out = new Plane(new Rect(0, 0, upright ? r.h() : r.w(), upright ? r.w() : r.h()));
    for (int n = 0; n < out.h(); n++) {
      int across = side.isFirst() ? n : out.h() - 1 - n;
      for (int t = 0; t < out.w(); t++) {
        out.data()[n * out.w() + t] =
            upright ? in.at(r.x() + across, r.y() + t) : in.at(r.x() + t, r.y() + across);
      }
    }
    return out;
  }

  /** How the cube roots of the three channels go on across the border, a source pixel. */
  public BorderSlopes[] slopes(PixelReader of) {
    int level = level();
    Rect r = rect().toLevel(level).intersect(of.bounds(level));
    RgbBlock light = of.read(level, r);
    BorderSlopes[] out = new BorderSlopes[3];
    for (int c = 0; c < 3; c++) {
      float[] root = new float[light.size()];
      Roots.cbrt(light.channel(c), root);
      out[c] = new BorderSlopes(laid(new Plane(r, root)), 1 << level);
    }
    return out;
  }
}
