package carezza.app.elsewhere;

import carezza.area.Area;
import carezza.color.CieLab;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.PassTool;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.setting.ChoiceField;
import carezza.setting.Colour;
import carezza.setting.ColourField;
import carezza.setting.Curve;
import carezza.setting.CurveField;
import carezza.setting.Extra;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.setting.ItemsField;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Brings colour towards a tint: everywhere alike, or less away from a place; in full on dots. */
public final class Tinge implements PassKind {
  static final NumberField AMOUNT = new NumberField("amount", Unit.PERCENT, 0, 100, 40, 1);
  static final FlagField DARK_TOO = new FlagField("darkToo", true);
  static final ChoiceField MIX = new ChoiceField("mix", List.of("over", "under"));
  static final ColourField TINT = new ColourField("tint", new Colour(60, 10, 30));
  static final CurveField TONES = new CurveField("tones", 0, 0, 100, 1, Curve.line(0, 1, 100, 1));
  static final PlaceField MIDDLE = new PlaceField("middle", 10);
  static final ItemsField<Dot> DOTS = new ItemsField<>("dots", Dot.class, Dot.FORM);

  private static final double FADES_MM = 40;

  @Override
  public String key() {
    return "tinge";
  }

  @Override
  public Stage stage() {
    return Stage.GRADE;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(AMOUNT, DARK_TOO, MIX, TINT, TONES, MIDDLE, DOTS);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("tinged", "lightness");
  }

  @Override
  public Pass start(long id, Known known) {
    return Pass.start(id, this, known.hasFace() ? Area.ofRegion("skin") : Area.WHOLE);
  }

  @Override
  public PassTool tool() {
    return new PassTool.Marks(
        new PassTool.Marking() {
          @Override
          public PassTool.Put add(
              EvaluationContext c, double x0, double y0, double x1, double y1, double sizeMm) {
            return new PassTool.Put(
                p -> {
                  List<Dot> all = new ArrayList<>(p.get(DOTS));
                  all.add(new Dot(DOTS.nextId(all), x0, y0, sizeMm, Extra.NONE));
                  return p.with(DOTS, all);
                },
                "");
          }

          @Override
          public Pass moved(Pass p, long mark, double dx, double dy) {
            return p;
          }
        });
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action.WithMark(
            "dropDot",
            (c, mark, times) ->
                p -> p.with(DOTS, p.get(DOTS).stream().filter(d -> d.id() != mark).toList())));
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return known.reading("tinged").map(r -> new Summary("sum.tinge", r.now()));
  }

  @Override
  public Settings sample(Frame f) {
    Rect b = f.bounds();
    Dot dot = new Dot(1, b.x() + 0.5 * b.w(), b.y() + 0.45 * b.h(), 5, Extra.NONE);
    return Settings.start(fields())
        .with(TONES, Curve.line(0, 0.4, 100, 0.9))
        .with(MIDDLE, Optional.of(new Place(0.4 * b.w(), 0.4 * b.h(), 10)))
        .with(DOTS, List.of(dot));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(AMOUNT, 0.0);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(AMOUNT) == 0;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Colour tint = p.get(TINT);
    Curve tones = p.get(TONES);
    List<Dot> dots = p.get(DOTS);
    Optional<Place> middle = p.get(MIDDLE);
    boolean darkToo = p.get(DARK_TOO);
    boolean over = p.get(MIX).equals("over");
    double amount = p.get(AMOUNT) / 100 * p.strength();
    double side = Math.scalb(1.0, b.level());
    double px = context.frame().pxPerMm();
    float[] lab = new float[3];
    for (int i = 0; i < b.size(); i++) {
      double w = weight == null ? 1 : weight[i];
      if (w == 0) {
        continue;
      }
      double x = (b.rect().x() + i % b.rect().w() + 0.5) * side;
      double y = (b.rect().y() + i / b.rect().w() + 0.5) * side;
      CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
      double near =
          middle
              .map(m -> Math.exp(-Math.hypot(x - m.x(), y - m.y()) / (FADES_MM * px)))
              .orElse(1.0);
      boolean dotted = dots.stream().anyMatch(d -> d.distance(x, y) < d.sizeMm() * px / 2);
      double k = amount * (dotted ? 1 : near) * tones.at(lab[0]);
      k *= w * (darkToo || lab[0] > 50 ? 1 : 0);
      lab[1] += (float) (k * (tint.a() - (over ? lab[1] : 0)));
      lab[2] += (float) (k * (tint.b() - (over ? lab[2] : 0)));
      if (k > 0) {
        CieLab.toLight(lab[0], lab[1], lab[2], lab);
        b.r()[i] = lab[0];
        b.g()[i] = lab[1];
        b.b()[i] = lab[2];
      }
    }
  }
}
