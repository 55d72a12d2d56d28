package carezza.image;

/** A picture that can be read by rectangle and pyramid level. */
public interface PixelReader {
  /** The rectangle of all pixels of a level. */
  Rect bounds(int level);

  /**
   * Linear working-space light of a rectangle, which must lie inside {@link #bounds}.
   *
   * @return a block that belongs to the caller
   */
  RgbBlock read(int level, Rect rect);
}
