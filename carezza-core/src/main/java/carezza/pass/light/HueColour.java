package carezza.pass.light;

import carezza.area.Area;
import carezza.area.Term;
import carezza.color.Oklab;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Histogram;
import carezza.pass.Known;
import carezza.pass.Mixing;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Places;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.pass.Weighted;
import carezza.setting.Curve;
import carezza.setting.CurveField;
import carezza.setting.Field;
import carezza.setting.HueRange;
import carezza.setting.HueRangesField;
import carezza.setting.Place;
import carezza.setting.Settings;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Colour by ranges of hue, and a strength of colour by chroma, in Oklab. A range acts fully over
 * its width and fades smoothly beyond; where ranges overlap with a sum above 1 they share a pixel.
 * What it does is turned and scaled about grey, so that what has little chroma moves little and no
 * window of chroma is needed; a change of lightness fades with chroma. Hue is read from the pixel
 * itself, since a range is wide against what grain does to it. Where a face is known a new pass
 * leaves skin and lips out.
 *
 * <p>Point-wise; sines of angles up to 60 degrees by their series, within 1e-6.
 */
public final class HueColour implements PassKind {
  private static final HueRangesField RANGES = new HueRangesField("hueRanges");
  private static final CurveField BY_CHROMA =
      new CurveField(
          "byChroma",
          0,
          -100,
          HueRangesField.MOST_CHROMA,
          100,
          Curve.line(0, 0, HueRangesField.MOST_CHROMA, 0));

  private static final List<String> HELD = List.of("skin", "lips");

  /** Chroma at which a change of lightness acts fully. */
  private static final float COLOURED = 0.04f;

  private static final double PICKED_MM = 3;
  private static final int TABLE = 256;

  /** Bins along the curve. */
  private static final int CHROMAS = 60;

  /** Long side on which colours are counted. */
  private static final int COUNTED = 500;

  @Override
  public String key() {
    return "hueColour";
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(RANGES, BY_CHROMA);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("skinTint", "siteMatch", "pull", "halo");
  }

  /** On all but skin and lips, where a face tells what these are. */
  @Override
  public Pass start(long id, Known known) {
    Area area = Area.WHOLE;
    if (known.hasFace()) {
      for (String held : HELD) {
        area = area.with(new Term(Term.How.TAKE, held, 0));
      }
    }
    return Pass.start(id, this, area);
  }

  @Override
  public List<Action> actions() {
    return List.of(new Action.PointAt("pickHue", PICKED_MM, HueColour::picked));
  }

  private static UnaryOperator<Pass> picked(EvaluationContext context, Place place) {
    double[] mean = Places.meanLight(context.below(), context.frame(), place);
    float[] lab = new float[3];
    Oklab.of((float) mean[0], (float) mean[1], (float) mean[2], lab);
    double hue = Math.rint(Math.toDegrees(Math.atan2(lab[2], lab[1])));
    return p -> {
      List<HueRange> all = new ArrayList<>(p.get(RANGES));
      if (all.size() == HueRangesField.MOST) {
        return p;
      }
      all.add(HueRange.about(hue));
      return p.with(RANGES, all);
    };
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return isNeutral(p)
        ? Optional.empty()
        : known.reading("skinTint").map(r -> new Summary("sum.primaries", r.now()));
  }

  /**
   * Colours of the picture below and of its skin: by chroma for the curve; else cell by cell round
   * the field, from its middle outwards.
   */
  @Override
  public Optional<Histogram> histogram(EvaluationContext context, Field<?> field) {
    boolean around = field.equals(RANGES);
    int level = Pyramid.levelWithin(context.frame().bounds(), COUNTED);
    Rect all = context.below().bounds(level);
    RgbBlock b = context.below().read(level, all);
    float[] skin = context.mask(Area.ofRegion("skin"), level, all).data();
    double[] counted =
        new double[around ? HueRangesField.AROUND * HueRangesField.OUTWARD : CHROMAS];
    double[] ofSkin = new double[counted.length];
    float[] lab = new float[3];
    for (int i = 0; i < b.size(); i++) {
      Oklab.of(b.r()[i], b.g()[i], b.b()[i], lab);
      double chroma = Math.hypot(lab[1], lab[2]);
      int cell =
          around
              ? cell(lab, chroma)
              : (int) Math.min(CHROMAS - 1, CHROMAS * chroma / HueRangesField.MOST_CHROMA);
      counted[cell]++;
      ofSkin[cell] += skin[i];
    }
    return Optional.of(Histogram.of(counted, ofSkin));
  }

