package carezza.pass.clean;

import carezza.color.Matrix3;
import carezza.face.Pin;
import carezza.image.Hash;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Finding;
import carezza.pass.Frame;
import carezza.pass.Heal;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.PassTool;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.pass.Tally;
import carezza.setting.Field;
import carezza.setting.ItemsField;
import carezza.setting.Settings;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Heals: marks filled from a source near by, each solved from the picture below it with the earlier
 * heals done, in list order. A procedure: what changes below changes the patches. Each level of the
 * pyramid has patches of its own, so that a picture zoomed out never waits for its full size.
 * Patches are solved in {@link EvaluationContext#unlit} light and scaled by the light, so a new
 * white balance solves none again.
 */
public final class Heals implements PassKind {
  /** The heals, in the order in which they are done. */
  public static final ItemsField<Heal> HEALS = new ItemsField<>("heals", Heal.class, Heal.FORM);

  /** Marks that stay. They change no pixel. */
  static final ItemsField<Kept> KEPT = new ItemsField<>("kept", Kept.class, Kept.FORM, true);

  /** More rectangles than this are answered by the one that holds them all. */
  private static final int MANY = 24;

  /** Pixels of its level that a turned source is looked at beyond itself. */
  private static final int TURNED_SPARE = 3;

  /** Coarsest picture that a patch is solved on. */
  private static final double LEAST_PX_PER_MM = 3;

  private final Cache<List<Heal>, HealPlan> plans = Caffeine.newBuilder().weakKeys().build();

  @Override
  public String key() {
    return "heals";
  }

  @Override
  public Stage stage() {
    return Stage.CLEAN;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(HEALS, KEPT);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("healMatch", "blotch", "textureKept", "linesKept", "toBeSeen");
  }

  @Override
  public String nextStep() {
    return "next.heals";
  }

  @Override
  public Optional<Finding> finding(Known known) {
    return known
        .reading("toBeSeen")
        .filter(r -> r.before() > 0)
        .map(r -> new Finding("finding.toBeSeen", r, r.before()));
  }

  @Override
  public boolean keeps(Pass p, Pin at, double pxPerMm) {
    return p.get(KEPT).stream().anyMatch(k -> k.holds(at.x(), at.y(), pxPerMm));
  }

  @Override
  public PassTool tool() {
    return new PassTool.Marks(new Healing());
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action.WithMark("findAgain", Healing::findAgain),
        new Action.WithMark("removeHeal", Healing::removed),
        new Action.Choose("findMarks", FoundMarks::offers),
        new Action.Review("eachMark", MarkByMark.WAYS, new MarkByMark()));
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    int n = p.get(HEALS).size();
    return n == 0
        ? Optional.empty()
        : known.reading("healMatch").map(r -> new Summary("sum.healsMatch", r.now()));
  }

  /** Softened is what a share of the mark is left of. */
  @Override
  public List<Tally> tallies(Pass p) {
    int all = p.get(HEALS).size();
    int whole = (int) p.get(HEALS).stream().filter(h -> h.share() == 1).count();
    int kept = p.get(KEPT).size();
    return Stream.of(
            Map.entry("healed", whole), Map.entry("softened", all - whole), Map.entry("kept", kept))
        .filter(e -> e.getValue() > 0)
        .map(e -> new Tally(e.getKey(), e.getValue()))
        .toList();
  }

  @Override
  public Pass proposed(EvaluationContext context) {
    return FoundMarks.healed(context);
  }

  /**
   * Two heals, one of them along a line and from a turned source, as large as the picture allows.
   */
  @Override
  public Settings sample(Frame frame) {
    Rect b = frame.bounds();
    double mm = Math.max(0.5, Math.min(8, Math.min(b.w(), b.h()) / 6.0 / frame.pxPerMm()));
    double x = b.x() + 0.35 * b.w();
    double y = b.y() + 0.4 * b.h();
    List<Heal> two =
        List.of(
            new Heal(x, y, x, y, mm, 0.25 * b.w(), 0.03 * b.h()),
            new Heal(
                    b.x() + 0.56 * b.w(),
                    b.y() + 0.45 * b.h(),
                    b.x() + 0.66 * b.w(),
                    b.y() + 0.55 * b.h(),
                    0.75 * mm,
                    -0.05 * b.w(),
                    -0.25 * b.h())
                .turned(20));
    return Settings.start(fields()).with(HEALS, Heal.numbered(two));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean usesArea() {
    return false;
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(HEALS).isEmpty();
  }

  private HealPlan plan(Pass p, Frame frame) {
    HealPlan plan = plans.getIfPresent(p.get(HEALS));
    if (plan == null || !plan.frame().equals(frame)) {
      plan = new HealPlan(p.get(HEALS), frame);
      plans.put(p.get(HEALS), plan);
    }
    return plan;
  }

  @Override
  public boolean touches(Pass p, Frame frame, Rect rect) {
    HealPlan plan = plan(p, frame);
    for (int i = 0; i < plan.count(); i++) {
      if (plan.target(i).intersects(rect)) {
        return true;
      }
    }
    return false;
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    HealPlan plan = plan(p, frame);
    BitSet need = plan.touching(rect);
    Rect all = new Rect(0, 0, 0, 0);
    int n = 0;
    for (int i = need.nextSetBit(0); i >= 0; i = need.nextSetBit(i + 1)) {
      all = all.union(plan.reads(i));
      n += 2 + 2 * plan.earlier(i).length;
    }
    if (n > MANY) {
      return List.of(all);
    }
    return need.stream().boxed().flatMap(i -> looksAt(plan, i).stream()).toList();
  }

  private static List<Rect> looksAt(HealPlan plan, int i) {
    List<Rect> out = new ArrayList<>();
    out.add(plan.target(i));
    out.add(plan.source(i));
    for (int j : plan.earlier(i)) {
      out.add(plan.target(j));
      out.add(plan.source(j));
    }
    return out;
  }

  @Override
  public long fingerprint(Pass p, Frame frame, Rect rect) {
    Hash h = new Hash().add(key());
    HealPlan plan = plan(p, frame);
    BitSet need = plan.touching(rect);
    for (int i = need.nextSetBit(0); i >= 0; i = need.nextSetBit(i + 1)) {
      h.add(plan.hash(i));
    }
    return h.get();
  }

  /** The mark and its ring, as far as both they and their source lie in the picture. */
  static Rect target(Heal h, Frame frame) {
    return Moved.of(h, 0).there(HealPatch.targetRect(h, frame.pxPerMm()), frame.bounds());
  }

  /** What a source lies on; round a turned one what is looked at beyond it at any level, too. */
  static Rect source(Heal h, Frame frame) {
    Rect s = Moved.of(h, 0).rect(target(h, frame));
    int spare = h.turn() == 0 ? 0 : TURNED_SPARE << coarsest(frame);
    return s.grow(spare).intersect(frame.bounds());
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock block, float[] weight) {
    HealPlan plan = plan(context.pass(), context.frame());
    Rect src = block.rect().toSource(block.level()).intersect(context.frame().bounds());
    BitSet touching = plan.touching(src);
    float strength = (float) context.pass().strength();
    EvaluationContext unlit = context.unlit();
    RgbBlock was = context.isHeld() ? unlit.below().read(block.level(), block.rect()) : null;
    RgbBlock is = context.isHeld() ? block.copy() : null;
    for (int i = touching.nextSetBit(0); i >= 0; i = touching.nextSetBit(i + 1)) {
      SolvedPatch patch = patch(unlit, plan, i, block.level());
      float[] gain = {strength, strength, strength};
      if (was != null) {
        carry(was, is, patch.rectAt(block.level()), context.light(), gain);
      }
      patch.addTo(block, context.light(), gain);
    }
  }

  /** Multiplies gains by those between two pictures inside a patch, light reckoned off. */
  private static void carry(RgbBlock was, RgbBlock is, Rect patch, Matrix3 light, float[] gain) {
    Rect part = patch.intersect(is.rect());
    if (part.isEmpty()) {
      return;
    }
    double[] then = sums(was, part);
    double[] now = sums(is, part);
    double[] lit = light.times(then[0], then[1], then[2]);
    for (int c = 0; c < 3; c++) {
      gain[c] *= lit[c] > 1e-6 ? (float) Math.max(0, Math.min(16, now[c] / lit[c])) : 1;
    }
  }

  private static double[] sums(RgbBlock b, Rect part) {
    double[] out = new double[3];
    for (int c = 0; c < 3; c++) {
      for (int y = part.y(); y < part.bottom(); y++) {
        int row = b.index(part.x(), y);
        for (int i = row; i < row + part.w(); i++) {
          out[c] += b.channel(c)[i];
        }
      }
    }
    return out;
  }

  /** The picture below at full size with all heals done. */
  static RgbBlock readHealed(EvaluationContext context, Rect rect) {
    Heals kind = (Heals) context.pass().kind();
    HealPlan plan = kind.plan(context.pass(), context.frame());
    RgbBlock b = context.below().read(0, rect);
    kind.addEarlier(context, plan, plan.touching(rect), context.light(), b);
    return b;
  }

  private void addEarlier(
      EvaluationContext context, HealPlan plan, BitSet which, Matrix3 light, RgbBlock b) {
    float s = (float) context.pass().strength();
    float[] gain = {s, s, s};
    for (int j = which.nextSetBit(0); j >= 0; j = which.nextSetBit(j + 1)) {
      patch(context.unlit(), plan, j, b.level()).addTo(b, light, gain);
    }
  }

  /** Levels coarser than this have the patches of this one, reduced. */
  private static int coarsest(Frame frame) {
    return Pyramid.levelFor(frame.pxPerMm(), LEAST_PX_PER_MM);
  }

  /** A patch for the picture that an unlit context reads. */
  private SolvedPatch patch(EvaluationContext context, HealPlan plan, int i, int atLevel) {
    int level = Math.min(atLevel, coarsest(context.frame()));
    Heal h = context.pass().get(HEALS).get(i);
    Frame frame = context.frame();
    Hash key =
        new Hash().add("patch").add(level).add(frame.pxPerMm()).add(context.pass().strength());
    key.add(plan.hash(i));
    for (Rect r : looksAt(plan, i)) {
      key.add(context.belowFingerprint(r));
    }
    Rect t = plan.target(i).toLevel(level).intersect(context.below().bounds(level));
    Rect s = Moved.of(h, level).rect(t).intersect(context.below().bounds(level));
    return context.lasting(
        key.get(),
        12 * t.area(),
        SolvedPatch.FORM,
        () ->
            HealPatch.solve(
                h,
                frame.pxPerMm(),
                healedBefore(context, plan, i, level, t),
                healedBefore(context, plan, i, level, s),
                plan.later(i)));
  }

  private RgbBlock healedBefore(
      EvaluationContext context, HealPlan plan, int i, int level, Rect rect) {
    RgbBlock b = context.below().read(level, rect);
    BitSet which = new BitSet();
    Rect src = rect.toSource(level);
    for (int j : plan.earlier(i)) {
      if (plan.target(j).intersects(src)) {
        which.set(j);
      }
    }
    addEarlier(context, plan, which, Matrix3.IDENTITY, b);
    return b;
  }
}
