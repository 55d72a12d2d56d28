package carezza.screen;

/** A row of screen pixels as light of the working space, and where it lies. */
public final class ScreenRow {
  private final Viewport viewport;
  private final int left;
  private final int top;
  private final float[][] light;
  private final float[][] before;

  /**
   * @param light red, green, blue; to be changed
   * @param before the same place before the passes, where the view compares; else null
   */
  ScreenRow(Viewport viewport, int left, int top, float[][] light, float[][] before) {
    this.viewport = viewport;
    this.left = left;
    this.top = top;
    this.light = light;
    this.before = before;
  }

  public int width() {
    return light[0].length;
  }

  /** Red, green and blue, to be changed. */
  public float[][] light() {
    return light;
  }

  /** Red, green and blue before the passes; for views that compare. */
  public float[][] before() {
    return before;
  }

  /** Device pixel. */
  public int deviceX(int x) {
    return left + x;
  }

  public int deviceY() {
    return top;
  }

  public double sourceX(int x) {
    return viewport.sourceX(left + x + 0.5, top + 0.5);
  }

  public double sourceY(int x) {
    return viewport.sourceY(left + x + 0.5, top + 0.5);
  }
}
