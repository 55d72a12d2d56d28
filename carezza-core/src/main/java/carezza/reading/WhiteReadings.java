package carezza.reading;

import carezza.color.CieLab;
import carezza.color.WorkingSpace;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Teeth and eye whites, taken before Grade: lift is the change of the median log2 luminance less
 * that of the skin; yellow left is the median b* now over before, in percent. Of teeth also the
 * whiteness index WI_D = 0.511 L* - 2.324 a* - 1.100 b* (R. Perez and others 2016), of eye whites
 * the redness left, median a* now over before.
 */
public final class WhiteReadings {
  private static final double SEEN_STOP = 0.03;
  private static final double SEEN_PERCENT = 8;

  /** Stops between the cheeks beyond which the eyes are not compared. */
  private static final double SIDE_LIGHT = 1;

  private WhiteReadings() {}

  /**
   * @param name teeth or eyeWhites
   * @param skinChange change of the skin's median log2 luminance, stops
   * @return lift, yellow left, and whiteness of teeth or redness of whites left
   */
  public static List<Reading> of(
      String name, RgbBlock before, RgbBlock now, Plane mask, double skinChange) {
    int most = 0;
    for (float m : mask.data()) {
      most += m > 0.6f ? 1 : 0;
    }
    float[][] v = new float[8][most];
    int n = 0;
    for (int i = 0; i < mask.data().length; i++) {
      if (mask.data()[i] > 0.6f) {
        take(before, i, v, 0, n);
        take(now, i, v, 4, n++);
      }
    }
    String third = name.equals("teeth") ? "teethWhiteness" : "eyeWhitesRedness";
    if (n < 30) {
      return Stream.of(name + "Lift", name + "Yellow", third)
          .map(r -> Reading.missing(r, "noRegion"))
          .toList();
    }
    double[] m = new double[8];
    for (int c = 0; c < m.length; c++) {
      m[c] = Robust.median(v[c], n);
    }
    double[] band = ReadingBands.of(name + "Lift");
    Reading lift =
        new Reading(name + "Lift", 0, m[4] - m[0] - skinChange, band[0], band[1], "", "");
    return List.of(
        lift, yellow(name, m[3], m[7]), name.equals("teeth") ? whiteness(m) : redness(third, m));
  }

  /** E, L*, a*, b* of a pixel. */
  static void take(RgbBlock b, int i, float[][] v, int at, int n) {
    float[] lab = new float[3];
    CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
    v[at][n] = log2(b, i);
    v[at + 1][n] = lab[0];
    v[at + 2][n] = lab[1];
    v[at + 3][n] = lab[2];
  }

  /** At least a share of the yellow, and of teeth at least a b* of 2, of whites one of 0. */
  private static Reading yellow(String name, double was, double is) {
    if (was < 1) {
      return Reading.missing(name + "Yellow", "notYellow");
    }
    double[] band = ReadingBands.of("yellowLeft");
    double least = 100 * Math.min(ReadingBands.of(name + "B")[0], was) / was;
    return new Reading(
        name + "Yellow", was, 100 * is / was, Math.max(band[0], least), band[1], "", "");
  }

  private static Reading whiteness(double[] m) {
    double was = 0.511 * m[1] - 2.324 * m[2] - 1.1 * m[3];
    double is = 0.511 * m[5] - 2.324 * m[6] - 1.1 * m[7];
    double[] gain = ReadingBands.of("teethWhiteness");
    return new Reading("teethWhiteness", was, is, was + gain[0], was + gain[1], "", "");
  }

  private static Reading redness(String name, double[] m) {
    return m[2] < 1
        ? Reading.missing(name, "notRed")
        : Reading.reported(name, 100, 100 * m[6] / m[2], "");
  }

  /**
   * How much the eyes' whites differ in L* beyond what the light on the cheeks explains.
   *
   * @param right weights of the sitter's right white over the block
   */
  public static Reading balance(
      RgbBlock before, RgbBlock now, Plane right, Plane left, Optional<CheekLight> light) {
    if (light.isEmpty()) {
      return Reading.missing("eyeBalance", "noCheeks");
    }
    if (Math.abs(light.get().stops()) > SIDE_LIGHT) {
      return Reading.missing("eyeBalance", "sideLight");
    }
    double was = lightness(before, right) - lightness(before, left);
    double is = lightness(now, right) - lightness(now, left);
    if (Double.isNaN(was)) {
      return Reading.missing("eyeBalance", "noRegion");
    }
    double[] band = ReadingBands.of("eyeBalance");
    double explained = light.get().lightness();
    return new Reading(
        "eyeBalance", beyond(was, explained), beyond(is, explained), band[0], band[1], "", "");
  }

  /** What of a difference is not explained by another of the same sign. */
  private static double beyond(double difference, double explained) {
    double same = Math.signum(difference) == Math.signum(explained) ? Math.abs(explained) : 0;
    return Math.max(0, Math.abs(difference) - same);
  }

  private static double lightness(RgbBlock b, Plane mask) {
    float[] v = new float[mask.data().length];
    float[] lab = new float[3];
    int n = 0;
    for (int i = 0; i < v.length; i++) {
      if (mask.data()[i] > 0.6f) {
        CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
        v[n++] = lab[0];
      }
    }
    return Robust.median(v, n);
  }

  /**
   * Of two eyes the one to be looked at: the one out of its band, else the one lifted more; named
   * where the two differ by more than the eye sees.
   */
  public static List<Reading> ofEyes(List<Reading> right, List<Reading> left) {
    List<Reading> out = new ArrayList<>();
    for (int i = 0; i < right.size(); i++) {
      out.add(worse(right.get(i), left.get(i), i == 0 ? SEEN_STOP : SEEN_PERCENT));
    }
    return out;
  }

  private static Reading worse(Reading right, Reading left, double seen) {
    if (!right.isAvailable() || !left.isAvailable()) {
      return right.isAvailable() ? right : left;
    }
    double middle = (right.low() + right.high()) / 2;
    boolean isRight =
        right.isInBand() != left.isInBand()
            ? left.isInBand()
            : Math.abs(right.now() - middle) >= Math.abs(left.now() - middle);
    Reading r = isRight ? right : left;
    return Math.abs(right.now() - left.now()) < seen
        ? r
        : new Reading(
            r.name(),
            r.before(),
            r.now(),
            r.low(),
            r.high(),
            isRight ? "rightEye" : "leftEye",
            r.reason());
  }

  private static float log2(RgbBlock b, int i) {
    float y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
    return (float) (Math.log(Math.max(1f / 1024, y)) / Math.log(2));
  }
}
