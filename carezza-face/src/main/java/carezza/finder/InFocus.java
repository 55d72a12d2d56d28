package carezza.finder;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.face.FoundFace;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.reading.Focus;
import java.util.ArrayList;
import java.util.List;

/**
 * Who of the people in a picture sits for it: a face that is smaller than the largest and out of
 * focus beside it belongs to somebody behind. A small face in focus, and a large one that the focus
 * missed, stay sitters.
 */
final class InFocus {
  /** Smaller than that share of the largest face somebody may be behind. */
  private static final double SMALLER = 0.8;

  /** So many times the blur of the sharpest face, in pixels, is out of focus. */
  private static final double BLURRED = 2.5;

  /** Blur of less than so many pixels cannot be told from none. */
  private static final double SHARP_PX = 0.7;

  /** Edges are looked at where the eyes lie at least so many pixels apart, if anywhere. */
  private static final double LEAST_EYES_PX = 250;

  /** Pixels to what is taken for a mm, which only sets what a blur is compared with. */
  private static final double UNIT = 10;

  private InFocus() {}

  /** Those who sit, in their order. */
  static List<FoundFace> sitting(List<FoundFace> faces, PixelReader picture) {
    if (faces.size() < 2) {
      return faces;
    }
    double largest = faces.stream().mapToDouble(InFocus::eyes).max().orElseThrow();
    double[] blur = faces.stream().mapToDouble(f -> blurPx(f, picture)).toArray();
    double least = Double.MAX_VALUE;
    for (int i = 0; i < blur.length; i++) {
      if (eyes(faces.get(i)) >= SMALLER * largest) {
        least = Math.min(least, Math.max(SHARP_PX, blur[i]));
      }
    }
    List<FoundFace> out = new ArrayList<>();
    for (int i = 0; i < blur.length; i++) {
      boolean behind = eyes(faces.get(i)) < SMALLER * largest && blur[i] > BLURRED * least;
      if (!behind) {
        out.add(faces.get(i));
      }
    }
    return out;
  }

  private static double eyes(FoundFace f) {
    return f.rightPupil().distance(f.leftPupil());
  }

  /** Sigma of the sharper edges about the eyes, source pixels; without end where there are none. */
  private static double blurPx(FoundFace f, PixelReader picture) {
    double eyes = eyes(f);
    int level = Pyramid.levelFor(eyes, LEAST_EYES_PX);
    double x = (f.rightPupil().x() + f.leftPupil().x()) / 2;
    double y = (f.rightPupil().y() + f.leftPupil().y()) / 2;
    Rect r = Rect.ofDisc(x, y, 0.9 * eyes).toLevel(level).intersect(picture.bounds(level));
    if (r.w() < 8 || r.h() < 8) {
      return 0;
    }
    RgbBlock b = picture.read(level, r);
    Plane e = new Plane(r);
    for (int i = 0; i < b.size(); i++) {
      float l = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
      e.data()[i] = Roots.log2(Math.max(l, 1e-3f));
    }
    double mm = new Focus(e, UNIT).width(r);
    return Double.isNaN(mm) ? Double.MAX_VALUE : mm * UNIT * (1 << level);
  }
}
