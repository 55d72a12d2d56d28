package carezza.pass.even;

import carezza.face.Pin;
import carezza.field.SplineField;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.PassTool;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.setting.Extra;
import carezza.setting.Field;
import carezza.setting.ItemsField;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import carezza.spot.SkinLine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * Lines of the skin made shallower by a share, never filled: a smooth gain as deep as the shade in
 * each line ({@link LineDepth}), so that texture across it passes through and nothing turns lighter
 * than the skin beside it. Lines are found across the forehead, from the nose past the mouth and
 * across the neck, or drawn.
 */
public final class Lines implements PassKind {
  private static final NumberField SOFTEN =
      new NumberField("softenLines", Unit.PERCENT, 0, 85, 60, 1).useful(30, 70);

  static final ItemsField<FaceLine> LINES =
      new ItemsField<>("lines", FaceLine.class, FaceLine.FORM);

  /** Finest structure of the fields, sigma. */
  private static final double FINE_MM = 0.5;

  @Override
  public String key() {
    return "lines";
  }

  @Override
  public Stage stage() {
    return Stage.EVEN;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(SOFTEN, LINES);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("linesKept", "smallFormsKept", "textureKept", "reliefKept");
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public PassTool tool() {
    return new PassTool.Marks(new Drawing());
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action.WithMark("removeLine", (context, mark, times) -> p -> without(p, mark)),
        new Action.Choose("findLines", Lines::offers));
  }

  private static Pass without(Pass p, long line) {
    return p.with(LINES, p.get(LINES).stream().filter(l -> l.id() != line).toList());
  }

  private static List<Action.Offer> offers(EvaluationContext context) {
    List<SkinLine> fresh = fresh(context);
    List<Action.Offer> out = new ArrayList<>();
    if (!fresh.isEmpty()) {
      out.add(offer("lines.all", fresh));
    }
    for (SkinLine.Where w : SkinLine.Where.values()) {
      List<SkinLine> own = fresh.stream().filter(l -> l.where() == w).toList();
      if (!own.isEmpty() && own.size() < fresh.size()) {
        out.add(offer("lines." + w.key(), own));
      }
    }
    return out;
  }

  private static Action.Offer offer(String key, List<SkinLine> lines) {
    double longest = lines.stream().mapToDouble(SkinLine::lengthMm).max().orElseThrow();
    return new Action.Offer(
        key, List.of((double) lines.size(), longest), List.of(), p -> with(p, lines));
  }

  /** Those found that the pass has not yet. */
  private static List<SkinLine> fresh(EvaluationContext context) {
    List<FaceLine> there = context.pass().get(LINES);
    double px = context.frame().pxPerMm();
    return context.lines().stream()
        .filter(l -> there.stream().noneMatch(t -> isSame(t, l, px)))
        .toList();
  }

  private static boolean isSame(FaceLine t, SkinLine l, double px) {
    Pin middle = l.points().get(l.points().size() / 2);
    return t.distance(middle.x(), middle.y()) < LineDepth.WIDE_MM * px;
  }

  private static Pass with(Pass p, List<SkinLine> lines) {
    Pass out = p;
    for (SkinLine l : lines) {
      out = with(out, FaceLine.of(l.points()));
    }
    return out;
  }

  private static Pass with(Pass p, FaceLine line) {
    List<FaceLine> all = new ArrayList<>(p.get(LINES));
    all.add(line.withId(LINES.nextId(all)));
    return p.with(LINES, all);
  }

  /** Found lines but those beside the mouth, which are a face's expression and left to the hand. */
  @Override
  public Pass proposed(EvaluationContext context) {
    return with(
        context.pass(),
        fresh(context).stream().filter(l -> l.where() != SkinLine.Where.SMILE).toList());
  }

  /**
   * A click takes the found line that is nearest; a drag is a line laid into the valley it is in.
   */
  private static final class Drawing implements PassTool.Marking {
    private static final double NEAR_MM = 8;

