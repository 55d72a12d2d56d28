package carezza.reading;

import carezza.color.CieLab;
import carezza.color.DeltaE2000;
import carezza.color.WorkingSpace;
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
    return Double.isNaN(was[3])
        ? none()
        : List.of(
            Reading.reported("skinExposure", 0, is[3] - was[3], ""),
            Reading.reported("skinTint", 0, DeltaE2000.hue(was, is), ""));
  }

  /** L*, a*, b*, log2 luminance. */
  private static double[] medians(RgbBlock b, Plane skin) {
    float[][] v = new float[4][b.size()];
    float[] lab = new float[3];
    int n = 0;
    for (int i = 0; i < b.size(); i++) {
      if (skin.data()[i] > 0.6f) {
        CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
        for (int c = 0; c < 3; c++) {
          v[c][n] = lab[c];
        }
        float y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
        v[3][n++] = (float) (Math.log(Math.max(1f / 1024, y)) / Math.log(2));
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
