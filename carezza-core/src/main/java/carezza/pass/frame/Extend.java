package carezza.pass.frame;

import carezza.field.BorderStrip.Side;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.FramingKind;
import carezza.pass.Pass;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A plain backdrop goes on beyond the picture's borders ({@link carezza.field.Continued}). How
 * plain it is along each border is measured ({@link Purity}), and only plain ones are offered.
 */
public final class Extend implements FramingKind {
  private static final NumberField[] SIDES = {
    side("moreLeft"), side("moreAbove"), side("moreRight"), side("moreBelow")
  };

  /** What is offered for a plain side, percent. */
  private static final double OFFERED = 10;

  private static NumberField side(String key) {
    return new NumberField(key, Unit.PERCENT, 0, 50, 0, 0.5).useful(0, 20);
  }

  @Override
  public String key() {
    return "extend";
  }

  @Override
  public boolean isGround() {
    return true;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(SIDES);
  }

  @Override
  public List<String> affects() {
    return List.of();
  }

  @Override
  public List<Action> actions() {
    return List.of(new Action.Choose("plainSides", Extend::offers));
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral().with(SIDES[0], 8.0).with(SIDES[1], 12.0);
  }

  @Override
  public Framing framed(Pass p, Framing below) {
    Rect t = below.there();
    int left = px(p, 0, t.w());
    int top = px(p, 1, t.h());
    Rect more =
        new Rect(
            t.x() - left,
            t.y() - top,
            t.w() + left + px(p, 2, t.w()),
            t.h() + top + px(p, 3, t.h()));
    return new Framing(more, below.toSource(), more);
  }

  private static int px(Pass p, int side, int length) {
    return (int) Math.round(p.get(SIDES[side]) / 100 * length);
  }

  private static List<Action.Offer> offers(EvaluationContext context) {
    List<Action.Offer> out = new ArrayList<>();
    for (Side s : Side.values()) {
      Purity p = Purity.along(context, s);
      if (p.isPlain()) {
        NumberField f = SIDES[s.ordinal()];
        out.add(
            new Action.Offer(
                "beyond." + s.name().toLowerCase(Locale.ROOT),
                List.of(p.unevenness(), p.backdrop()),
                List.of(),
                q -> q.with(f, Math.max(OFFERED, q.get(f)))));
      }
    }
    return out;
  }
}
