package carezza.engine;

import carezza.area.Area;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/** Where a pass has most to do: the place of a picture that it changes most. */
public final class Strongest {
  /** Pixels of the longer side of the level that is looked at, at most. */
  private static final int LONG_SIDE = 320;

  /** Changes are compared over so much skin, mm. */
  private static final double OVER_MM = 12;

  /** Less than this share of its light is no change. */
  private static final float LEAST = 1e-3f;

  private Strongest() {}

  /**
   * The middle of the place, in source pixels. Where the pass changes nothing it is the face, or
   * the middle of the picture.
   *
   * @param within where it is looked for; everywhere when empty, or when the pass changes nothing
   *     there
   * @throws java.util.concurrent.CancellationException when cancelled
   */
  public static Pin place(
      Engine engine,
      RunSheet sheet,
      long passId,
      Optional<Area> within,
      BooleanSupplier cancelled) {
    Rect all = engine.source().bounds();
    Pin usual =
        sheet.faceMap().map(Strongest::belowEyes).orElse(new Pin(all.w() / 2.0, all.h() / 2.0));
    Optional<Pass> pass = sheet.pass(passId);
    if (pass.isEmpty()) {
      return usual;
    }
    int level = Pyramid.levelWithin(all, LONG_SIDE);
    RunSheet with = sheet.change(passId, p -> p.withOn(true).withStrength(1));
    SheetView on = engine.view(with, cancelled);
    SheetView off = engine.view(sheet.muting(p -> p.id() == passId), cancelled);
    Rect r = on.bounds(level);
    double sigma = OVER_MM / 2 * on.frame().pxPerMm() / (1 << level);
    Plane changed = changed(on.read(level, r), off.read(level, r));
    float[] v = Gaussian.blur(changed, Math.min(sigma, Math.min(r.w(), r.h()) / 4.0)).data();
    int best = most(v, within.map(a -> on.mask(a, level, r).data()));
    best = v[best] < LEAST ? most(v, Optional.empty()) : best;
    double side = 1 << level;
    return v[best] < LEAST
        ? usual
        : new Pin((best % r.w() + 0.5) * side, (best / r.w() + 0.5) * side);
  }

  /** Where a value times a weight is greatest. */
  private static int most(float[] v, Optional<float[]> weight) {
    int best = 0;
    float most = 0;
    for (int i = 0; i < v.length; i++) {
      float value = weight.isPresent() ? v[i] * weight.get()[i] : v[i];
      if (value > most) {
        most = value;
        best = i;
      }
    }
    return best;
  }

  /** Change of each pixel as a share of its own light. */
  private static Plane changed(RgbBlock a, RgbBlock b) {
    float[] out = new float[a.size()];
    for (int i = 0; i < out.length; i++) {
      float light = Math.abs(b.r()[i]) + Math.abs(b.g()[i]) + Math.abs(b.b()[i]) + 0.02f;
      float by =
          Math.abs(a.r()[i] - b.r()[i])
              + Math.abs(a.g()[i] - b.g()[i])
              + Math.abs(a.b()[i] - b.b()[i]);
      out[i] = by / light;
    }
    return new Plane(a.rect(), out);
  }

  private static Pin belowEyes(FaceMap m) {
    double x = (m.rightEye().x() + m.leftEye().x()) / 2;
    double y = (m.rightEye().y() + m.leftEye().y()) / 2;
    return new Pin(x, y + 30 * m.pxPerMm());
  }
}
