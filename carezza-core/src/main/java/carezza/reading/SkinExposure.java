package carezza.reading;

import carezza.color.DeltaE2000;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import java.util.List;

/**
 * What Light did to the skin as a whole, against the source: change of its median luminance in
 * stops, and of its median hue as the hue part of CIEDE2000. Reported, never judged.
 */
public final class SkinExposure {
  private static final int LEAST_PIXELS = 30;

  private SkinExposure() {}

  public static List<Reading> none() {
    return List.of(
        Reading.missing("skinExposure", "noSkin"), Reading.missing("skinTint", "noSkin"));
  }

  /**
   * @param skin weights 0..1 over the rectangle of both blocks
   */
  public static List<Reading> of(RgbBlock source, RgbBlock lit, Plane skin) {
    double[] was = medians(source, skin);
    double[] is = medians(lit, skin);
    return Double.isNaN(was[0])
        ? none()
        : List.of(
            Reading.reported("skinExposure", 0, is[0] - was[0], ""),
            Reading.reported("skinTint", 0, DeltaE2000.hue(lab(was), lab(is)), ""));
  }

  private static double[] lab(double[] m) {
    return new double[] {m[1], m[2], m[3]};
  }

  /** E, L*, a*, b*. */
  private static double[] medians(RgbBlock b, Plane skin) {
    float[][] v = new float[4][b.size()];
    int n = 0;
    for (int i = 0; i < b.size(); i++) {
      if (skin.data()[i] > 0.6f) {
        WhiteReadings.take(b, i, v, 0, n++);
      }
    }
    int count = n < LEAST_PIXELS ? 0 : n;
    double[] out = new double[4];
    for (int c = 0; c < 4; c++) {
      out[c] = Robust.median(v[c], count);
    }
    return out;
  }
}
