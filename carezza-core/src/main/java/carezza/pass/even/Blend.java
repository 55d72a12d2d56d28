package carezza.pass.even;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.Roots;
import carezza.field.MaskedBlur;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;

/**
 * Tone carried along short strokes: the broad band at a place becomes the mean of what lies behind
 * it along the stroke, with weight exp(-s / carry) at s mm (line integral convolution, Cabral and
 * Leedom 1993, "Imaging vector fields using line integral convolution", with a one-sided kernel).
 * Only what is of the same tone counts, a bell in light and in colour, so nothing is carried over a
 * border. It reads the picture below alone: strokes do not smear what strokes have made. A smooth
 * gain: texture passes through.
 */
public final class Blend implements PassKind {
  private static final NumberField CARRY =
      new NumberField("carry", Unit.MM, 2, 30, 10, 0.5).useful(5, 20);

  private static final NumberField TONE =
      new NumberField("oneTone", Unit.STOP, 0.02, 0.5, 0.12, 0.01).useful(0.06, 0.2);

  /** Sigma of the broad band. */
  private static final double BROAD_MM = 0.76;

  /** Of the tone's width in stops, that of log2 R/G and log2 G/B. */
  private static final float COLOUR = 0.5f;

  /** How far behind, in carries. */
  private static final double FAR = 3;

  /** Where directions squared add up to less, no stroke has one: a click carries nothing. */
  private static final float LEAST_WAY = 1e-4f;

  @Override
  public String key() {
    return "blend";
  }

  @Override
  public Stage stage() {
    return Stage.EVEN;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(CARRY, TONE);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("blotch", "reliefKept", "textureKept", "smallFormsKept");
  }

  /** On nothing until it is painted. */
  @Override
  public Pass start(long id, Known known) {
    return Pass.start(id, this, Area.NONE);
  }

  @Override
  public Settings sample(Frame frame) {
    return Settings.start(fields()).with(CARRY, 8.0).with(TONE, TONE.max());
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(CARRY, CARRY.min());
  }

  /** Over the least way there is nothing to carry. */
  @Override
  public boolean isNeutral(Pass p) {
    return p.get(CARRY) <= CARRY.min();
  }

  private static FieldTiles tiles(Pass p, Frame frame) {
    int level = frame.levelFor(BROAD_MM, 1.3);
    double px = frame.pxPerMm() / (1 << level);
    int behind = 2 + (int) Math.ceil(FAR * p.get(CARRY) * px);
    int reach = MaskedBlur.reach(BROAD_MM * px) + behind + MaskedBlur.reach(BROAD_MM / 2 * px);
    return new FieldTiles("blend", level, reach, new Hash().add(p.settingsHash()).get());
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    return List.of(tiles(p, frame).reads(frame, rect));
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    SmoothGain.apply(
        context,
        tiles(p, context.frame()),
        (below, m) -> fields(context, below, m),
        b,
        p.strength(),
        weight);
  }

  private static Plane[] fields(EvaluationContext context, RgbBlock below, Plane mask) {
    Pass p = context.pass();
    double px = context.frame().pxPerMm() / (1 << below.level());
    Plane all = Plane.filled(below.rect(), 1);
    ColourRatios c = ColourRatios.of(below);
    Plane[] broad = MaskedBlur.of(all, BROAD_MM * px, 0, c.e(), c.c1(), c.c2());
    float[][] along = directions(context, below);
    float tone = p.get(TONE).floatValue();
    float[] width = {tone, COLOUR * tone, COLOUR * tone};
    Plane[] d = {new Plane(below.rect()), new Plane(below.rect()), new Plane(below.rect())};
    Carrying carrying = new Carrying(broad, along, width, p.get(CARRY) * px);
    float[] mean = new float[3];
    for (int i = 0; i < mask.data().length; i++) {
      if (mask.data()[i] > 0 && along[0][i] * along[0][i] + along[1][i] * along[1][i] > LEAST_WAY) {
        carrying.mean(i, mean);
        for (int k = 0; k < 3; k++) {
          d[k].data()[i] = mean[k] - broad[k].data()[i];
        }
      }
    }
    Plane[] soft = MaskedBlur.of(all, BROAD_MM / 2 * px, 0, d);
    return SmoothGain.fields(broad[1], broad[2], soft[1], soft[2], soft[0]);
  }

  /** Where the strokes over each pixel go: unit vectors, added up by how much each lays on. */
  private static float[][] directions(EvaluationContext context, RgbBlock below) {
    Rect r = below.rect();
    double side = 1 << below.level();
    float[][] out = new float[2][below.size()];
    for (Stroke s : context.area().strokes()) {
      double radius = s.brush().sizeMm() * context.frame().pxPerMm() / 2 / side;
      for (int k = 0; s.brush().puts() && k + 1 < s.count(); k++) {
        double x = (s.x(k) + s.x(k + 1)) / 2 / side;
        double y = (s.y(k) + s.y(k + 1)) / 2 / side;
        double dx = (s.x(k + 1) - s.x(k)) / side;
        double dy = (s.y(k + 1) - s.y(k)) / side;
        double wide = radius + Math.hypot(dx, dy) / 2;
        lay(out, r, x, y, dx, dy, wide);
      }
    }
    return out;
  }

  private static void lay(
      float[][] out, Rect r, double x, double y, double dx, double dy, double radius) {
    Rect part = Rect.ofDisc(x, y, radius).intersect(r);
    for (int v = part.y(); v < part.bottom(); v++) {
      for (int u = part.x(); u < part.right(); u++) {
        double d = Math.hypot(u + 0.5 - x, v + 0.5 - y) / radius;
        if (d < 1) {
          double w = (1 - d * d) * (1 - d * d);
          int i = (v - r.y()) * r.w() + u - r.x();
          out[0][i] += (float) (w * dx);
          out[1][i] += (float) (w * dy);
        }
      }
    }
  }

  /** Walks back along the strokes from a pixel. */
  private static final class Carrying {
    private final Plane[] v;
    private final float[][] along;
    private final float[] width;
    private final double carry;
    private final int w;
    private final int h;

    Carrying(Plane[] v, float[][] along, float[] width, double carryPx) {
      this.v = v;
      this.along = along;
      this.width = width;
      carry = carryPx;
      w = v[0].w();
      h = v[0].h();
    }

    void mean(int at, float[] out) {
      double x = at % w;
      double y = at / w;
      float total = 0;
      float[] sum = new float[3];
      int i = at;
      for (int s = 0; s <= FAR * carry; s++) {
        float weight = (float) Math.exp(-s / carry) * same(at, i);
        total += weight;
        for (int k = 0; k < 3; k++) {
          sum[k] += weight * v[k].data()[i];
        }
        double length = Math.hypot(along[0][i], along[1][i]);
        if (length < 1e-6) {
          break;
        }
        x -= along[0][i] / length;
        y -= along[1][i] / length;
        int u = (int) Math.round(x);
        int t = (int) Math.round(y);
        if (u < 0 || t < 0 || u >= w || t >= h) {
          break;
        }
        i = t * w + u;
      }
      for (int k = 0; k < 3; k++) {
        out[k] = sum[k] / total;
      }
    }

    private float same(int a, int b) {
      float off = 0;
      for (int k = 0; k < 3; k++) {
        float d = (v[k].data()[a] - v[k].data()[b]) / width[k];
        off += d * d;
      }
      return Roots.exp2(-Math.min(30, off));
    }
  }
}
