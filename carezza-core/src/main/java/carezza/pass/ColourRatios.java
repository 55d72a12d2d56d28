package carezza.pass;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.image.Plane;
import carezza.image.RgbBlock;

/**
 * Light as E = log2 of luminance and two ratios, c1 = log2 R/G and c2 = log2 G/B. A gain of light
 * moves E alone; shade on skin moves the ratios little, so what the ratios show is pigment and
 * blood. Light under 2^-10 is taken as 2^-10.
 *
 * @param e log2 luminance, stops
 * @param c1 log2 R/G
 * @param c2 log2 G/B
 */
public record ColourRatios(Plane e, Plane c1, Plane c2) {
  private static final float FLOOR = 1f / 1024;

  /** The same where {@code mask} is above 0, and 0 elsewhere. */
  public static ColourRatios of(RgbBlock b, Plane mask) {
    return of(b, mask.data());
  }

  public static ColourRatios of(RgbBlock b) {
    return of(b, (float[]) null);
  }

  private static ColourRatios of(RgbBlock b, float[] mask) {
    ColourRatios out =
        new ColourRatios(new Plane(b.rect()), new Plane(b.rect()), new Plane(b.rect()));
    for (int i = 0; i < b.size(); i++) {
      if (mask != null && mask[i] == 0) {
        continue;
      }
      float r = Math.max(FLOOR, b.r()[i]);
      float g = Math.max(FLOOR, b.g()[i]);
      float bl = Math.max(FLOOR, b.b()[i]);
      out.e.data()[i] = Roots.log2(WorkingSpace.luminance(r, g, bl));
      out.c1.data()[i] = Roots.log2(r / g);
      out.c2.data()[i] = Roots.log2(g / bl);
    }
    return out;
  }

  /**
   * Gains for red, green and blue, in stops, that change the ratios by d1 and d2 and E by dE, for
   * light of ratios c1, c2; to first order in the changes.
   */
  public static void gains(float c1, float c2, float d1, float d2, float dE, float[] out) {
    float r = WorkingSpace.Y_R * Roots.exp2(c1);
    float g = WorkingSpace.Y_G;
    float b = WorkingSpace.Y_B * Roots.exp2(-c2);
    float sum = r + g + b;
    float green = dE - r / sum * d1 + b / sum * d2;
    out[0] = green + d1;
    out[1] = green;
    out[2] = green - d2;
  }
}
