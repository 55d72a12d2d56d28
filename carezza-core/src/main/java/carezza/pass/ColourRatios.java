package carezza.pass;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.image.Plane;
import carezza.image.RgbBlock;

/**
 * Light as E = log2 of luminance and two ratios, c1 = log2 R/G and c2 = log2 G/B. A gain of light
 * moves E alone; shade on skin moves the ratios little, so what the ratios show is pigment and
 * blood. Light under 2^-13 is taken as 2^-13, half a code of 8 bits in sRGB.
 *
 * @param e log2 luminance, stops
 * @param c1 log2 R/G
 * @param c2 log2 G/B
 */
public record ColourRatios(Plane e, Plane c1, Plane c2) {
  private static final float FLOOR = 1f / 8192;

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
}
