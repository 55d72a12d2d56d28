package carezza.pass.even;

import carezza.color.Roots;
import carezza.field.MaskedBlur;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.ColourRatios;
import carezza.pass.FieldTiles;
import carezza.pass.Frame;
import carezza.pass.Parameter;
import carezza.pass.Parameter.Unit;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.ReadingKey;
import carezza.pass.Run;
import carezza.pass.Stage;
import java.util.List;
import java.util.Set;

/**
 * Two bands: frequency separation at a size in mm. The broad band (Gaussian with sigma = size /
 * 2.355, in logarithms of light) is evened inside the area; the fine band is what remains and
 * passes untouched, because evening is a smooth gain.
 *
 * <p>Evening tells blotch from form by colour. Shade scales the channels alike and leaves the
 * ratios R/G and G/B; blood raises R/G alone and melanin raises both about equally (Tsumura et al.
 * 2003, "Image-based skin color and texture analysis/synthesis by extracting hemoglobin and melanin
 * information in the skin": skin colour in logarithms is shade plus two pigments). So the ratios'
 * deviation between the split and 8 mm is taken out, and with it the darkening that blood brings:
 * {@link #DARKENING} stops a stop of (R/G) / (G/B). A form that is only shade has no such deviation
 * and stays. What is left in lightness is evened where its deviation is small against {@code hold}
 * (a bell of the deviation), so that edges and planes, which are large, stay.
 */
public final class TwoBands implements PassKind {
  public static final String SPLIT = "split";
  public static final String EVENING = "evening";
  public static final String HOLD = "hold";

  /** Stops of luminance that go with a stop of blood signal, as measured on made-up skin. */
  static final float DARKENING = 0.85f;

  /** Full width at half height of a Gaussian, in sigmas: 2 sqrt(2 ln 2). */
  public static final double FWHM = 2.3548200450309493;

  private static final double OUTER_MM = 8;
  private static final double LIGHT_OUTER_MM = 4;
  private static final int FIELDS = 6;

  private static final List<Parameter> PARAMETERS =
      List.of(
          new Parameter(SPLIT, Unit.MM, 1, 3.5, 1.8, 0.1),
          new Parameter(EVENING, Unit.PERCENT, 0, 100, 75, 1),
          new Parameter(HOLD, Unit.STOP, 0, 0.3, 0.06, 0.01));

  @Override
  public String key() {
    return "twoBands";
  }

  @Override
  public Stage stage() {
    return Stage.EVEN;
  }

  @Override
  public List<Parameter> parameters() {
    return PARAMETERS;
  }

  @Override
  public double maxStrength() {
    return 1.3;
  }

  @Override
  public Set<ReadingKey> affects() {
    return Set.of(
        ReadingKey.TEXTURE,
        ReadingKey.RELIEF,
        ReadingKey.BLOTCH,
        ReadingKey.SMALL_FORMS,
        ReadingKey.SPLIT);
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.value(EVENING) == 0;
  }

  /** Sigma of the split in mm. */
  public static double sigmaMm(Pass p) {
    return p.value(SPLIT) / FWHM;
  }

  private static FieldTiles tiles(Pass p, Frame frame) {
    double sigma = sigmaMm(p);
    int level = frame.levelFor(sigma, 2.4);
    double px = frame.pxPerMm() / (1 << level);
    int reach = MaskedBlur.reach(OUTER_MM * px) + 2 * MaskedBlur.reach(sigma * px);
    long hash = new Hash().add(sigma).add(p.value(HOLD)).get();
    return new FieldTiles("twoBands", level, reach, hash);
  }

  @Override
  public List<Rect> reads(Pass p, Frame frame, Rect rect) {
    return List.of(rect, tiles(p, frame).reads(frame, rect));
  }

  @Override
  public void apply(Run run, RgbBlock b, float[] weight) {
    Pass p = run.pass();
    FieldTiles tiles = tiles(p, run.frame());
    double px = run.frame().pxPerMm() / (1 << tiles.level());
    double sigma = sigmaMm(p) * px;
    double hold = p.value(HOLD);
    Plane[] f =
        tiles.over(
            run, FIELDS, (below, m) -> fields(below, m, px, sigma, hold), b.level(), b.rect());
    float amount = (float) (p.value(EVENING) / 100 * p.strength());
    float[] gain = new float[3];
    for (int i = 0; i < b.size(); i++) {
      float k = amount * (weight == null ? 1 : weight[i]);
      if (k == 0) {
        continue;
      }
      ColourRatios.gains(
          f[0].data()[i],
          f[1].data()[i],
          -k * f[2].data()[i],
          -k * f[3].data()[i],
          k * (DARKENING * f[4].data()[i] - f[5].data()[i]),
          gain);
      b.r()[i] *= Roots.exp2(gain[0]);
      b.g()[i] *= Roots.exp2(gain[1]);
      b.b()[i] *= Roots.exp2(gain[2]);
    }
  }

  /**
   * Broad ratios c1 and c2, their deviations, the blood signal's, and the small one of lightness.
   */
  private static Plane[] fields(RgbBlock below, Plane mask, double px, double sigma, double hold) {
    ColourRatios c = ColourRatios.of(below);
    Plane c1 = MaskedBlur.of(c.c1(), mask, sigma, 0);
    Plane c2 = MaskedBlur.of(c.c2(), mask, sigma, 0);
    Plane e = MaskedBlur.of(c.e(), mask, sigma, 0);
    Plane o1 = MaskedBlur.of(c.c1(), mask, OUTER_MM * px, 0);
    Plane o2 = MaskedBlur.of(c.c2(), mask, OUTER_MM * px, 0);
    Plane oe = MaskedBlur.of(c.e(), mask, LIGHT_OUTER_MM * px, 0);
    Plane d1 = new Plane(below.rect());
    Plane d2 = new Plane(below.rect());
    Plane blood = new Plane(below.rect());
    Plane small = new Plane(below.rect());
    for (int i = 0; i < d1.data().length; i++) {
      float a = c1.data()[i] - o1.data()[i];
      float b = c2.data()[i] - o2.data()[i];
      float h = a - b;
      d1.data()[i] = a;
      d2.data()[i] = b;
      blood.data()[i] = h > 0 ? h : 0.5f * h;
      float d = e.data()[i] - oe.data()[i] + DARKENING * blood.data()[i];
      small.data()[i] = hold == 0 ? 0 : (float) (d * Math.exp(-0.5 * d * d / (hold * hold)));
    }
    return new Plane[] {c1, c2, d1, d2, blood, MaskedBlur.of(small, mask, sigma, 0)};
  }
}
