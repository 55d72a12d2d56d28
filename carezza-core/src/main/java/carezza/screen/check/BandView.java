package carezza.screen.check;

import carezza.color.CieLab;
import carezza.engine.SheetView;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import carezza.screen.CheckView;

/** What is finer than the split, round mid grey, or what is broader. */
final class BandView implements CheckView {
  /** Sigma of a split at 1.8 mm. */
  private static final double SPLIT_MM = 1.8 / 2.355;

  /** Sigmas beyond which a band does not look. */
  private static final double REACH = 4;

  private static final float FINE_GAIN = 3;

  private final String key;
  private final boolean fine;

  BandView(String key, boolean fine) {
    this.key = key;
    this.fine = fine;
  }

  @Override
  public String key() {
    return key;
  }

  @Override
  public double reachMm(SheetView picture) {
    return REACH * splitMm(picture);
  }

  /** Where the bands part, mm: as the sheet's passes do, else as a split starts. */
  private static double splitMm(SheetView picture) {
    return picture.sheet().passes().stream()
        .flatMapToDouble(p -> p.kind().splitMm(p).stream())
        .findFirst()
        .orElse(SPLIT_MM);
  }

  @Override
  public Drawing of(SheetView picture) {
    double px = splitMm(picture) * picture.frame().pxPerMm();
    return new Drawing() {
      @Override
      public RgbBlock light(RgbBlock b) {
        return band(b, Math.scalb(px, -b.level()));
      }
    };
  }

  private RgbBlock band(RgbBlock b, double sigmaPx) {
    int n = b.size();
    float[][] lab = new float[3][n];
    float[] c = new float[3];
    for (int i = 0; i < n; i++) {
      CieLab.of(b.r()[i], b.g()[i], b.b()[i], c);
      for (int k = 0; k < 3; k++) {
        lab[k][i] = c[k];
      }
    }
    Plane[] wide = new Plane[3];
    Plane[] own = new Plane[3];
    for (int k = 0; k < 3; k++) {
      own[k] = new Plane(b.rect(), lab[k]);
      wide[k] = Gaussian.blur(own[k], sigmaPx);
    }
    RgbBlock out = new RgbBlock(b.level(), b.rect());
    for (int i = 0; i < out.size(); i++) {
      float l = wide[0].data()[i];
      float a = wide[1].data()[i];
      float bb = wide[2].data()[i];
      if (fine) {
        l = Math.max(0, Math.min(100, 50 + FINE_GAIN * (own[0].data()[i] - l)));
        a = FINE_GAIN * (own[1].data()[i] - a);
        bb = FINE_GAIN * (own[2].data()[i] - bb);
      }
      CieLab.toLight(l, a, bb, c);
      out.r()[i] = c[0];
      out.g()[i] = c[1];
      out.b()[i] = c[2];
    }
    return out;
  }
}
