package carezza.region;

import carezza.area.Outline;
import carezza.face.FaceFrame;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoubleSupplier;

/**
 * Where on a sitter's skin a place lies, by the outline of the face alone: how much of it belongs
 * to the forehead, a cheek, an ear, the neck. Borders are soft, {@value #SOFT_MM} mm wide. With
 * several faces a place belongs to the nearest.
 */
final class FaceParts {
  /** Width of borders drawn through skin. */
  private static final double SOFT_MM = 6;

  private static final double HALF = SOFT_MM / 2;

  /** What distances may be off by. */
  private static final double CLOSE_MM = 1e-6;

  /** Beyond so far below the chin the neck is chest. */
  private static final double NECK_MM = 75;

  private static final double NECK_WIDE_MM = 55;

  /** So far beyond the side of the mesh skin is still an ear. */
  private static final double EAR_MM = 38;

  /** So far beyond it the ear begins, and the cheek ends. */
  private static final double EAR_FROM_MM = 4;

  private static final double CHEEK_MM = -1;

  /** The cheek begins so far below the lower lid. */
  private static final double LID_MM = 5;

  private final double px;
  private final FaceFrame frame;
  private final Outline oval;
  private final double chin;
  private final double brow;
  private final double base;
  private final double lips;
  private final double lowerLip;
  private final double wing;
  private final double mouth;
  private final double[] lid;

  private FaceParts(FaceMap map, FoundFace f) {
    px = map.pxPerMm();
    frame = new FaceFrame(new FaceMap(f.rightPupil(), f.leftPupil()), px);
    oval = Outline.through(map.outline(f));
    chin = v(f, 152);
    brow = Math.min(v(f, 105), v(f, 334));
    base = v(f, 2);
    lips = 0.5 * (v(f, 61) + v(f, 291));
    lowerLip = v(f, 17);
    wing = 0.5 * (u(f, 358) - u(f, 129));
    mouth = 0.5 * (u(f, 291) - u(f, 61));
    lid = new double[] {v(f, 145), v(f, 374)};
  }

  static List<FaceParts> of(FaceMap map) {
    return map.faces().stream().map(f -> new FaceParts(map, f)).toList();
  }

  private double u(FoundFace f, int point) {
    Pin p = f.mesh().get(point);
    return frame.u(p.x(), p.y());
  }

  private double v(FoundFace f, int point) {
    Pin p = f.mesh().get(point);
    return frame.v(p.x(), p.y());
  }

  /** See {@link FaceFrame#fromMiddle}. */
  double fromMiddle(double x, double y) {
    return frame.fromMiddle(x, y);
  }

  /** The one whose face lies nearest to a source pixel. */
  static FaceParts nearest(List<FaceParts> all, double x, double y) {
    return all.size() == 1
        ? all.get(0)
        : all.stream().min(Comparator.comparingDouble(p -> p.frame.fromMiddle(x, y))).orElseThrow();
  }

  /**
   * Shares of a part at pixels one after the other. How far a pixel lies beyond the outline of the
   * face is not asked where it cannot matter: no soft border is nearer than the pixel is to the one
   * before. For one thread.
   */
  static final class Walk {
    private final List<FaceParts> all;
    private FaceParts last;
    private double lastX;
    private double lastY;
    private double beyond;

    Walk(List<FaceParts> all) {
      this.all = all;
    }

    /** Share of a part in skin at a source pixel, 0 to 1. */
    double share(RegionName part, double x, double y) {
      FaceParts f = nearest(all, x, y);
      return f.share(part, x, y, () -> beyond(f, x, y));
    }

    private double beyond(FaceParts f, double x, double y) {
      boolean same =
          f == last && Math.hypot(x - lastX, y - lastY) / f.px < fromSoftBorder(beyond) - CLOSE_MM;
      if (!same) {
        beyond = f.oval.distance(x, y) / f.px;
        last = f;
        lastX = x;
        lastY = y;
      }
      return beyond;
    }
  }

  /**
   * What no part depends on: how far a place is from where a soft border along the outline runs.
   */
  private static double fromSoftBorder(double beyond) {
    double inner = Math.max(CHEEK_MM - HALF - beyond, beyond - EAR_FROM_MM - HALF);
    double outer = Math.max(EAR_MM - HALF - beyond, beyond - EAR_MM - HALF);
    return Math.min(inner, outer);
  }

  private double share(RegionName part, double x, double y, DoubleSupplier beyond) {
    double u = frame.u(x, y);
    double v = frame.v(x, y);
    double head = 1 - soft(v - chin - 4);
    if (head == 0 && part != RegionName.NECK && part != RegionName.CHEST) {
      return 0;
    }
    return switch (part) {
      case FACE -> head * (1 - ear(v, beyond));
      case EARS -> head * ear(v, beyond);
      case NECK -> (1 - head) * (1 - soft(v - chin - NECK_MM));
      case CHEST -> (1 - head) * soft(v - chin - NECK_MM);
      case FOREHEAD -> forehead(v) == 0 ? 0 : head * (1 - ear(v, beyond)) * forehead(v);
      case NOSE -> head * nose(u, v);
      case CHIN -> head * low(u, v);
      case RIGHT_CHEEK -> soft(u) == 1 ? 0 : head * cheek(u, v, 0, beyond) * (1 - soft(u));
      case LEFT_CHEEK -> soft(u) == 0 ? 0 : head * cheek(u, v, 1, beyond) * soft(u);
      default -> throw new IllegalArgumentException("region = " + part);
    };
  }

  /** Whether a source pixel lies where the neck is. */
  boolean isNeck(double x, double y) {
    double v = frame.v(x, y);
    return v > chin && v < chin + 0.6 * NECK_MM && Math.abs(frame.u(x, y)) < NECK_WIDE_MM;
  }

  /** Beside the outline of the face, from the brows to below the nose. */
  private double ear(double v, DoubleSupplier beyond) {
    double from = soft(v - brow + 4);
    double to = 1 - soft(v - base - 12);
    if (from == 0 || to == 0) {
      return 0;
    }
    double mm = beyond.getAsDouble();
    return soft(mm - EAR_FROM_MM) * (1 - soft(mm - EAR_MM)) * from * to;
  }

  private double forehead(double v) {
    return 1 - soft(v - brow - 2);
  }

  private double nose(double u, double v) {
    double half = 4 + (wing - 2) * Math.max(0, Math.min(1, v / base));
    return (1 - soft(v - base - 1)) * (1 - forehead(v)) * (1 - soft(Math.abs(u) - half));
  }

  private double low(double u, double v) {
    double round = Math.hypot(u / 26, (v - (lowerLip + chin) / 2 - 3) / ((chin - lowerLip) / 2));
    return soft(v - lowerLip - 2) * (1 - soft(20 * (round - 1)));
  }

  /** Below the lower lid, beside nose, mouth and chin, as far as the outline of the face goes. */
  private double cheek(double u, double v, int side, DoubleSupplier beyond) {
    double round = Math.hypot(u / (mouth + 6), (v - lips) / (lips - base + 4));
    double aroundMouth = 1 - soft(20 * (round - 1));
    double within =
        soft(v - lid[side] - LID_MM) * (1 - nose(u, v)) * (1 - low(u, v)) * (1 - aroundMouth);
    return within == 0 ? 0 : within * (1 - soft(beyond.getAsDouble() - CHEEK_MM));
  }

  private static double soft(double mm) {
    return SurfacePrior.step(0.5 + mm / SOFT_MM);
  }
}
