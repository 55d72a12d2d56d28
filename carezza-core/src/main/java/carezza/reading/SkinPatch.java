package carezza.reading;

import carezza.image.Plane;
import carezza.image.RgbBlock;
import java.util.List;

/**
 * What the readings of skin take from one part of a picture: sums over tiles of 10 mm for texture
 * and small forms, and the part itself reduced for what is broader.
 *
 * @param tiles those with enough skin
 * @param before reduced to 1.5 px/mm or a little more
 * @param now the same
 * @param mask share of skin, reduced alike
 * @param coveredPx pixels of skin away from its border
 */
public record SkinPatch(
    List<Tile> tiles, RgbBlock before, RgbBlock now, Plane mask, double coveredPx) {

  /**
   * Variances before and covariances with now over a tile, in squared stops.
   *
   * @param column of the grid of tiles from the picture's origin
   * @param row likewise
   * @param fineVar of G_0.15 - G_0.6 mm
   * @param fineCov likewise
   * @param smallVar of G_0.6 - G_1.5 mm
   * @param smallCov likewise
   * @param finest variance of what is finer than 0.1 mm, for the noise
   */
  public record Tile(
      int column,
      int row,
      double fineVar,
      double fineCov,
      double smallVar,
      double smallCov,
      double finest) {}
}
