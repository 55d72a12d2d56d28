package carezza.pass.relief;

import carezza.area.Area;
import carezza.field.MaskedBlur;
import carezza.field.SplineField;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.reading.Bands;
import carezza.reading.SkinPlanes;
import carezza.region.RegionName;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * The modelling of skin, what E = log2 of luminance has between 6 and 20 mm: what Even took of it
 * is given back, and what is there is made deeper or softer.
 *
 * <p>Given back is a smooth field, the loss between the picture without Even and the picture as it
 * is, from {@value #LOSS_MM} to {@value #OUTER_MM} mm. Plane by plane it is multiplied by what
 * brings the slope of modelling now on modelling before to 1: the measure of the reading <em>relief
 * kept</em>. Deeper is a share of the modelling itself, never darker under the eyes. Light is
 * multiplied, so colour and texture stay.
 */
public final class Relief implements PassKind {
  private static final NumberField BACK =
      new NumberField("giveBack", Unit.PERCENT, 0, 150, 100, 1).useful(60, 100);

  private static final NumberField DEEPER =
      new NumberField("deeper", Unit.PERCENT, -100, 200, 0, 1).useful(-20, 40);

  private static final double INNER_MM = 6;
  private static final double OUTER_MM = 20;

  /** What is lost is smoothed by so much: at less, blotches come back with it. */
  private static final double LOSS_MM = 9.5;

  /** Over what the planes' shares run into one another. */
  private static final double RUN_MM = 5;

  /** The grid is made for structure of this size. */
  private static final double GRID_MM = 2;

  /** Most that a plane's loss is multiplied by. */
  private static final double MOST_SHARE = 8;

  /** A plane with fewer square mm, or less modelling than this in stops squared, has no share. */
  private static final double LEAST_MM2 = 150;

  private static final double LEAST_MODELLING = 1e-4;

  /** A plane whose loss goes with its modelling by a smaller slope is left as it is. */
  private static final double LEAST_LOSS = 0.003;

  /** Planes run into one another, so their shares are found again. */
  private static final int ROUNDS = 6;

  private static final int ALIGN = 64;

  @Override
  public String key() {
    return "relief";
  }

  @Override
  public Stage stage() {
    return Stage.RELIEF;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(BACK, DEEPER);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("reliefKept", "blotch", "lightness", "halo");
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return known.reading("reliefKept").map(r -> new Summary("sum.relief", r.now()));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(BACK, 0.0);
  }

  /** Much deeper: without Even below there is nothing to give back. */
  @Override
  public Settings sample(Frame frame) {
    return Settings.start(fields()).with(DEEPER, DEEPER.max());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(BACK) == 0 && p.get(DEEPER) == 0;
  }

  /** The planes of the face, and what is under the eyes. */
  @Override
  public boolean readsRegions() {
    return true;
  }

  @Override
  public List<Rect> looksRound(Pass p, Frame frame, Supplier<Rect> area) {
    return List.of(seen(area.get(), frame));
  }

  /** The area from multiples of what blurs are anchored at. */
  private static Rect seen(Rect area, Frame frame) {
    return grid(area, frame).toSource(level(frame)).intersect(frame.bounds());
  }

  private static int level(Frame frame) {
    return frame.levelFor(GRID_MM, 1.3);
  }

  private static Rect grid(Rect area, Frame frame) {
    int level = level(frame);
    Rect bounds = frame.bounds().toLevel(level);
    Rect r = area.toLevel(level).grow(SplineField.REACH).intersect(bounds);
    return r.anchored(ALIGN).intersect(bounds);
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Rect area = context.areaBounds(context.area());
    if (area.isEmpty()) {
      return;
    }
    Plane stops = field(context, area).at(b.level(), b.rect());
    float strength = (float) context.pass().strength();
    SmoothGain.apply(b, new Plane[] {stops, stops, stops}, strength, weight);
  }

  private static SplineField field(EvaluationContext context, Rect area) {
    EvaluationContext unlit = context.unlit();
    Pass p = context.pass();
    Rect src = seen(area, context.frame());
    Rect grid = grid(area, context.frame());
    long key =
        new Hash()
            .add("relief")
            .add(src)
            .add(context.frame().pxPerMm())
            .add(p.settingsHash())
            .add(unlit.belowFingerprint(src))
            .add(context.areaFingerprint(context.area(), src))
            .add(context.areaFingerprint(Area.found(RegionName.UNDER_EYES.key()), src))
            .get();
    return context.analysis(
        key, 4 * grid.area(), () -> new SplineField(level(context.frame()), stops(unlit, grid)));
  }

  private static Plane stops(EvaluationContext context, Rect grid) {
    Pass p = context.pass();
    int level = level(context.frame());
    double px = context.frame().pxPerMm() / (1 << level);
    Plane mask = context.mask(context.area(), level, grid);
    Plane now = Bands.logLuminance(context.below().read(level, grid));
    Plane out = new Plane(grid);
    EvaluationContext bare = context.without(Stage.EVEN);
    if (p.get(BACK) > 0 && bare != context) {
      Plane before = Bands.logLuminance(bare.below().read(level, grid));
      Plane back = givenBack(context, level, before, now, mask, px);
      add(out, back, (float) (p.get(BACK) / 100));
    }
    if (p.get(DEEPER) != 0) {
      Plane deeper = band(now, mask, INNER_MM, px);
      float share = (float) (p.get(DEEPER) / 100);
      Plane eyes = context.mask(Area.found(RegionName.UNDER_EYES.key()), level, grid);
      for (int i = 0; i < out.data().length; i++) {
        float s = share * deeper.data()[i];
        out.data()[i] += s < 0 ? s * (1 - eyes.data()[i]) : s;
      }
    }
    return out;
  }

  private static void add(Plane to, Plane v, float share) {
    for (int i = 0; i < to.data().length; i++) {
      to.data()[i] += share * v.data()[i];
    }
  }

  private static Plane band(Plane v, Plane mask, double innerMm, double px) {
    return Bands.difference(
        MaskedBlur.of(v, mask, innerMm * px, 0), MaskedBlur.of(v, mask, OUTER_MM * px, 0));
  }

  /** The loss times what each plane needs of it. */
  private static Plane givenBack(
      EvaluationContext context, int level, Plane before, Plane now, Plane mask, double px) {
    Plane lost = new Plane(mask.rect());
    for (int i = 0; i < lost.data().length; i++) {
      lost.data()[i] = mask.data()[i] == 0 ? 0 : before.data()[i] - now.data()[i];
    }
    Plane loss = band(lost, mask, LOSS_MM, px);
    Plane was = band(before, mask, INNER_MM, px);
    Plane is = band(now, mask, INNER_MM, px);
    Plane one = band(loss, mask, INNER_MM, px);
    List<Plane> planes = planes(context, level, mask);
    List<Plane> soft = planes.stream().map(p -> MaskedBlur.of(p, mask, RUN_MM * px, 0)).toList();
    double[] share = new double[planes.size()];
    Plane back = new Plane(mask.rect());
    for (int round = 0; round < ROUNDS; round++) {
      Plane banded = band(back, mask, INNER_MM, px);
      for (int k = 0; k < share.length; k++) {
        double more = missing(planes.get(k), was, is, banded, one, px);
        share[k] = Math.max(-MOST_SHARE, Math.min(MOST_SHARE, share[k] + more));
      }
      back = shared(loss, mask, soft, share);
    }
    return back;
  }

  private static Plane shared(Plane loss, Plane mask, List<Plane> soft, double[] share) {
    Plane sum = new Plane(mask.rect());
    Plane weight = new Plane(mask.rect());
    for (int k = 0; k < share.length; k++) {
      add(sum, soft.get(k), (float) share[k]);
      add(weight, soft.get(k), 1);
    }
    for (int i = 0; i < sum.data().length; i++) {
      float w = weight.data()[i];
      boolean none = mask.data()[i] == 0 || w < 1e-4f;
      sum.data()[i] = none ? 0 : loss.data()[i] * sum.data()[i] / w;
    }
    return sum;
  }

  /** Parts of the skin that are brought to 1 each by itself: the planes, or all of it. */
  private static List<Plane> planes(EvaluationContext context, int level, Plane mask) {
    List<Plane> out = new ArrayList<>();
    for (String name : SkinPlanes.NAMES) {
      Area a = Area.found(RegionName.of(name).orElseThrow().key());
      Plane p = context.mask(a, level, mask.rect());
      boolean any = false;
      Plane on = new Plane(mask.rect());
      for (int i = 0; i < on.data().length; i++) {
        on.data()[i] = p.data()[i] > 0.5f && mask.data()[i] > 0.6f ? 1 : 0;
        any |= on.data()[i] > 0;
      }
      if (any) {
        out.add(on);
      }
    }
    return out.isEmpty() ? List.of(mask) : out;
  }

  /** How much more of the loss brings the slope of modelling on modelling before to 1. */
  private static double missing(
      Plane plane, Plane was, Plane is, Plane back, Plane loss, double px) {
    double n = 0;
    double ww = 0;
    double wi = 0;
    double wl = 0;
    for (int i = 0; i < was.data().length; i++) {
      if (plane.data()[i] > 0.5f) {
        double w = was.data()[i];
        n++;
        ww += w * w;
        wi += w * (is.data()[i] + back.data()[i]);
        wl += w * loss.data()[i];
      }
    }
    boolean none =
        n < LEAST_MM2 * px * px || ww / n < LEAST_MODELLING || Math.abs(wl) < LEAST_LOSS * ww;
    return none ? 0 : (ww - wi) / wl;
  }
}
