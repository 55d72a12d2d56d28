package carezza.screen;

/** A block of the picture as rows of device pixels. */
interface LightRows {
  /**
   * Light of a row.
   *
   * @param y row, from the first that is drawn
   * @param out red, green, blue
   */
  void row(int y, float[][] out);
}
