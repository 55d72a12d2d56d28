package carezza.color;

/**
 * How a file's integer codes stand for light: one decoding curve a channel and a matrix between the
 * file's linear RGB and the working space. Decoding is a table look-up; encoding finds the code
 * whose decoded value is nearest, so that decode then encode gives every code back.
 */
public final class ColorEncoding {
  /** A decoding curve: encoded value 0..1 to linear light 0..1, rising. */
  @FunctionalInterface
  public interface Curve {
    double toLinear(double encoded);
  }

  private static final double[] SRGB_PRIMARIES = {0.64, 0.33, 0.30, 0.60, 0.15, 0.06};
  private static final int BUCKETS = 4096;

  private final String name;
  private final Curve[] curves;
  private final Matrix3 toWorking;
  private final float[][][] tables = new float[2][][];
  private final int[][][] starts = new int[2][][];

  /**
   * @param name for the user: the profile's own description
   * @param curves three decoding curves
   * @param toXyzD65 file's linear RGB to X, Y, Z relative to D65
   */
  public ColorEncoding(String name, Curve[] curves, Matrix3 toXyzD65) {
    this(WorkingSpace.FROM_XYZ.after(toXyzD65), curves, name);
  }

  private ColorEncoding(Matrix3 toWorking, Curve[] curves, String name) {
    this.toWorking = toWorking;
    this.curves = curves.clone();
    this.name = name;
  }

  /** IEC 61966-2-1 sRGB. */
  public static ColorEncoding srgb() {
    Curve c = ColorEncoding::srgbToLinear;
    return new ColorEncoding(
        "sRGB",
        new Curve[] {c, c, c},
        WorkingSpace.fromPrimaries(SRGB_PRIMARIES, WorkingSpace.D65_XY));
  }

  /** The sRGB decoding curve, IEC 61966-2-1. */
  public static double srgbToLinear(double v) {
    return v <= 0.04045 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4);
  }

  /** The same under another name. */
  public ColorEncoding named(String other) {
    return new ColorEncoding(toWorking, curves, other);
  }

  public String name() {
    return name;
  }

  public Matrix3 toWorking() {
    return toWorking;
  }

  /** The decoding table of a channel: 256 or 65536 linear values. */
  public float[] table(int channel, int depth) {
    return tables(depth)[channel];
  }

  private synchronized float[][] tables(int depth) {
    int slot = depth == 8 ? 0 : 1;
    if (tables[slot] == null) {
      int n = depth == 8 ? 256 : 65536;
      float[][] t = new float[3][];
      int[][] s = new int[3][];
      for (int c = 0; c < 3; c++) {
        boolean again = c > 0 && curves[c] == curves[c - 1];
        t[c] = again ? t[c - 1] : table(curves[c], n);
        s[c] = again ? s[c - 1] : starts(t[c]);
      }
      starts[slot] = s;
      tables[slot] = t;
    }
    return tables[slot];
  }

  private static float[] table(Curve curve, int n) {
    float[] t = new float[n];
    for (int i = 0; i < n; i++) {
      t[i] = (float) curve.toLinear(i / (n - 1.0));
      if (i > 0 && t[i] < t[i - 1]) {
        t[i] = t[i - 1];
      }
    }
    return t;
  }

  private static int[] starts(float[] t) {
    int[] s = new int[BUCKETS + 2];
    int code = 0;
    for (int b = 0; b < BUCKETS + 2; b++) {
      double v = (double) b / BUCKETS;
      v = v * v;
      while (code < t.length - 1 && t[code + 1] <= v) {
        code++;
      }
      s[b] = code;
    }
    return s;
  }

  /**
   * The code of {@code depth} bits whose light is nearest to {@code linear}; clamped to the range.
   */
  public int encode(int channel, int depth, float linear) {
    float[] t = tables(depth)[channel];
    int last = t.length - 1;
    if (!(linear > t[0])) {
      return 0;
    }
    if (linear >= t[last]) {
      return last;
    }
    int[] s = starts[depth == 8 ? 0 : 1][channel];
    int bucket = Math.min(BUCKETS, (int) (Math.sqrt(linear) * BUCKETS));
    int lo = Math.max(0, s[bucket] - 1);
    int hi = Math.min(last, s[Math.min(BUCKETS + 1, bucket + 1)] + 2);
    while (hi - lo > 1) {
      int mid = (lo + hi) >>> 1;
      if (t[mid] <= linear) {
        lo = mid;
      } else {
        hi = mid;
      }
    }
    return linear - t[lo] <= t[hi] - linear ? lo : hi;
  }
}
