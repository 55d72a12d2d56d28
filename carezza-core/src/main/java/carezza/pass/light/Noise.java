package carezza.pass.light;

import carezza.filter.Starlet;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.pass.Weighted;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;

/**
 * Noise taken out of light and of colour, each as far as it is asked. The square root of light is
 * parted into {@link Starlet} scales; what in a scale is below a few deviations of the {@link
 * NoiseModel measured noise} is taken out and what is above keeps nearly all of itself (a garrote
 * of the fourth power: what stands twice as high loses a sixteenth), so that edges and hairs stay.
 * On coarser levels the finer scales are gone already and the others are treated as at full size.
 *
 * <p>It stands in Light, before what the readings compare with: noise is not texture that was lost.
 */
public final class Noise implements PassKind {
  private static final NumberField LIGHT =
      new NumberField("noiseLight", Unit.PERCENT, 0, 100, 40, 1).useful(20, 60);
  private static final NumberField COLOUR =
      new NumberField("noiseColour", Unit.PERCENT, 0, 100, 80, 1).useful(50, 100);

  /** Deviations below which all is taken out at 100 %. */
  private static final float MOST = 3.5f;

  private static final long MODEL_BYTES = 1024;

  @Override
  public String key() {
    return "noise";
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(LIGHT, COLOUR);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  /** None: what is measured compares with the picture after Light. */
  @Override
  public List<String> affects() {
    return List.of();
  }

  @Override
  public Settings sample(Frame frame) {
    return Settings.start(fields()).with(LIGHT, 100.0).with(COLOUR, 100.0);
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(LIGHT, 0.0).with(COLOUR, 0.0);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(LIGHT) == 0 && p.get(COLOUR) == 0;
  }

  /** Pixels of a level on which a pixel rests. */
  private static int reach(int level) {
    int sum = 0;
    for (int j = level; j < NoiseModel.SCALES; j++) {
      sum += Starlet.reach(1 << (j - level));
    }
    return sum;
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    List<Rect> out = new ArrayList<>(NoiseModel.patches(frame.bounds()));
    int most = 0;
    for (int level = 0; level < NoiseModel.SCALES; level++) {
      most = Math.max(most, (reach(level) + 1) << level);
    }
    out.add(rect.grow(most).intersect(frame.bounds()));
    return out;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    int level = b.level();
    Rect part = Weighted.bounds(b.rect(), weight);
    if (level >= NoiseModel.SCALES || part.isEmpty()) {
      return;
    }
    Pass p = context.pass();
    NoiseModel model = model(context);
    Rect wide = part.grow(reach(level)).intersect(context.below().bounds(level));
    Plane[] planes = NoiseModel.planes(context.below().read(level, wide));
    Plane tone = Starlet.smoothed(planes[0], 1);
    float strength = (float) p.strength();
    Plane[] clean = new Plane[NoiseModel.PLANES];
    for (int k = 0; k < clean.length; k++) {
      double share = p.get(k == 0 ? LIGHT : COLOUR) / 100;
      clean[k] = cleaned(planes[k], tone, model, k, level, (float) (MOST * share));
    }
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          float[] light = new float[3];
          for (int i = 0; i < w.length; i++) {
            if (w[i] != 0) {
              int x = at[i] % b.rect().w() + b.rect().x();
              int y = at[i] / b.rect().w() + b.rect().y();
              NoiseModel.light(clean[0].at(x, y), clean[1].at(x, y), clean[2].at(x, y), light);
              float s = strength * w[i];
              red[i] += s * (light[0] - red[i]);
              green[i] += s * (light[1] - green[i]);
              blue[i] += s * (light[2] - blue[i]);
            }
          }
        });
  }

  private static NoiseModel model(EvaluationContext context) {
    Hash key = new Hash().add("noise");
    NoiseModel.patches(context.frame().bounds())
        .forEach(r -> key.add(r).add(context.belowFingerprint(r)));
    return context.analysis(key.get(), MODEL_BYTES, () -> NoiseModel.of(context.below()));
  }

  private static Plane cleaned(
      Plane in, Plane tone, NoiseModel model, int plane, int level, float times) {
    if (times == 0) {
      return in;
    }
    Plane left = in;
    Plane out = new Plane(in.rect());
    for (int j = level; j < NoiseModel.SCALES; j++) {
      Plane next = Starlet.smoothed(left, 1 << (j - level));
      for (int i = 0; i < out.data().length; i++) {
        float d = left.data()[i] - next.data()[i];
        float t = times * model.sigma(plane, j, tone.data()[i]);
        float share = t * t / (d * d);
        out.data()[i] += Math.abs(d) > t ? d * (1 - share * share) : 0;
      }
      left = next;
    }
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] += left.data()[i];
    }
    return out;
  }
}
