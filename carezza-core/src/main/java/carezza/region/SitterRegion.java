package carezza.region;

import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.List;
import java.util.OptionalInt;

/**
 * What belongs to one sitter of several: all that lies nearer to that face than to any other, in mm
 * of each face, with a border {@value #SOFT_MM} mm wide. Its name in areas is {@code sitter.} and
 * the sitter's number, so skin within {@code sitter.2} is the second sitter's skin.
 */
public final class SitterRegion {
  private static final String KEY = "sitter.";
  private static final double SOFT_MM = 8;

  private SitterRegion() {}

  public static String key(int number) {
    return KEY + number;
  }

  /** The number of the sitter whom a region names. */
  public static OptionalInt number(String region) {
    boolean is = region.matches("sitter\\.[1-9][0-9]{0,3}");
    return is
        ? OptionalInt.of(Integer.parseInt(region.substring(KEY.length())))
        : OptionalInt.empty();
  }

  /** Weights 0..1 over a rectangle of a level; 0 where nobody has the number. */
  static Plane mask(FaceMap map, List<FaceParts> parts, int number, int level, Rect rect) {
    Plane out = new Plane(rect);
    List<FoundFace> faces = map.faces();
    for (int k = 0; k < faces.size(); k++) {
      if (faces.get(k).sitter() == number) {
        fill(out, parts, k, level);
      }
    }
    return out;
  }

  private static void fill(Plane out, List<FaceParts> parts, int own, int level) {
    Rect r = out.rect();
    for (int i = 0; i < out.data().length; i++) {
      double x = Math.scalb(r.x() + i % r.w() + 0.5, level);
      double y = Math.scalb(r.y() + i / r.w() + 0.5, level);
      double nearest = Double.MAX_VALUE;
      for (int k = 0; k < parts.size(); k++) {
        nearest = k == own ? nearest : Math.min(nearest, parts.get(k).fromMiddle(x, y));
      }
      double mm = (nearest - parts.get(own).fromMiddle(x, y)) / 2;
      out.data()[i] = (float) SurfacePrior.step(0.5 + mm / SOFT_MM);
    }
  }
}
