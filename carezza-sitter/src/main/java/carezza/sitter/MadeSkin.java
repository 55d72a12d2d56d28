package carezza.sitter;

import carezza.image.SourcePicture;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * A seeded patch of made-up skin with known truth: shade over a curved plane, pores, blotches of
 * blood, spots and a line; or a row of teeth; or an eye white. Colours are worked out in linear
 * light as shade times two pigments in logarithms, then encoded as sRGB.
 */
public final class MadeSkin {
  /** Change of log2 R, G, B by a unit of blood. */
  private static final double[] BLOOD = {0, -0.7, -0.71};

  /** Change of log2 R, G, B by a unit of melanin. */
  private static final double[] MELANIN = {-0.35, -0.67, -1.0};

  /** Linear sRGB of skin with little pigment. */
  private static final double[] PALE = {0.62, 0.47, 0.40};

  private final int w;
  private final int h;
  private final Random random;
  private final double pxPerMm;
  private final List<double[]> spots = new ArrayList<>();
  private final double[] blood;
  private final double[] melanin;
  private final double[] shade;
  private final double[] texture;
  private final double[] shine;

  /**
   * @param depthOfSkin melanin over the patch: 0 pale to 3 deep brown
   */
  public MadeSkin(int w, int h, double pxPerMm, double depthOfSkin, long seed) {
    this.w = w;
    this.h = h;
    this.pxPerMm = pxPerMm;
    random = new Random(seed);
    blood = new double[w * h];
    melanin = new double[w * h];
    shade = new double[w * h];
    texture = new double[w * h];
    shine = new double[w * h];
    double phase = random.nextDouble() * 6;
    for (int i = 0; i < w * h; i++) {
      double x = i % w / pxPerMm;
      double y = i / w / pxPerMm;
      melanin[i] = depthOfSkin;
      shade[i] = -0.5 + 0.45 * Math.sin(x / 22 + phase) + 0.2 * Math.cos(y / 17 + phase);
      texture[i] = 0.05 * random.nextGaussian();
    }
    pores();
  }

  private void pores() {
    int n = (int) (w * h / pxPerMm / pxPerMm * 1.5);
    for (int k = 0; k < n; k++) {
      bump(texture, random.nextDouble() * w, random.nextDouble() * h, 0.15 * pxPerMm, -0.12);
    }
  }

  private void bump(double[] on, double cx, double cy, double sigma, double height) {
    int r = (int) Math.ceil(4 * sigma);
    for (int y = Math.max(0, (int) cy - r); y <= Math.min(h - 1, (int) cy + r); y++) {
      for (int x = Math.max(0, (int) cx - r); x <= Math.min(w - 1, (int) cx + r); x++) {
        double d2 = (x + 0.5 - cx) * (x + 0.5 - cx) + (y + 0.5 - cy) * (y + 0.5 - cy);
        on[y * w + x] += height * Math.exp(-0.5 * d2 / (sigma * sigma));
      }
    }
  }

  /** Blotches of blood, 3 to 8 mm across. */
  public MadeSkin withBlotches(int n, double amount) {
    for (int k = 0; k < n; k++) {
      double sigma = (3 + 5 * random.nextDouble()) / 2.355 * pxPerMm;
      bump(blood, random.nextDouble() * w, random.nextDouble() * h, sigma, amount);
    }
    return this;
  }

  /** A spot of 2 to 4 mm at a place. */
  public MadeSkin withSpot(double x, double y, double sizeMm) {
    spots.add(new double[] {x, y, sizeMm * pxPerMm / 2});
    bump(blood, x, y, sizeMm / 4 * pxPerMm, 0.8);
    bump(melanin, x, y, sizeMm / 4 * pxPerMm, 0.3);
    return this;
  }

  /** A soft place with more blood in it. */
  public MadeSkin withRedness(double x, double y, double sizeMm, double amount) {
    bump(blood, x, y, sizeMm / 2.355 * pxPerMm, amount);
    return this;
  }

  /** A soft place with more pigment and less blood in it: yellower, darker and not redder. */
  public MadeSkin withSallow(double x, double y, double sizeMm, double amount) {
    bump(melanin, x, y, sizeMm / 2.355 * pxPerMm, amount);
    return withRedness(x, y, sizeMm, -0.6 * amount);
  }

  /** A soft place that is lighter or darker in light alone, stops. */
  public MadeSkin withForm(double x, double y, double sizeMm, double stops) {
    bump(shade, x, y, sizeMm / 2.355 * pxPerMm, stops);
    return this;
  }

  /** A straight furrow from side to side that light falls into, sigma across it in mm, stops. */
  public MadeSkin withFurrow(double y, double slope, double sigmaMm, double stops) {
    for (int i = 0; i < w * h; i++) {
      double off = i / w + 0.5 - y - slope * (i % w + 0.5 - w / 2.0);
      double across = off / Math.hypot(1, slope) / (sigmaMm * pxPerMm);
      shade[i] += stops * Math.exp(-0.5 * across * across);
    }
    return this;
  }

  /** Another form from a row on down, lighter or darker in light alone, stops. */
  public MadeSkin withBorder(double y, double stops) {
    for (int i = 0; i < w * h; i++) {
      double off = (i / w + 0.5 - y) / (0.4 * pxPerMm);
      shade[i] += stops / (1 + Math.exp(-2 * off));
    }
    return this;
  }

  /** A soft place that throws back white light, in linear light. */
  public MadeSkin withShine(double x, double y, double sizeMm, double light) {
    bump(shine, x, y, sizeMm / 2.355 * pxPerMm, light);
    return this;
  }

  /** Centres and radii of the spots, pixels. */
  public List<double[]> spots() {
    return List.copyOf(spots);
  }

  /** The patch as codes. */
  public SourcePicture picture(int depth) {
    SourcePicture p = new SourcePicture(w, h, depth, 3);
    double top = depth == 8 ? 255 : 65535;
    for (int i = 0; i < w * h; i++) {
      for (int c = 0; c < 3; c++) {
        double log = shade[i] + texture[i] + BLOOD[c] * blood[i] + MELANIN[c] * melanin[i];
        p.setCode(
            c, i % w, i / w, (int) Math.round(top * encode(PALE[c] * Math.pow(2, log) + shine[i])));
      }
    }
    return p;
  }

  /** Teeth between lips, or an eye white between lids: a yellowish oval on skin, with its mask. */
  public static SourcePicture white(int w, int h, double[] linear, int depth, long seed) {
    SourcePicture p = new SourcePicture(w, h, depth, 3);
    Random random = new Random(seed);
    double top = depth == 8 ? 255 : 65535;
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        double shade = 0.9 + 0.1 * Math.cos((x - w / 2.0) / w * 3) + 0.01 * random.nextGaussian();
        boolean in = isWhite(x, y, w, h);
        for (int c = 0; c < 3; c++) {
          double v = (in ? linear[c] : PALE[c] * 0.4) * shade;
          p.setCode(c, x, y, (int) Math.round(top * encode(v)));
        }
      }
    }
    return p;
  }

  /** Whether a pixel belongs to the oval of {@link #white}. */
  public static boolean isWhite(int x, int y, int w, int h) {
    double u = (x + 0.5 - w / 2.0) / (0.36 * w);
    double v = (y + 0.5 - h / 2.0) / (0.25 * h);
    return u * u + v * v < 1;
  }

  private static double encode(double v) {
    double c = Math.max(0, Math.min(1, v));
    return c <= 0.0031308 ? 12.92 * c : 1.055 * Math.pow(c, 1 / 2.4) - 0.055;
  }
}
