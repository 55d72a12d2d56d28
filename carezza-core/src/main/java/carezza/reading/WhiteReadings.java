package carezza.reading;

import carezza.color.CieLab;
import carezza.color.WorkingSpace;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.List;

/**
 * Teeth and eye whites, taken before Grade: lift is the change of the median log2 luminance less
 * that of the skin; yellow left is the median b* now over before, in percent.
 */
public final class WhiteReadings {
  private static final double SEEN_STOP = 0.03;
  private static final double SEEN_PERCENT = 8;

  private WhiteReadings() {}

  /**
   * @param name teeth or eyeWhites
   * @param skinChange change of the skin's median log2 luminance, stops
   * @return lift and yellow left
   */
  public static List<Reading> of(
      String name, RgbBlock before, RgbBlock now, Plane mask, double skinChange) {
    float[][] v = new float[4][mask.data().length];
    float[] lab = new float[3];
    int n = 0;
    for (int i = 0; i < mask.data().length; i++) {
      if (mask.data()[i] > 0.6f) {
        v[0][n] = log2(before, i);
        v[1][n] = log2(now, i);
        CieLab.of(before.r()[i], before.g()[i], before.b()[i], lab);
        v[2][n] = lab[2];
        CieLab.of(now.r()[i], now.g()[i], now.b()[i], lab);
        v[3][n++] = lab[2];
      }
    }
    if (n < 30) {
      return List.of(
          Reading.missing(name + "Lift", "noRegion"), Reading.missing(name + "Yellow", "noRegion"));
    }
    double lift = Robust.median(v[1], n) - Robust.median(v[0], n) - skinChange;
    double b0 = Robust.median(v[2], n);
    double b1 = Robust.median(v[3], n);
    double[] band = ReadingBands.of(name + "Lift");
    double[] yellow = ReadingBands.of("yellowLeft");
    Reading left =
        b0 < 1
            ? Reading.missing(name + "Yellow", "notYellow")
            : new Reading(name + "Yellow", b0, 100 * b1 / b0, yellow[0], yellow[1], "", "");
    return List.of(new Reading(name + "Lift", 0, lift, band[0], band[1], "", ""), left);
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
    if (!right.isHad() || !left.isHad()) {
      return right.isHad() ? right : left;
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
