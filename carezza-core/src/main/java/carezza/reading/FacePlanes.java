package carezza.reading;

import carezza.face.FaceFrame;
import carezza.face.FaceMap;
import carezza.image.Rect;

/**
 * The planes of a face whose eyes alone are known: u mm along the eyes from their middle, v mm
 * down. Boxes that fit an upright adult face, for pictures in which no face was found.
 */
public final class FacePlanes implements SkinPlanes {
  private final FaceFrame frame;

  public FacePlanes(FaceMap map) {
    frame = new FaceFrame(map);
  }

  @Override
  public int[] at(int level, Rect rect) {
    double side = Math.scalb(1.0, level);
    int[] out = new int[(int) rect.area()];
    for (int i = 0; i < out.length; i++) {
      out[i] = at((rect.x() + i % rect.w() + 0.5) * side, (rect.y() + i / rect.w() + 0.5) * side);
    }
    return out;
  }

  /** Index into {@link #NAMES} of a source pixel. */
  int at(double x, double y) {
    double u = frame.u(x, y);
    double v = frame.v(x, y);
    if (v < -12) {
      return 0;
    }
    if (v > 112) {
      return 5;
    }
    if (v > 62 && Math.abs(u) < 45) {
      return 4;
    }
    if (Math.abs(u) < 14 && v < 50) {
      return 3;
    }
    return u < 0 ? 1 : 2;
  }
}
