package carezza.region;

import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FaceFrame;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import java.util.List;
import java.util.stream.Stream;

/**
 * How likely each surface is at a place before its colour is looked at: the backdrop where the
 * person mask shows nobody; within the person by where the place lies to the face, in mm along its
 * eyes and down, and from the outline of its mesh.
 */
final class SurfacePrior {
  /** Surfaces in the order of the numbers here. */
  static final int SKIN = 0;

  static final int HAIR = 1;
  static final int CLOTHING = 2;
  static final int BACKDROP = 3;
  static final int COUNT = 4;

  /** How likely hair is on a face, and below its nose. */
  private static final double STRAND = 0.06;

  private static final double BEARD = 0.35;

  /** How likely hair is beside a face, and how much less beside the jaw, where necks begin. */
  private static final double HAIR_BESIDE = 0.75;

  private static final double HAIR_AT_JAW_LESS = 0.35;

  private static final int CHIN = 152;
  private static final int NOSE_BASE = 2;

  private static final double NOSTRILS_MM = 22;

  /** So far from the outline of a brow its hairs may grow. */
  private static final double BROW_MM = 5;

  /** So far inside the outline of the mesh a place is the face for certain, if it is not hidden. */
  private static final double FACE_MM = 10;

  /** So far inside the outline of the mesh the core of the face begins. */
  private static final double CORE_MM = 8;

  /**
   * Chance that what lies above a face within a skull is the person; how high above the eyes it
   * goes and half of how wide it is, mm, hair and all: a head's height of some 225 mm is halved by
   * the eyes, its breadth is some 150 mm.
   */
  private static final double SKULL = 0.8;

  private static final double SKULL_TOP_MM = 112;
  private static final double SKULL_HALF_MM = 76;

  private static final double LEAST_PERSON = 0.03;

  private final FoundFace face;
  private final FaceFrame frame;
  private final Outline oval;
  private final double px;
  private final double chin;
  private final double base;
  private final List<Outline> brows;

  /**
   * @param px source pixels a mm on this face
   */
  SurfacePrior(FaceMap map, FoundFace face, double px) {
    this.face = face;
    this.px = px;
    frame = new FaceFrame(new FaceMap(face.rightPupil(), face.leftPupil()), px);
    oval = Outline.through(map.outline(face));
    Pin c = face.mesh().get(CHIN);
    chin = frame.v(c.x(), c.y());
    Pin b = face.mesh().get(NOSE_BASE);
    base = frame.v(b.x(), b.y());
    brows =
        Stream.of(FaceContours.RIGHT_BROW, FaceContours.LEFT_BROW)
            .map(line -> Outline.through(face.points(line)))
            .toList();
  }

  /**
   * A face is a person whatever the mask says, and so, very likely, is what lies above it as far as
   * a skull goes: the mask may leave out what is worn there.
   *
   * @param beyond see {@link #beyond}
   */
  double person(double x, double y, double beyond) {
    double on = 1 - step((beyond + 6) / 8);
    double seen = Math.max(Math.max(face.person().at(x, y), on), SKULL * skull(x, y));
    return Math.max(LEAST_PERSON, Math.min(1 - LEAST_PERSON, seen));
  }

  /** How surely a place above the eyes lies within the outline of a skull. */
  private double skull(double x, double y) {
    double v = frame.v(x, y);
    double round = Math.hypot(frame.u(x, y) / SKULL_HALF_MM, v / SKULL_TOP_MM);
    return step(-v / 20) * (1 - step((round - 0.9) / 0.2));
  }

  /** Whether a place lies on forehead, nose or upper cheeks, away from the brows. */
  boolean isCore(double x, double y, double beyond) {
    double v = frame.v(x, y);
    return beyond < -CORE_MM && v < base - 2 && !isAtBrow(x, y, 2);
  }

  /** Whether a place lies well inside the outline of the face. */
  static boolean isOnFace(double beyond) {
    return beyond < -FACE_MM;
  }

  /** Whether a place lies lower than the chin. */
  boolean isBelowChin(double x, double y) {
    return frame.v(x, y) > chin;
  }

  /** Whether a place lies at the nostrils or at a brow, where a face is dark by itself. */
  boolean isDark(double x, double y) {
    double v = frame.v(x, y);
    return Math.abs(frame.u(x, y)) < NOSTRILS_MM && Math.abs(v - base + 3) < NOSTRILS_MM / 3
        || isAtBrow(x, y, BROW_MM);
  }

  private boolean isAtBrow(double x, double y, double mm) {
    return brows.stream().anyMatch(b -> b.distance(x, y) < mm * px);
  }

  /** Signed distance from the outline of the mesh, mm, negative inside. */
  double beyond(double x, double y) {
    return oval.distance(x, y) / px;
  }

  /** See {@link FaceFrame#fromMiddle}. */
  double fromMiddle(double x, double y) {
    return frame.fromMiddle(x, y);
  }

  double chin() {
    return chin;
  }

  /** Shares of skin, hair and clothing in what is a person at a place; they add up to 1. */
  void shares(double x, double y, double beyond, double[] out) {
    double u = Math.abs(frame.u(x, y));
    double v = frame.v(x, y);
    double d = beyond;
    double inside = 1 - step((d + 12) / 16);
    double above = 1 - step((v + 30) / 40);
    double below = step((v - chin + 12) / 24);
    double aside = Math.max(0, 1 - above - below);
    double forehead = 1 - step(d / 30);
    double neck = (1 - step((v - chin - 40) / 60)) * (1 - step((u - 45) / 35));
    double near = 1 - step(d / 25);
    double skin =
        above * (0.03 + 0.42 * forehead)
            + aside * (0.03 + 0.3 * near)
            + below * (0.14 + 0.8 * neck);
    double beside = HAIR_BESIDE - HAIR_AT_JAW_LESS * step((v - base) / 25);
    double hair =
        above * 0.9 + aside * beside + below * (0.06 + 0.12 * (1 - step((v - chin) / 90)));
    double cloth = above * 0.04 + aside * 0.1 + below * (0.9 - 0.6 * neck);
    double beard = (BEARD - STRAND) * step((v - base + 4) / 12);
    out[SKIN] = inside * (0.93 - beard) + (1 - inside) * skin;
    out[HAIR] = inside * (STRAND + beard) + (1 - inside) * hair;
    out[CLOTHING] = inside * 0.01 + (1 - inside) * cloth;
    double sum = out[SKIN] + out[HAIR] + out[CLOTHING];
    out[SKIN] /= sum;
    out[HAIR] /= sum;
    out[CLOTHING] /= sum;
  }

  static double step(double t) {
    double c = Math.max(0, Math.min(1, t));
    return c * c * (3 - 2 * c);
  }
}
