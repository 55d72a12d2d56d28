package carezza.reading;

import carezza.color.CieLab;
import carezza.field.MaskedBlur;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Arrays;

/** The readings of skin that look at forms of 1.5 mm and more, taken on a reduced picture. */
final class BroadReadings {
  private final double px;
  private final Rect rect;
  private final Plane mask;
  private final Plane inner;
  private final int[] plane;
  private final Plane before;
  private final Plane now;
  private final float[][] labBefore;
  private final float[][] labNow;

  BroadReadings(RgbBlock b, RgbBlock n, Plane skin, double pxPerMm, SkinPlanes planes) {
    px = pxPerMm / (1 << b.level());
    rect = b.rect();
    mask = new Plane(rect);
    for (int i = 0; i < mask.data().length; i++) {
      mask.data()[i] = skin.data()[i] > 0.6f ? 1 : 0;
    }
    inner = SkinGround.eroded(mask, SkinGround.INNER_MM * px);
    before = Bands.logLuminance(b);
    now = Bands.logLuminance(n);
    labBefore = lab(b);
    labNow = lab(n);
    plane = planes.at(b.level(), rect);
  }

  private static float[][] lab(RgbBlock b) {
    float[][] out = new float[3][b.size()];
    float[] c = new float[3];
    for (int i = 0; i < b.size(); i++) {
      CieLab.of(b.r()[i], b.g()[i], b.b()[i], c);
      out[0][i] = c[0];
      out[1][i] = c[1];
      out[2][i] = c[2];
    }
    return out;
  }

  private Plane blur(Plane v, double mm) {
    return MaskedBlur.of(v, mask, mm * px, 0);
  }

  private Plane band(Plane v, double innerMm, double outerMm) {
    return Bands.difference(blur(v, innerMm), blur(v, outerMm));
  }

  /** Slope of modelling now on before; of the planes the one farthest from 1. */
  Reading relief() {
    Plane a = band(before, 6, 20);
    Plane b = band(now, 6, 20);
    boolean none = Arrays.stream(plane).allMatch(p -> p < 0);
    double shown = none ? slope(a, b, -1) : Double.NaN;
    String place = "";
    for (int p = 0; p < SkinPlanes.NAMES.size(); p++) {
      double slope = slope(a, b, p);
      if (!Double.isNaN(slope)
          && (Double.isNaN(shown) || Math.abs(slope - 1) > Math.abs(shown - 1))) {
        shown = slope;
        place = SkinPlanes.NAMES.get(p);
      }
    }
    double[] band = ReadingBands.of("reliefKept");
    return Double.isNaN(shown)
        ? Reading.missing("reliefKept", "noModelling")
        : new Reading("reliefKept", 100, 100 * shown, band[0], band[1], place, "");
  }

  /** Of b on a over a plane, or where none is known; NaN where there is too little to say. */
  private double slope(Plane a, Plane b, int onlyPlane) {
    double n = 0;
    double saa = 0;
    double sab = 0;
    for (int i = 0; i < plane.length; i++) {
      if (plane[i] == onlyPlane && mask.data()[i] > 0) {
        n++;
        saa += (double) a.data()[i] * a.data()[i];
        sab += (double) a.data()[i] * b.data()[i];
      }
    }
    return n > 150 * px * px && saa / n > 1e-4 ? sab / saa : Double.NaN;
  }

  Reading blotch() {
    double was = middleSpread(labBefore[0]);
    double is = middleSpread(labNow[0]);
    double high = Math.max(ReadingBands.of("blotch")[1] / 100 * was, 0.8);
    double low = was > 1.5 ? ReadingBands.of("blotch")[0] / 100 * was : 0;
    return new Reading("blotch", was, is, low, high, "", "");
  }

  private double middleSpread(float[] lightness) {
    Plane m = band(new Plane(rect, lightness), 1.5, 8);
    float[] v = new float[plane.length];
    int n = 0;
    for (int i = 0; i < v.length; i++) {
      if (inner.data()[i] > 0) {
        v[n++] = m.data()[i];
      }
    }
    return Robust.spread(v, n);
  }

  Reading spread() {
    double was = colourSpread(labBefore);
    double is = colourSpread(labNow);
    double[] share = ReadingBands.of("spread");
    double high = Math.max(share[1] / 100 * was, 2.0);
    return new Reading("spread", was, is, share[0] / 100 * was, high, "", "");
  }

  private double colourSpread(float[][] lab) {
    float[] l = blur(new Plane(rect, lab[0]), 2).data();
    double sum = 0;
    for (int c = 1; c <= 2; c++) {
      float[] v = blur(new Plane(rect, lab[c]), 2).data();
      LinearFit fit = new LinearFit(4);
      double[] row = {1, 0, 0, 0};
      for (int i = 0; i < v.length; i++) {
        if (inner.data()[i] > 0) {
          row[1] = l[i] / 100;
          row[2] = i % rect.w() / (double) rect.w();
          row[3] = i / rect.w() / (double) rect.h();
          fit.add(v[i], row);
        }
      }
      double[] k = fit.solve();
      float[] left = new float[v.length];
      int n = 0;
      for (int i = 0; i < v.length; i++) {
        if (inner.data()[i] > 0) {
          double x = i % rect.w() / (double) rect.w();
          double y = i / rect.w() / (double) rect.h();
          left[n++] = (float) (v[i] - k[0] - k[1] * l[i] / 100 - k[2] * x - k[3] * y);
        }
      }
      double s = Robust.spread(left, n);
      sum += s * s;
    }
    return Math.sqrt(sum);
  }

  /** Change of the median of E in stops; of the whole and the planes the largest. */
  Reading lightness() {
    double shown = change(-1);
    String place = "";
    for (int p = 0; p < SkinPlanes.NAMES.size(); p++) {
      double c = change(p);
      if (!Double.isNaN(c) && Math.abs(c) > Math.abs(shown) + 0.02) {
        shown = c;
        place = SkinPlanes.NAMES.get(p);
      }
    }
    double[] band = ReadingBands.of("lightness");
    return new Reading("lightness", 0, shown, band[0], band[1], place, "");
  }

  private double change(int onlyPlane) {
    float[] a = new float[plane.length];
    float[] b = new float[plane.length];
    int n = 0;
    for (int i = 0; i < plane.length; i++) {
      if (mask.data()[i] > 0 && (onlyPlane < 0 || plane[i] == onlyPlane)) {
        a[n] = before.data()[i];
        b[n++] = now.data()[i];
      }
    }
    return n < 100 * px * px ? Double.NaN : Robust.median(b, n) - Robust.median(a, n);
  }
}
