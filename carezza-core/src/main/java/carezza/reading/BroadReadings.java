package carezza.reading;

import carezza.filter.LinearFit;
import carezza.image.Plane;
import java.util.Arrays;

/** The readings of skin that look at forms of 1.5 mm and more, taken on a reduced picture. */
final class BroadReadings {
  /** Above this coherence a form is a line. */
  private static final float LINE = 0.4f;

  /** Window in which the directions of forms are compared. */
  private static final double DIRECTION_MM = 2;

  /** Share of the energy of a band under which lines in it are no lines. */
  private static final double LEAST_LINES = 0.08;

  private final BroadSkin skin;
  private final int[] plane;

  /**
   * @param plane which of {@link SkinPlanes#NAMES} each pixel lies on
   */
  BroadReadings(BroadSkin skin, int[] plane) {
    this.skin = skin;
    this.plane = plane;
  }

  /** Slope of modelling now on before; of the planes the one farthest from 1. */
  Reading relief() {
    Plane a = skin.band(skin.before, 6, 20);
    Plane b = skin.band(skin.now, 6, 20);
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
      if (plane[i] == onlyPlane && skin.mask.data()[i] > 0) {
        n++;
        saa += (double) a.data()[i] * a.data()[i];
        sab += (double) a.data()[i] * b.data()[i];
      }
    }
    return n > 150 * skin.px * skin.px && saa / n > 1e-4 ? sab / saa : Double.NaN;
  }

  /** Light beyond 20 mm: slope of its variation now on before; reported apart, without a band. */
  Reading light() {
    Plane a = skin.blur(skin.before, 20);
    Plane b = skin.blur(skin.now, 20);
    double n = 0;
    double[] mean = new double[2];
    for (int i = 0; i < plane.length; i++) {
      if (skin.mask.data()[i] > 0) {
        n++;
        mean[0] += a.data()[i];
        mean[1] += b.data()[i];
      }
    }
    double saa = 0;
    double sab = 0;
    for (int i = 0; i < plane.length; i++) {
      if (skin.mask.data()[i] > 0) {
        double p = a.data()[i] - mean[0] / n;
        saa += p * p;
        sab += p * (b.data()[i] - mean[1] / n);
      }
    }
    return n > 0 && saa / n > 1e-4
        ? Reading.reported("lightKept", 100, 100 * sab / saa, "")
        : Reading.missing("lightKept", "noModelling");
  }

  /**
   * Lines kept: covariance now and before over the variance before, of E between 0.6 and 8 mm where
   * its forms are elongated.
   */
  Reading lines() {
    Plane a = skin.band(skin.before, 0.6, 8);
    Plane b = skin.band(skin.now, 0.6, 8);
    float[] lines = Coherence.of(a, skin.mask, DIRECTION_MM * skin.px).data();
    double all = 0;
    double saa = 0;
    double sab = 0;
    for (int i = 0; i < plane.length; i++) {
      if (skin.inner.data()[i] > 0) {
        double p = a.data()[i];
        all += p * p;
        double w = lines[i] > LINE ? 1 : 0;
        saa += w * p * p;
        sab += w * p * b.data()[i];
      }
    }
    double[] band = ReadingBands.of("linesKept");
    return saa > LEAST_LINES * all && saa > 0
        ? new Reading("linesKept", 100, Math.round(100 * sab / saa), band[0], band[1], "", "")
        : Reading.missing("linesKept", "noLines");
  }

  Reading blotch() {
    Plane round = skin.band(skin.before, 1.5, 8);
    float[] lines = Coherence.of(round, skin.mask, DIRECTION_MM * skin.px).data();
    double was = middleSpread(skin.labBefore[0], lines);
    double is = middleSpread(skin.labNow[0], lines);
    double high = Math.max(ReadingBands.of("blotch")[1] / 100 * was, 0.8);
    double low = was > 1.5 ? ReadingBands.of("blotch")[0] / 100 * was : 0;
    return new Reading("blotch", was, is, low, high, "", "");
  }

  private double middleSpread(float[] lightness, float[] lines) {
    Plane m = skin.band(new Plane(skin.rect, lightness), 1.5, 8);
    float[] v = new float[plane.length];
    int n = 0;
    for (int i = 0; i < v.length; i++) {
      if (skin.inner.data()[i] > 0 && lines[i] < LINE) {
        v[n++] = m.data()[i];
      }
    }
    return Robust.spread(v, n);
  }

  Reading spread() {
    double was = colourSpread(skin.labBefore);
    double is = colourSpread(skin.labNow);
    double[] share = ReadingBands.of("spread");
    double high = Math.max(share[1] / 100 * was, 2.0);
    return new Reading("spread", was, is, share[0] / 100 * was, high, "", "");
  }

  private double colourSpread(float[][] lab) {
    float[] l = skin.blur(new Plane(skin.rect, lab[0]), 2).data();
    double sum = 0;
    for (int c = 1; c <= 2; c++) {
      float[] v = skin.blur(new Plane(skin.rect, lab[c]), 2).data();
      LinearFit fit = new LinearFit(4);
      double[] row = {1, 0, 0, 0};
      for (int i = 0; i < v.length; i++) {
        if (skin.inner.data()[i] > 0) {
          row[1] = l[i] / 100;
          row[2] = i % skin.rect.w() / (double) skin.rect.w();
          row[3] = i / skin.rect.w() / (double) skin.rect.h();
          fit.add(v[i], row);
        }
      }
      double[] k = fit.solve();
      float[] left = new float[v.length];
      int n = 0;
      for (int i = 0; i < v.length; i++) {
        if (skin.inner.data()[i] > 0) {
          double x = i % skin.rect.w() / (double) skin.rect.w();
          double y = i / skin.rect.w() / (double) skin.rect.h();
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
      if (skin.mask.data()[i] > 0 && (onlyPlane < 0 || plane[i] == onlyPlane)) {
        a[n] = skin.before.data()[i];
        b[n++] = skin.now.data()[i];
      }
    }
    return n < 100 * skin.px * skin.px ? Double.NaN : Robust.median(b, n) - Robust.median(a, n);
  }
}
