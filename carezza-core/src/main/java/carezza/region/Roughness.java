package carezza.region;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import java.util.Arrays;

/**
 * How rough the surface is round each pixel: skin is smooth where hair has strands and knitting
 * stitches, and a backdrop out of focus is smoother than both. Measured as the RMS, in stops, of
 * what a Gaussian of 0.8 mm takes from the lightness, within 1 mm; of the places within 1.7 mm the
 * smoothest counts, so that the border between two smooth surfaces is not rough.
 */
final class Roughness {
  private static final double FINE_MM = 0.8;
  private static final double AROUND_MM = 1;
  private static final double SMOOTHEST_MM = 1.7;

  /** Most that a pixel counts, squared stops. */
  private static final float MOST = 1;

  private static final float LEAST = 1e-6f;

  /** Bins of 0.3 octaves from 2^-9 stops on. */
  private static final int BINS = 32;

  private static final double BIN = 0.3;
  private static final double FIRST = -9;

  /** Share of a bin that a roughness never seen has. */
  private static final float FLOOR = 3e-3f;

  private final int[] bin;

  /**
   * @param light log2 luminance
   */
  Roughness(Plane light, double pxPerMm) {
    float[] smooth = Gaussian.blur(light, FINE_MM * pxPerMm).data();
    Plane energy = new Plane(light.rect());
    for (int i = 0; i < smooth.length; i++) {
      float d = light.data()[i] - smooth[i];
      energy.data()[i] = Math.min(MOST, d * d);
    }
    Plane around = Gaussian.blur(energy, AROUND_MM * pxPerMm);
    float[] least = least(around, (int) Math.round(SMOOTHEST_MM * pxPerMm));
    bin = new int[least.length];
    for (int i = 0; i < bin.length; i++) {
      double octaves = 0.5 * Math.log(least[i] + LEAST) / Math.log(2);
      bin[i] = (int) Math.max(0, Math.min(BINS - 1, (octaves - FIRST) / BIN));
    }
  }

  /** The least value in the square of so many pixels to each side. */
  private static float[] least(Plane p, int reach) {
    return alongColumns(alongRows(p.data(), p.w(), reach), p.w(), reach);
  }

  private static float[] alongRows(float[] v, int w, int reach) {
    float[] out = new float[v.length];
    for (int i = 0; i < v.length; i++) {
      int x = i % w;
      float least = v[i];
      for (int d = Math.max(-reach, -x); d <= Math.min(reach, w - 1 - x); d++) {
        least = Math.min(least, v[i + d]);
      }
      out[i] = least;
    }
    return out;
  }

  private static float[] alongColumns(float[] v, int w, int reach) {
    float[] out = v.clone();
    for (int d = 1; d <= reach; d++) {
      for (int i = 0; i < v.length - d * w; i++) {
        out[i] = Math.min(out[i], v[i + d * w]);
        out[i + d * w] = Math.min(out[i + d * w], v[i]);
      }
    }
    return out;
  }

  /** In which of {@link #likelihood}'s bins a pixel is. */
  int bin(int pixel) {
    return bin[pixel];
  }

  /**
   * How often each roughness occurs, learnt from weighted pixels: share of a bin, never 0.
   *
   * @param power to which it is raised: neighbours are not rough independently
   */
  double[] likelihood(float[] weight, double power) {
    double[] n = new double[BINS];
    double sum = 1;
    for (int i = 0; i < weight.length; i++) {
      n[bin[i]] += weight[i];
      sum += weight[i];
    }
    double[] out = smooth(smooth(n));
    double all = sum;
    return Arrays.stream(out).map(v -> Math.pow(v / all + FLOOR, power)).toArray();
  }

  private static double[] smooth(double[] n) {
    double[] out = new double[BINS];
    for (int k = 0; k < BINS; k++) {
      out[k] = (n[Math.max(0, k - 1)] + 2 * n[k] + n[Math.min(BINS - 1, k + 1)]) / 4;
    }
    return out;
  }
}
