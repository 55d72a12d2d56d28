package carezza.pass.even;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.WorkingSpace;
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
import carezza.pass.Places;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.setting.Settings;
import java.util.List;
import java.util.Optional;

/**
 * The colour of a place laid in where it is painted, as thinly as the brush lays on: the broad band
 * of log2 R/G and log2 G/B goes to those of the place, as colour alone or with its light. The place
 * is read afresh from below; where it goes along with the brush, each part of a stroke gets the
 * colour that lies as far and in the same direction from it as the place does from where the first
 * stroke began. A smooth gain: texture passes through.
 */
public final class LaidColour implements PassKind {
  private static final PlaceField FROM = new PlaceField("colourFrom", 4);
  private static final FlagField LIGHT = new FlagField("withLight", false);

  /** Whether the place moves as the brush does. */
  private static final FlagField ALONG = new FlagField("placeAlong", false).later();

  /** Blurs start at its multiples. */
  private static final int ANCHOR = 64;

  /** Sigma of a bell as wide as a disc, in diameters of it. */
  private static final double OF_DISC = 0.25;

  /** Sigma of the broad band. */
  private static final double BROAD_MM = 0.76;

  private static final double LEAST_LIGHT = 1.0 / 8192;

  @Override
  public String key() {
    return "laidColour";
  }

  @Override
  public Stage stage() {
    return Stage.EVEN;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(FROM, LIGHT, ALONG);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("spread", "blotch", "skinHue", "lightness");
  }

  /** On nothing until it is painted. */
  @Override
  public Pass start(long id, Known known) {
    return Pass.start(id, this, Area.NONE);
  }

  @Override
  public Settings sample(Frame frame) {
    Rect b = frame.bounds();
    Place there = new Place(b.x() + 0.35 * b.w(), b.y() + 0.4 * b.h(), 2);
    return Settings.start(fields()).with(FROM, Optional.of(there)).with(LIGHT, true);
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(FROM).isEmpty();
  }

  private static FieldTiles tiles(Frame frame, long hash) {
    int level = frame.levelFor(BROAD_MM, 1.3);
    int reach = MaskedBlur.reach(BROAD_MM * frame.pxPerMm() / (1 << level));
    return new FieldTiles("laid", level, reach, hash);
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    Rect near = tiles(frame, 0).reads(frame, rect);
    if (goesAlong(p)) {
      return List.of(near, moved(p, frame, near).intersect(frame.bounds()));
    }
    return p.get(FROM)
        .map(f -> Places.bounds(frame, f))
        .filter(r -> !r.isEmpty())
        .map(r -> List.of(near, r))
        .orElse(List.of(near));
  }

  private static boolean goesAlong(Pass p) {
    return p.get(ALONG) && p.get(FROM).isPresent() && !p.area().strokes().isEmpty();
  }

  /** Source pixels from the brush to the place. */
  private static double[] off(Pass p) {
    Stroke first = p.area().strokes().get(0);
    Place from = p.get(FROM).orElseThrow();
    return new double[] {from.x() - first.x(0), from.y() - first.y(0)};
  }

  private static double bellPx(Pass p, Frame frame, int level) {
    return Math.scalb(OF_DISC * p.get(FROM).orElseThrow().sizeMm() * frame.pxPerMm(), -level);
  }

  /** Where the colour for a rectangle comes from, source pixels. */
  private static Rect moved(Pass p, Frame frame, Rect rect) {
    double[] d = off(p);
    int level = tiles(frame, 0).level();
    int spare = (MaskedBlur.reach(bellPx(p, frame, level)) + ANCHOR + 2) << level;
    int x = (int) Math.round(rect.x() + d[0]);
    int y = (int) Math.round(rect.y() + d[1]);
    return new Rect(x, y, rect.w(), rect.h()).grow(spare);
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    if (goesAlong(context.pass())) {
      along(context, b, weight);
    } else {
      fromOnePlace(context, b, weight);
    }
  }

  private static void along(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Frame frame = context.frame();
    EvaluationContext unlit = context.unlit();
    Rect there = moved(p, frame, context.areaBounds(context.area())).intersect(frame.bounds());
    if (there.isEmpty()) {
      return;
    }
    double[] d = off(p);
    Hash h = new Hash().add("along").add(p.settingsHash()).add(d[0]).add(d[1]);
    SmoothGain.apply(
        context,
        tiles(frame, h.add(unlit.belowFingerprint(there)).get()),
        (below, m) -> fields(context, goals(unlit, below), below, m),
        b,
        p.strength(),
        weight);
  }

