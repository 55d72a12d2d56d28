package carezza.pass.clean;

import carezza.area.Area;
import carezza.image.Hash;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.PassTool;
import carezza.pass.Stage;
import carezza.region.RegionName;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * An outlined piece replaced: its area is the piece. A fill takes what lies round it ({@link
 * Filling}), a graft and a copy what lies at another place ({@link MovedPiece}). Like a heal it is
 * solved again from what lies below, in {@link EvaluationContext#unlit} light, so a new white
 * balance solves nothing again. From {@value #WHOLE} of the area's weight on the piece is laid
 * whole, below in part: a short stroke suffices and the edge stays soft.
 */
public final class Piece implements PassKind {
  /** From how far round the piece a fill takes, mm; 0 leaves all as it is. */
  private static final NumberField WITHIN =
      new NumberField("fillWithin", Unit.MM, 0, 120, 30, 1).useful(15, 60);

  private static final PlaceField FROM = new PlaceField("from", 4);

  /** How far a source is turned clockwise before it is laid. */
  private static final NumberField TURNED =
      new NumberField("turned", Unit.DEGREE, -180, 180, 0, 1).useful(-45, 45).later();

  /** Coarsest picture that a moved piece is solved on. */
  private static final double LEAST_PX_PER_MM = 3;

  /** Weight of the area from which on nothing of what was there is left. */
  private static final float WHOLE = 0.3f;

  /** Pieces are found on no more source pixels than this, surroundings included. */
  private static final long MOST_PIXELS = 24_000_000;

  /** A fill that would look at more takes from nearer by. */
  private static final double NEARER = 0.8;

  /** Pixels of its level that a moved piece looks beyond itself and its source. */
  private static final int SPARE = 4;

  private enum Way {
    FILL,
    GRAFT,
    COPY
  }

  private final String key;
  private final Way way;

  private Piece(String key, Way way) {
    this.key = key;
    this.way = way;
  }

  /** A thing replaced from around it. */
  public static Piece fill() {
    return new Piece("fill", Way.FILL);
  }

  /** A piece of another place, joined without a seam. */
  public static Piece graft() {
    return new Piece("graft", Way.GRAFT);
  }

  /** A piece of another place as it is, its tone matched. */
  public static Piece copyOver() {
    return new Piece("copyOver", Way.COPY);
  }

  @Override
  public String key() {
    return key;
  }

  @Override
  public Stage stage() {
    return Stage.CLEAN;
  }

  @Override
  public List<Field<?>> fields() {
    return way == Way.FILL ? List.of(WITHIN) : List.of(FROM, TURNED);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("halo", "textureKept", "blotch");
  }

  /** A piece is painted at once: half of it would be seen through. */
  @Override
  public PassTool tool() {
    return new PassTool.Brush(true);
  }

  /** On nothing until it is outlined. */
  @Override
  public Pass start(long id, Known known) {
    return Pass.start(id, this, Area.NONE);
  }

  @Override
  public Settings sample(Frame frame) {
    Rect b = frame.bounds();
    Settings s = Settings.start(fields());
    return way == Way.FILL
        ? s.with(WITHIN, 6.0)
        : s.with(FROM, Optional.of(new Place(b.x() + 0.6 * b.w(), b.y() + 0.6 * b.h(), 4)))
            .with(TURNED, 20.0);
  }

  @Override
  public Settings neutral() {
    Settings s = Settings.start(fields());
    return way == Way.FILL ? s.with(WITHIN, 0.0) : s;
  }

  @Override
  public boolean isNeutral(Pass p) {
    return way == Way.FILL ? p.get(WITHIN) == 0 : p.get(FROM).isEmpty();
  }

  // ---- where it looks

  private static Rect around(Pass p, Frame frame, Rect area) {
    double reach = p.get(WITHIN) * frame.pxPerMm();
    Rect all = area.grow((int) Math.ceil(reach)).intersect(frame.bounds());
    while (all.area() > MOST_PIXELS && reach > 1) {
      reach *= NEARER;
      all = area.grow((int) Math.ceil(reach)).intersect(frame.bounds());
    }
    return all;
  }

  /** The piece and its surround, as far as both they and their source lie in the picture. */
  private static Rect target(Pass p, Frame frame, Rect area) {
    Rect around = area.grow(HealPatch.ringPx(frame.pxPerMm()) + 1);
    return source(p, area).there(around, frame.bounds());
  }

  /** From the middle of the piece to the place it is taken from, in whole source pixels. */
  private static Moved source(Pass p, Rect area) {
    Place from = p.get(FROM).orElseThrow();
    double x = area.x() + area.w() / 2.0;
    double y = area.y() + area.h() / 2.0;
    return Moved.by(from.x() - x, from.y() - y, 0).turned(p.get(TURNED), x, y);
  }

  /** Of a fill: surfaces along the border. */
  @Override
  public boolean readsRegions() {
    return way == Way.FILL;
  }

  @Override
  public List<Rect> looksRound(Pass p, Frame frame, Supplier<Rect> where) {
    return isNeutral(p) ? List.of() : looksRound(p, frame, where.get());
  }

  private List<Rect> looksRound(Pass p, Frame frame, Rect area) {
    if (area.isEmpty()) {
      return List.of();
    }
    if (way == Way.FILL) {
      return List.of(around(p, frame, area));
    }
    Rect t = target(p, frame, area);
    Rect there = source(p, area).rect(t);
    int spare = SPARE << coarsest(frame);
    return List.of(t.grow(spare), there.grow(spare));
  }

  /** Coarser levels have the piece of this one, reduced. */
  private static int coarsest(Frame frame) {
    return Pyramid.levelFor(frame.pxPerMm(), LEAST_PX_PER_MM);
  }

  // ---- what it computes

  @Override
  public void apply(EvaluationContext context, RgbBlock block, float[] weight) {
    Rect area = context.areaBounds(context.area());
    if (area.isEmpty()) {
      return;
    }
    EvaluationContext unlit = context.unlit();
    SolvedPatch patch =
        way == Way.FILL ? filled(unlit, area, block.level()) : moved(unlit, area, block.level());
    float s = (float) context.pass().strength();
    patch.addTo(block, context.light(), new float[] {s, s, s}, laid(weight));
  }

  private static float[] laid(float[] weight) {
    if (weight == null) {
      return null;
    }
    float[] out = new float[weight.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = Math.min(1, weight[i] / WHOLE);
    }
    return out;
  }

  private SolvedPatch filled(EvaluationContext context, Rect area, int atLevel) {
    Rect all = around(context.pass(), context.frame(), area);
    if (all.area() > MOST_PIXELS) {
      return SolvedPatch.nothing(atLevel);
    }
    Filling filling = new Filling(context, area, all);
    int level = Math.min(atLevel, filling.level());
    Hash plan = key(context, all);
    for (RegionName r : Filling.SURFACES) {
      plan.add(context.areaFingerprint(Area.found(r.key()), all));
    }
    long key = plan.get();
    return context.lasting(
        new Hash().add(key).add(level).get(),
        12 * area.area() >> 2 * level,
        SolvedPatch.FORM,
        () -> filling.solve(key, level));
  }

  private SolvedPatch moved(EvaluationContext context, Rect area, int atLevel) {
    Pass p = context.pass();
    Rect t = target(p, context.frame(), area);
    int level = Math.min(atLevel, coarsest(context.frame()));
    if (t.isEmpty() || t.area() > MOST_PIXELS) {
      return SolvedPatch.nothing(atLevel);
    }
    Hash h = key(context, t).add(level);
    source(p, area).addTo(h);
    for (Rect r : looksRound(p, context.frame(), area)) {
      h.add(context.belowFingerprint(r.intersect(context.frame().bounds())));
    }
    Rect rect = t.toLevel(level).intersect(context.below().bounds(level));
    return context.lasting(
        h.get(),
        12 * rect.area(),
        SolvedPatch.FORM,
        () -> MovedPiece.solve(context, rect, source(p, area).at(level), way == Way.GRAFT));
  }

  private Hash key(EvaluationContext context, Rect all) {
    return new Hash()
        .add(key)
        .add(all)
        .add(context.frame().pxPerMm())
        .add(context.areaFingerprint(context.area(), all))
        .add(context.belowFingerprint(all));
  }
}
