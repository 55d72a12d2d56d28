package carezza.pass.even;

import carezza.area.Area;
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
import java.util.OptionalDouble;

/**
 * An outlined piece evened: within its area what is broader than the split is brought to the mean
 * round each place, over a size in mm that the hand chooses. Only what lies in the area counts for
 * that mean, so a piece takes nothing from beyond its outline; and a place that differs from it by
 * more light than {@code step} keeps its own (a bell, 61 % at the step), so a border of light
 * inside the piece is no blur. A smooth gain: texture passes through.
 */
public final class EvenPiece implements PassKind {
  private static final NumberField SPLIT =
      new NumberField("split", Unit.MM, 1, 3.5, 1.8, 0.1).useful(1.4, 3);

  private static final NumberField OVER =
      new NumberField("evenOver", Unit.MM, 3, 60, 12, 0.5).useful(6, 25);

  private static final NumberField STEP =
      new NumberField("step", Unit.STOP, 0.05, 1.5, 0.3, 0.01).useful(0.15, 0.5);

  /** Full width at half height over sigma of a Gaussian. */
  private static final double WIDTHS = 2.355;

  @Override
  public String key() {
    return "evenPiece";
  }

  @Override
  public Stage stage() {
    return Stage.EVEN;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(OVER, SPLIT, STEP);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("blotch", "reliefKept", "textureKept", "smallFormsKept");
  }

  @Override
  public OptionalDouble splitMm(Pass p) {
    return OptionalDouble.of(p.get(SPLIT) / WIDTHS);
  }

  /** On nothing until it is outlined; as the last one of the sheet is set. */
  @Override
  public Pass start(long id, Known known) {
    Pass p = Pass.start(id, this, Area.NONE);
    return known.passes().stream()
        .filter(q -> q.kind() == this)
        .reduce((a, b) -> b)
        .map(q -> p.withSettings(q.settings()))
        .orElse(p);
  }

  /** Over the least size there is nothing broader to even. */
  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(OVER, OVER.min()).with(SPLIT, SPLIT.max());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(OVER) <= p.get(SPLIT);
  }

  private static FieldTiles tiles(Pass p, Frame frame) {
    double sigma = p.get(SPLIT) / WIDTHS;
    int level = frame.levelFor(sigma, 2);
    double px = frame.pxPerMm() / (1 << level);
    int reach =
        MaskedBlur.reach(Math.max(sigma, p.get(OVER) / WIDTHS) * px) + MaskedBlur.reach(sigma * px);
    return new FieldTiles("piece", level, reach, new Hash().add(p.settingsHash()).get());
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
    double sigma = p.get(SPLIT) / WIDTHS * px;
    double step = p.get(STEP);
    ColourRatios c = ColourRatios.of(below, mask);
    Plane[] broad = MaskedBlur.of(mask, sigma, 0, c.c1(), c.c2(), c.e());
    Plane[] mean = MaskedBlur.of(mask, p.get(OVER) / WIDTHS * px, 0, c.c1(), c.c2(), c.e());
    Plane[] d = {new Plane(below.rect()), new Plane(below.rect()), new Plane(below.rect())};
    for (int i = 0; i < mask.data().length; i++) {
      if (mask.data()[i] > 0) {
        double off = (mean[2].data()[i] - broad[2].data()[i]) / step;
        float own = (float) Math.exp(-0.5 * off * off);
        for (int k = 0; k < 3; k++) {
          d[k].data()[i] = own * (mean[k].data()[i] - broad[k].data()[i]);
        }
      }
    }
    return SmoothGain.fields(broad[0], broad[1], d[0], d[1], d[2]);
  }
}
