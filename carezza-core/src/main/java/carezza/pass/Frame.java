package carezza.pass;

import carezza.image.Pyramid;
import carezza.image.Rect;

/**
 * What a pass knows of the picture besides its pixels.
 *
 * @param bounds all source pixels
 * @param pxPerMm source pixels per millimetre of skin
 */
public record Frame(Rect bounds, double pxPerMm) {
  public Frame {
    if (!(pxPerMm > 0)) {
      throw new IllegalArgumentException("pxPerMm = " + pxPerMm + ", must be above 0");
    }
  }

  /**
   * The level at which a Gaussian of {@code sigmaMm} has a sigma of {@code least} to twice {@code
   * least} pixels; 0 if it is smaller than that at full size.
   */
  public int levelFor(double sigmaMm, double least) {
    return Pyramid.levelFor(sigmaMm * pxPerMm, least);
  }
}