    @Override
    public PassTool.Put add(
        EvaluationContext context, double x0, double y0, double x1, double y1, double sizeMm) {
      if (x0 != x1 || y0 != y1) {
        List<Pin> path = LineTrace.between(context, new Pin(x0, y0), new Pin(x1, y1));
        return new PassTool.Put(p -> with(p, FaceLine.of(path)), "");
      }
      double near = NEAR_MM * context.frame().pxPerMm();
      boolean isThere = context.pass().get(LINES).stream().anyMatch(l -> l.distance(x0, y0) < near);
      return fresh(context).stream()
          .map(l -> FaceLine.of(l.points()))
          .filter(l -> l.distance(x0, y0) < near)
          .min(Comparator.comparingDouble(l -> l.distance(x0, y0)))
          .map(l -> new PassTool.Put(p -> with(p, l), ""))
          .orElseGet(() -> new PassTool.Put(p -> p, isThere ? "" : "review.noLine"));
    }

    @Override
    public Pass moved(Pass p, long mark, double dx, double dy) {
      return p;
    }
  }

  /** A line across the picture. */
  @Override
  public Settings sample(Frame frame) {
    Rect b = frame.bounds();
    List<Pin> path =
        Stream.of(0.1, 0.3, 0.5, 0.7, 0.9)
            .map(t -> new Pin(b.x() + t * b.w(), b.y() + 0.62 * b.h()))
            .toList();
    return Settings.start(fields())
        .with(SOFTEN, SOFTEN.max())
        .with(LINES, List.of(new FaceLine(1, path, Extra.NONE)));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(SOFTEN, 0.0);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(SOFTEN) == 0 || p.get(LINES).isEmpty();
  }

  // ---- what it computes

  /** One for all lines, so that blocks share its tiles whichever lines come upon them. */
  private static FieldTiles tiles(Pass p, Frame frame) {
    int level = frame.levelFor(FINE_MM, 1.3);
    double px = frame.pxPerMm() / (1 << level);
    Hash h = new Hash();
    LINES.addTo(h, p.get(LINES));
    return new FieldTiles("lines", level, (int) Math.ceil(LineDepth.REACH_MM * px), h.get());
  }

  /** Those that can change something in a rectangle. */
  private static List<FaceLine> near(Pass p, Frame frame, Rect rect) {
    return p.get(LINES).stream().filter(l -> rect(l, frame).intersects(rect)).toList();
  }

  /** Holds all that a line changes. */
  private static Rect rect(FaceLine l, Frame frame) {
    double reach = LineDepth.WIDE_MM * frame.pxPerMm();
    Rect out = new Rect(0, 0, 0, 0);
    for (Pin p : l.path()) {
      out = out.union(Rect.ofDisc(p.x(), p.y(), reach));
    }
    int level = frame.levelFor(FINE_MM, 1.3);
    return out.grow(SplineField.REACH << level).intersect(frame.bounds());
  }

  @Override
  public boolean touches(Pass p, Frame frame, Rect rect) {
    return !near(p, frame, rect).isEmpty();
  }

  @Override
  public long fingerprint(Pass p, Frame frame, Rect rect) {
    Hash h = new Hash().add(key()).add(p.get(SOFTEN));
    near(p, frame, rect).forEach(l -> FaceLine.FORM.addTo(h, l));
    return h.get();
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    return touches(p, frame, rect) ? List.of(tiles(p, frame).reads(frame, rect)) : List.of();
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Rect src = b.rect().toSource(b.level()).intersect(context.frame().bounds());
    if (!touches(p, context.frame(), src)) {
      return;
    }
    Plane[] depth =
        tiles(p, context.frame())
            .over(context, 1, (below, m) -> depth(context, below, m), b, weight);
    Plane[] stops = {depth[0], depth[0], depth[0]};
    SmoothGain.apply(b, stops, (float) (-p.get(SOFTEN) / 100 * p.strength()), weight);
  }

  /** How deep the lines are, stops, at or below 0. */
  private static Plane[] depth(EvaluationContext context, RgbBlock below, Plane mask) {
    int level = below.level();
    double px = context.frame().pxPerMm() / (1 << level);
    Plane e = ColourRatios.of(below, mask).e();
    Plane out = new Plane(below.rect());
    Rect src = below.rect().toSource(level);
    for (FaceLine l : near(context.pass(), context.frame(), src)) {
      List<Pin> path =
          l.path().stream()
              .map(q -> new Pin(Math.scalb(q.x(), -level), Math.scalb(q.y(), -level)))
              .toList();
      LineDepth.of(e, mask, px, path, out);
    }
    return new Plane[] {out};
  }
}