  private static int cell(float[] lab, double chroma) {
    double turn = Math.atan2(lab[2], lab[1]) / (2 * Math.PI);
    int u = (int) (HueRangesField.AROUND * (turn < 0 ? turn + 1 : turn)) % HueRangesField.AROUND;
    return Math.min(
                HueRangesField.OUTWARD - 1,
                (int) (HueRangesField.OUTWARD * HueRangesField.outward(chroma)))
            * HueRangesField.AROUND
        + u;
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral()
        .with(
            RANGES,
            List.of(new HueRange(45, 60, 30, 25, -30, 0.3), new HueRange(90, 40, 20, -20, 20, 0)))
        .with(BY_CHROMA, Curve.line(0, 20, HueRangesField.MOST_CHROMA, -20));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(RANGES).stream().allMatch(HueRange::isNeutral)
        && p.get(BY_CHROMA).knots().stream().allMatch(k -> k.y() == 0);
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Ranges ranges = new Ranges(p.get(RANGES), (float) p.strength());
    float[] table = table(p.get(BY_CHROMA), p.strength());
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          float[] lab = new float[3];
          float[] move = new float[3];
          float[] gain = new float[w.length];
          for (int i = 0; i < w.length; i++) {
            if (w[i] == 0) {
              continue;
            }
            Oklab.of(red[i], green[i], blue[i], lab);
            float chroma = (float) Math.sqrt(lab[1] * lab[1] + lab[2] * lab[2]);
            ranges.at(lab[1], lab[2], chroma, move);
            float k = (1 + w[i] * move[1]) * (1 + w[i] * at(table, chroma));
            gain[i] = w[i] * move[2] * Math.min(1, chroma / COLOURED);
            float sin = sin(w[i] * move[0]);
            float cos = cos(w[i] * move[0]);
            Oklab.toLight(
                lab[0], k * (cos * lab[1] - sin * lab[2]), k * (sin * lab[1] + cos * lab[2]), lab);
            red[i] = lab[0];
            green[i] = lab[1];
            blue[i] = lab[2];
          }
          Mixing.gain(gain, 1, red, green, blue);
        });
  }

  private static float sin(float x) {
    float q = x * x;
    return x * (1 - q / 6 * (1 - q / 20 * (1 - q / 42)));
  }

  private static float cos(float x) {
    float q = x * x;
    return 1 - q / 2 * (1 - q / 12 * (1 - q / 30 * (1 - q / 56)));
  }

  private static float[] table(Curve c, double strength) {
    float[] out = new float[TABLE + 2];
    for (int i = 0; i < out.length; i++) {
      out[i] = (float) (strength * c.at(HueRangesField.MOST_CHROMA * i / TABLE) / 100);
    }
    return out;
  }

  private static float at(float[] table, float chroma) {
    float p = Math.min(TABLE, chroma * (float) (TABLE / HueRangesField.MOST_CHROMA));
    int i = (int) p;
    return table[i] + (p - i) * (table[i + 1] - table[i]);
  }

  /** What ranges do with a colour. */
  private static final class Ranges {
    private final float[][] of;

    /** Per range: direction, cosines at which it is full and nothing, what it does. */
    Ranges(List<HueRange> all, float strength) {
      of = new float[all.size()][];
      for (int i = 0; i < of.length; i++) {
        HueRange r = all.get(i);
        double hue = Math.toRadians(r.hue());
        double half = Math.toRadians(r.width() / 2);
        double end = Math.min(Math.PI, half + Math.toRadians(r.soft()));
        of[i] =
            new float[] {
              (float) Math.cos(hue),
              (float) Math.sin(hue),
              (float) Math.cos(half),
              (float) Math.cos(end),
              strength * (float) Math.toRadians(r.turn()),
              strength * (float) (r.richer() / 100),
              strength * (float) r.lighter()
            };
      }
    }

    /**
     * @param out turn in radians, share by which chroma grows, stops
     */
    void at(float a, float b, float chroma, float[] out) {
      Arrays.fill(out, 0);
      if (chroma <= 0) {
        return;
      }
      float sum = 0;
      for (float[] r : of) {
        float cos = (a * r[0] + b * r[1]) / chroma;
        float t = Math.max(0, Math.min(1, (cos - r[3]) / (r[2] - r[3])));
        float k = t * t * (3 - 2 * t);
        sum += k;
        out[0] += k * r[4];
        out[1] += k * r[5];
        out[2] += k * r[6];
      }
      if (sum > 1) {
        out[0] /= sum;
        out[1] /= sum;
        out[2] /= sum;
      }
    }
  }
}