  /** The broad colour and light of where the place is for each pixel. */
  private static Plane[] goals(EvaluationContext context, RgbBlock below) {
    Pass p = context.pass();
    double[] d = off(p);
    int level = below.level();
    int dx = (int) Math.round(Math.scalb(d[0], -level));
    int dy = (int) Math.round(Math.scalb(d[1], -level));
    double bell = bellPx(p, context.frame(), level);
    Rect r = below.rect();
    Rect all = context.below().bounds(level);
    Rect from = new Rect(r.x() + dx, r.y() + dy, r.w(), r.h()).grow(MaskedBlur.reach(bell));
    Rect there = from.intersect(all).anchored(ANCHOR).intersect(all);
    if (there.isEmpty()) {
      return new Plane[] {new Plane(r), new Plane(r), new Plane(r)};
    }
    ColourRatios c = ColourRatios.of(context.below().read(level, there));
    Plane[] broad = MaskedBlur.of(Plane.filled(there, 1), bell, 0, c.c1(), c.c2(), c.e());
    Plane[] out = {new Plane(r), new Plane(r), new Plane(r)};
    for (int i = 0; i < r.area(); i++) {
      for (int k = 0; k < out.length; k++) {
        out[k].data()[i] = broad[k].clamped(r.x() + i % r.w() + dx, r.y() + i / r.w() + dy);
      }
    }
    return out;
  }

  private void fromOnePlace(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Rect there = Places.bounds(context.frame(), p.get(FROM).orElseThrow());
    if (there.isEmpty()) {
      return;
    }
    EvaluationContext unlit = context.unlit();
    long hash =
        new Hash().add(p.settingsHash()).add(there).add(unlit.belowFingerprint(there)).get();
    double[] goal =
        unlit.analysis(
            new Hash().add("laid from").add(hash).add(context.frame().pxPerMm()).get(),
            64,
            () -> goal(unlit));
    SmoothGain.apply(
        context,
        tiles(context.frame(), hash),
        (below, m) -> fields(context, everywhere(goal, below.rect()), below, m),
        b,
        p.strength(),
        weight);
  }

  private static Plane[] everywhere(double[] goal, Rect rect) {
    Plane[] out = new Plane[goal.length];
    for (int k = 0; k < out.length; k++) {
      out[k] = Plane.filled(rect, (float) goal[k]);
    }
    return out;
  }

  /** log2 R/G, log2 G/B and log2 luminance of the place. */
  private static double[] goal(EvaluationContext context) {
    double[] rgb =
        Places.meanLight(context.below(), context.frame(), context.pass().get(FROM).orElseThrow());
    for (int c = 0; c < 3; c++) {
      rgb[c] = Math.max(LEAST_LIGHT, rgb[c]);
    }
    double y = WorkingSpace.Y_R * rgb[0] + WorkingSpace.Y_G * rgb[1] + WorkingSpace.Y_B * rgb[2];
    return new double[] {log2(rgb[0] / rgb[1]), log2(rgb[1] / rgb[2]), log2(y)};
  }

  private static double log2(double v) {
    return Math.log(v) / Math.log(2);
  }

  private static Plane[] fields(
      EvaluationContext context, Plane[] goal, RgbBlock below, Plane mask) {
    double px = context.frame().pxPerMm() / (1 << below.level());
    boolean light = context.pass().get(LIGHT);
    ColourRatios c = ColourRatios.of(below, mask);
    Plane[] broad = MaskedBlur.of(mask, BROAD_MM * px, 0, c.c1(), c.c2(), c.e());
    Plane[] d = {new Plane(below.rect()), new Plane(below.rect()), new Plane(below.rect())};
    for (int i = 0; i < mask.data().length; i++) {
      if (mask.data()[i] > 0) {
        for (int k = 0; k < (light ? 3 : 2); k++) {
          d[k].data()[i] = goal[k].data()[i] - broad[k].data()[i];
        }
      }
    }
    return SmoothGain.fields(broad[0], broad[1], d[0], d[1], d[2]);
  }
}
