package carezza.face;

/**
 * The face's own frame: u mm along the eyes towards the sitter's left, v mm down, both from the
 * middle between the pins.
 */
public final class FaceFrame {
  /** The middle of a face lies so far below its eyes. */
  private static final double MIDDLE_MM = 40;

  private final double px;
  private final double cos;
  private final double sin;
  private final double cx;
  private final double cy;

  public FaceFrame(FaceMap f) {
    this(f, f.pxPerMm());
  }

  /**
   * @param pxPerMm source pixels a mm
   */
  public FaceFrame(FaceMap f, double pxPerMm) {
    px = pxPerMm;
    double d = f.rightEye().distance(f.leftEye());
    cos = (f.leftEye().x() - f.rightEye().x()) / d;
    sin = (f.leftEye().y() - f.rightEye().y()) / d;
    cx = (f.rightEye().x() + f.leftEye().x()) / 2;
    cy = (f.rightEye().y() + f.leftEye().y()) / 2;
  }

  /** Along the eyes, mm, of a source pixel. */
  public double u(double x, double y) {
    return ((x - cx) * cos + (y - cy) * sin) / px;
  }

  /** Down the face, mm, of a source pixel. */
  public double v(double x, double y) {
    return ((y - cy) * cos - (x - cx) * sin) / px;
  }

  /** From the middle of the face, mm, of a source pixel: of several faces it is the nearest's. */
  public double fromMiddle(double x, double y) {
    return Math.hypot(u(x, y), v(x, y) - MIDDLE_MM);
  }

  /** The direction down the face on the picture, of length 1. */
  public double[] down() {
    return new double[] {-sin, cos};
  }
}
