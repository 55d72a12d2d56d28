package carezza.region;

import carezza.area.ColourPlanes;
import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FoundFace;
import carezza.face.Silhouette;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.List;

/**
 * The pattern of a face's skin on one picture: lightness and redness between two scales, in their
 * own usual size, and where skin is; eyes and mouth move.
 *
 * @param at what is read
 * @param bands differences, each in its mean absolute size
 * @param face share of each pixel that is skin
 */
record SkinBands(Closeup at, Plane[] bands, Plane face) {
  private static final double LEAST_PX_PER_MM = 2.5;

  /** What lies between these is kept, mm of sigma. */
  private static final double FINE_MM = 0.5;

  private static final double COARSE_MM = 3;

  /** Most that a difference counts, of its usual size. */
  private static final double MOST = 4;

  /**
   * @param px source pixels a mm
   * @param aroundMm how far beyond the face is read
   */
  static SkinBands of(PixelReader picture, FoundFace f, double px, double aroundMm) {
    Outline outline = Outline.through(Silhouette.of(f));
    Rect part = outline.bounds().grow((int) Math.ceil(aroundMm * px));
    Closeup at = Closeup.of(picture, part, px, LEAST_PX_PER_MM);
    Plane face = new Plane(at.rect(), at.coverage(outline));
    for (var line :
        List.of(FaceContours.RIGHT_EYE, FaceContours.LEFT_EYE, FaceContours.OUTER_LIPS)) {
      float[] moves = at.coverage(Outline.through(f.points(line)));
      for (int i = 0; i < moves.length; i++) {
        face.data()[i] *= 1 - moves[i];
      }
    }
    ColourPlanes c = at.colours(picture, FINE_MM, FINE_MM);
    Plane[] bands = {
      band(new Plane(at.rect(), c.light()), face, at.pxPerMm()),
      band(new Plane(at.rect(), c.c1()), face, at.pxPerMm())
    };
    return new SkinBands(at, bands, face);
  }

  private static Plane band(Plane p, Plane face, double px) {
    float[] coarse = Gaussian.blur(p, COARSE_MM * px).data();
    Plane out = new Plane(p.rect());
    double sum = 0;
    double n = 1e-9;
    for (int i = 0; i < coarse.length; i++) {
      out.data()[i] = p.data()[i] - coarse[i];
      sum += face.data()[i] * Math.abs(out.data()[i]);
      n += face.data()[i];
    }
    double usual = sum / n + 1e-9;
    for (int i = 0; i < coarse.length; i++) {
      out.data()[i] = (float) Math.max(-MOST, Math.min(MOST, out.data()[i] / usual));
    }
    return out;
  }

  /** Of one of the planes at a source pixel. */
  double at(Plane p, double x, double y) {
    return p.linear(x / at.side(), y / at.side());
  }
}
