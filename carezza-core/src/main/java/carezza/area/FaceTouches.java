package carezza.area;

import carezza.color.Roots;
import carezza.face.FaceFrame;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.image.PixelReader;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Where skin, teeth and eye whites are to be touched on a face that was found, so that regions grow
 * with no pointing. Skin is touched on each cheek between eye and mouth corner, and on the neck if
 * its colour there is near the cheeks'; teeth only where the lips stand apart; whites on both sides
 * of each iris.
 */
public final class FaceTouches {
  private static final int MOUTH_RIGHT = 61;
  private static final int MOUTH_LEFT = 291;
  private static final int CHIN = 152;
  private static final int LIP_UPPER = 13;
  private static final int LIP_LOWER = 14;
  private static final int[] RIGHT_CORNERS = {33, 133};
  private static final int[] LEFT_CORNERS = {263, 362};

  private static final double NECK_BELOW_CHIN_MM = 38;
  private static final double LEAST_GAP_MM = 3;

  /** Least room between the rim of the iris and the corner of the eye. */
  private static final double LEAST_WHITE_MM = 2.5;

  /** Stops in which log2 R/G and log2 G/B of neck and cheek may differ. */
  private static final double NEAR_COLOUR = 0.35;

  /** Stops by which log2 R/G may lie under the cheek's: what is paler is more likely cloth. */
  private static final double PALER = 0.12;

  /** Where a white is touched on its way from the rim of the iris to the corner of the eye. */
  private static final double NEAR_RIM = 0.38;

  /** Stops by which the neck may lie in shade. */
  private static final double SHADE = 2.5;

  private final FoundFace face;
  private final PixelReader picture;
  private final double px;
  private final FaceMap map;

  private FaceTouches(FoundFace face, PixelReader picture) {
    this.face = face;
    this.picture = picture;
    map = new FaceMap(face.rightPupil(), face.leftPupil());
    px = map.pxPerMm();
  }

  /**
   * @param picture the source
   * @return areas by region name, those that have a touch
   */
  public static Map<String, Area> of(FoundFace face, PixelReader picture) {
    FaceTouches t = new FaceTouches(face, picture);
    Map<String, Area> out = new LinkedHashMap<>();
    t.put(out, "skin", Growth.Like.SKIN, t.skin());
    t.put(out, "teeth", Growth.Like.TEETH, t.teeth());
    t.put(out, "eyeWhites", Growth.Like.EYE_WHITE, t.eyeWhites());
    return out;
  }

  private void put(Map<String, Area> out, String region, Growth.Like like, List<Pin> places) {
    Area a = Area.NONE;
    for (Pin p : places) {
      if (picture.bounds(0).contains((int) Math.floor(p.x()), (int) Math.floor(p.y()))) {
        a = a.with(new Growth(like, p.x(), p.y(), 1));
      }
    }
    if (!a.isEmpty()) {
      out.put(region, a);
    }
  }

  private static Pin between(Pin a, Pin b, double share) {
    return new Pin(a.x() + share * (b.x() - a.x()), a.y() + share * (b.y() - a.y()));
  }

  private List<Pin> skin() {
    Pin right = between(face.rightPupil(), face.mesh().get(MOUTH_RIGHT), 0.5);
    Pin left = between(face.leftPupil(), face.mesh().get(MOUTH_LEFT), 0.5);
    List<Pin> out = new ArrayList<>(List.of(right, left));
    double[] down = new FaceFrame(map).down();
    Pin chin = face.mesh().get(CHIN);
    double far = NECK_BELOW_CHIN_MM * px;
    Pin neck = new Pin(chin.x() + far * down[0], chin.y() + far * down[1]);
    if (isAlike(neck, right) || isAlike(neck, left)) {
      out.add(neck);
    }
    return out;
  }

  /** Whether two places have nearly one colour, the first perhaps in shade. */
  private boolean isAlike(Pin a, Pin b) {
    double[] p = colour(a);
    double[] q = colour(b);
    return p != null
        && q != null
        && q[1] - p[1] < PALER
        && p[1] - q[1] < NEAR_COLOUR
        && Math.abs(p[2] - q[2]) < NEAR_COLOUR
        && p[0] - q[0] < 1
        && q[0] - p[0] < SHADE;
  }

  /** Log2 of green, and the two ratios, over 6 mm; null outside the picture. */
  private double[] colour(Pin p) {
    Rect r = Rect.ofDisc(p.x(), p.y(), 3 * px);
    if (!picture.bounds(0).contains(r)) {
      return null;
    }
    int level = 0;
    while (px / (2 << level) >= 2) {
      level++;
    }
    RgbBlock b = picture.read(level, r.toLevel(level).intersect(picture.bounds(level)));
    double[] sum = new double[3];
    for (int c = 0; c < 3; c++) {
      for (float v : b.channel(c)) {
        sum[c] += Math.max(0, v) / b.size();
      }
    }
    float red = (float) sum[0] + 1e-4f;
    float green = (float) sum[1] + 1e-4f;
    float blue = (float) sum[2] + 1e-4f;
    return new double[] {Roots.log2(green), Roots.log2(red / green), Roots.log2(green / blue)};
  }

  private List<Pin> teeth() {
    Pin upper = face.mesh().get(LIP_UPPER);
    Pin lower = face.mesh().get(LIP_LOWER);
    return upper.distance(lower) < LEAST_GAP_MM * px
        ? List.of()
        : List.of(between(upper, lower, 0.4));
  }

  private List<Pin> eyeWhites() {
    List<Pin> out = new ArrayList<>();
    whites(face.rightPupil(), face.rightIrisPx() / 2, RIGHT_CORNERS, out);
    whites(face.leftPupil(), face.leftIrisPx() / 2, LEFT_CORNERS, out);
    return out;
  }

  private void whites(Pin pupil, double iris, int[] corners, List<Pin> out) {
    for (int c : corners) {
      Pin corner = face.mesh().get(c);
      double far = pupil.distance(corner);
      if (far - iris > LEAST_WHITE_MM * px) {
        out.add(between(pupil, corner, (iris + NEAR_RIM * (far - iris)) / far));
      }
    }
  }
}
