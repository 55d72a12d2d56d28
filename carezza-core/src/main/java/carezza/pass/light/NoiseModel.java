package carezza.pass.light;

import carezza.filter.Starlet;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * How much of each scale of a picture is noise, by tone: standard deviations of {@link Starlet}
 * scales of the square root of light, which makes photon noise nearly alike in all tones (Anscombe
 * 1948). Measured where the picture is flattest: over patches spread over all of it, of the
 * deviations in small squares the low end is taken, so that skin, cloth and edges do not count.
 * Noise that a camera or a file format has correlated is measured as it is, scale by scale.
 */
final class NoiseModel {
  /** Scales at full size. */
  static final int SCALES = 4;

  /** One of light, two of colour. */
  static final int PLANES = 3;

  private static final int TONES = 4;

  /** Square root of light of the last tone. */
  private static final double BRIGHTEST = 0.9;

  private static final int PATCH = 48;
  private static final int MARGIN = 32;
  private static final int ACROSS = 8;
  private static final int DOWN = 6;
  private static final int SQUARE = 8;

  /** Squares of a tone from which its noise can be told. */
  private static final int ENOUGH = 12;

  /** The share of squares taken for flat, and by how much their deviation is too low for that. */
  private static final double FLAT = 0.15;

  private static final double TOO_LOW = 1.1;

  /** Deviations by plane, scale and tone. */
  private final float[][][] sigma = new float[PLANES][SCALES][TONES];

  private NoiseModel() {}

  /** The patches that are looked at, source pixels. */
  static List<Rect> patches(Rect all) {
    List<Rect> out = new ArrayList<>();
    for (int v = 0; v < DOWN; v++) {
      for (int u = 0; u < ACROSS; u++) {
        int x = all.x() + (int) ((all.w() - PATCH) * (u + 0.5) / ACROSS);
        int y = all.y() + (int) ((all.h() - PATCH) * (v + 0.5) / DOWN);
        out.add(new Rect(x, y, PATCH, PATCH).grow(MARGIN).intersect(all));
      }
    }
    return out.stream().filter(r -> !r.isEmpty()).distinct().toList();
  }

  static NoiseModel of(PixelReader picture) {
    List<Plane[]> patches =
        patches(picture.bounds(0)).stream().map(r -> planes(picture.read(0, r))).toList();
    NoiseModel out = new NoiseModel();
    for (int p = 0; p < PLANES; p++) {
      Plane[] left = new Plane[patches.size()];
      for (int i = 0; i < left.length; i++) {
        left[i] = patches.get(i)[p];
      }
      for (int j = 0; j < SCALES; j++) {
        List<List<Double>> found =
            Stream.generate(() -> (List<Double>) new ArrayList<Double>()).limit(TONES).toList();
        for (int i = 0; i < left.length; i++) {
          Plane next = Starlet.smoothed(left[i], 1 << j);
          squares(left[i], next, patches.get(i)[0], found);
          left[i] = next;
        }
        out.sigma[p][j] = byTone(found);
      }
    }
    return out;
  }

  /** Square root of luminance-like light, and two differences of roots. */
  static Plane[] planes(RgbBlock b) {
    Plane[] out = {new Plane(b.rect()), new Plane(b.rect()), new Plane(b.rect())};
    for (int i = 0; i < b.size(); i++) {
      float r = root(b.r()[i]);
      float g = root(b.g()[i]);
      float v = root(b.b()[i]);
      out[0].data()[i] = (r + 2 * g + v) / 4;
      out[1].data()[i] = r - g;
      out[2].data()[i] = v - g;
    }
    return out;
  }

  /** From {@link #planes} at one pixel to light. */
  static void light(float l, float c1, float c2, float[] out) {
    float g = l - (c1 + c2) / 4;
    out[0] = square(c1 + g);
    out[1] = square(g);
    out[2] = square(c2 + g);
  }

  private static float root(float v) {
    return v < 0 ? -(float) Math.sqrt(-v) : (float) Math.sqrt(v);
  }

  private static float square(float v) {
    return v * Math.abs(v);
  }

  private static void squares(Plane fine, Plane coarse, Plane tone, List<List<Double>> out) {
    for (int y = 0; y + SQUARE <= fine.h(); y += SQUARE) {
      for (int x = 0; x + SQUARE <= fine.w(); x += SQUARE) {
        double sum = 0;
        double mean = 0;
        for (int i = 0; i < SQUARE * SQUARE; i++) {
          int at = (y + i / SQUARE) * fine.w() + x + i % SQUARE;
          double d = fine.data()[at] - coarse.data()[at];
          sum += d * d;
          mean += tone.data()[at];
        }
        int n = SQUARE * SQUARE;
        out.get((int) Math.rint(place((float) (mean / n)))).add(Math.sqrt(sum / n));
      }
    }
  }

  /** Where a tone stands among those that are told apart. */
  private static float place(float root) {
    return Math.max(0, Math.min(TONES - 1, root * (float) ((TONES - 1) / BRIGHTEST)));
  }

  /**
   * A tone of which too little is seen has the noise of the nearest that is; none where none is.
   */
  private static float[] byTone(List<List<Double>> found) {
    float[] out = new float[TONES];
    for (int t = 0; t < TONES; t++) {
      int tone = t;
      out[t] =
          IntStream.range(0, TONES)
              .boxed()
              .filter(u -> found.get(u).size() >= ENOUGH)
              .min(Comparator.comparingInt(u -> Math.abs(u - tone)))
              .map(u -> flat(found.get(u)))
              .orElse(0f);
    }
    return out;
  }

  private static float flat(List<Double> deviations) {
    double[] all = deviations.stream().mapToDouble(v -> v).sorted().toArray();
    return (float) (TOO_LOW * all[(int) (FLAT * all.length)]);
  }

  /**
   * Deviation of noise at a pixel.
   *
   * @param root square root of its light
   */
  float sigma(int plane, int scale, float root) {
    float p = place(root);
    int t = Math.min(TONES - 2, (int) p);
    float[] s = sigma[plane][scale];
    return s[t] + (p - t) * (s[t + 1] - s[t]);
  }
}
