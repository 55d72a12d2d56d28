package carezza.pass.relief;

import carezza.area.Area;
import carezza.area.Term;
import carezza.color.Adaptation;
import carezza.color.Matrix3;
import carezza.color.Roots;
import carezza.field.MaskedBlur;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.neutral.Light;
import carezza.neutral.Proposal;
import carezza.pass.Action;
import carezza.pass.Amount;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Finding;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.LightOffer;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.reading.Reading;
import carezza.region.RegionName;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Sheen: hot places lowered until the skin's own colour shows. Light that a surface throws back
 * without entering it has the lamp's colour, light that comes out of the skin has the skin's
 * (Shafer 1985, "Using color to separate reflection components"). So green of the broad band is
 * split into both by least squares, from what red and blue have more than the skin round the place
 * gives them; f is the lamp's share. What f has above {@code sheenFrom} is sheen; light is lowered
 * by {@link #STOPS} stops for each unit of it, and the ratios are brought back to the skin's own by
 * as much, so that the place does not turn ashen. A smooth gain: texture passes through. Off while
 * the lamp's colour is not known.
 */
public final class Sheen implements PassKind {
  private static final NumberField LOWER =
      new NumberField("lowerSheen", Unit.PERCENT, 0, 150, 125, 1).useful(70, 140);

  /** Share of the lamp in green that is left: skin has some without a hot place. */
  private static final NumberField FROM =
      new NumberField("sheenFrom", Unit.PERCENT, 0, 90, 50, 1).useful(40, 60);

  private static final FlagField KNOWN = new FlagField("lampKnown", false);

  /** Whether the lamp's share is taken down to a threshold of the face's own; not before. */
  private static final FlagField BY_SHARE = new FlagField("byShare", false).later();

  private static final NumberField MIRED =
      new NumberField("lampMired", Unit.MIRED, -250, 250, 0, 1);
  private static final NumberField DUV =
      new NumberField("lampDuv", Unit.DUV, -0.05, 0.05, 0, 0.001);

  /** Stops of light a unit of sheen; fitted on the demo sitters against their clean pictures. */
  private static final float STOPS = 1.27f;

  /** Where new passes begin. */
  private static final double START_FROM = 37;

  private static final double START_LOWER = 100;

  /**
   * Of the light that a share above the threshold stands for so much is taken at 100 %: a picture's
   * tone curve has drawn lights together before. Fitted on a demo sitter against the clean picture.
   */
  private static final float TAKEN = 0.36f;

  /**
   * Where skin makes most oil: what shines there is mostly no form. Elsewhere the threshold is
   * higher by a share of it, {@link #DRIER}.
   */
  private static final Area OILY =
      Area.NONE
          .with(new Term(Term.How.ADD, RegionName.FOREHEAD.key(), 6))
          .with(new Term(Term.How.ADD, RegionName.NOSE.key(), 6))
          .with(new Term(Term.How.ADD, RegionName.CHIN.key(), 6));

  private static final float DRIER = 0.32f;

  /** So many of a face's places have less of the lamp in them. */
  private static final double MOST_OF_FACE = 0.95;

  /** A hot place has so much more of it than those. */
  private static final double ABOVE_FACE = 0.1;

  /** Share of the way back to the skin's own colour. */
  private static final float COLOUR = 0.6f;

  /** The same above a threshold of the face's own. */
  private static final float OWN_COLOUR = 0.9f;

  /** All of the hottest place, as large as a finger's tip, is so hot at least. */
  private static final double HOTTEST_MM2 = 100;

  /** From so many stops there on a pass is recommended. */
  private static final double WORTH = 0.25;

  /** What is lowered there is as smooth as this: pores on a hot place do not show in it. */
  private static final double SOFT_MM = 1.3;

  private static final double BROAD_MM = 0.76;

  /** What is round a place is found on a grid for structure of this size. */
  private static final double ROUND_GRID_MM = 1.5;

  /** Duv that count as a mired when it is asked whether a light has a colour. */
  private static final double LEAST_SHIFT = 1e4;

  @Override
  public String key() {
    return "sheen";
  }

  @Override
  public Stage stage() {
    return Stage.RELIEF;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(LOWER, FROM, KNOWN, MIRED, DUV, BY_SHARE);
  }

  @Override
  public double maxStrength() {
    return 1.3;
  }

  /** A hot place is not the form of what shines. */
  @Override
  public boolean baresForm(Pass p) {
    return true;
  }

  @Override
  public boolean evensLight() {
    return true;
  }

  @Override
  public List<String> affects() {
    return List.of("textureKept", "reliefKept", "smallFormsKept", "blotch", "halo", "hotPlaces");
  }

  /** Stops by which the hottest place is to be lowered. */
  @Override
  public Optional<Amount> amount() {
    return Optional.of(new Amount("hotPlaces", (before, now) -> hottest(now), "lampUnknown"));
  }

  @Override
  public Optional<Finding> finding(Known known) {
    return known
        .reading("hotPlaces")
        .filter(r -> r.before() >= WORTH)
        .map(r -> new Finding("finding.hotPlaces", r, r.before()));
  }

  private static double hottest(EvaluationContext context) {
    Rect src = CoarseLight.rect(context.frame(), context.areaBounds(context.area()), 0);
    if (!context.pass().get(KNOWN) || src.isEmpty()) {
      return Double.NaN;
    }
    double[] lamp = lamp(context.pass());
    Threshold from = from(context);
    long key =
        new Hash()
            .add(CoarseLight.key(context, "hotPlaces", src))
            .add(lampHash(context.pass()))
            .add(from.share())
            .add(from.oily())
            .get();
    return CoarseLight.numbers(
        context,
        key,
        src,
        c -> {
          Plane share = shares(c, lamp);
          Plane oily = context.mask(OILY, c.level(), c.mask().rect());
          double[] stops = new double[share.data().length];
          for (int i = 0; i < stops.length; i++) {
            float least = least((float) from.share(), oily.data()[i]);
            stops[i] = c.mask().data()[i] < 0.5f ? 0 : -stops(share.data()[i], least);
          }
          Arrays.sort(stops);
          int of = (int) Math.round(HOTTEST_MM2 * c.px() * c.px());
          return new double[] {Math.max(0, stops[Math.max(0, stops.length - 1 - of)])};
        })[0];
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return p.get(KNOWN) ? Optional.empty() : Optional.of(new Summary("sum.lampUnknown", 0));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(LOWER, 0.0);
  }

  /** As if the lamp were daylight, and all of its light sheen. */
  @Override
  public Settings sample(Frame frame) {
    return Settings.start(fields())
        .with(KNOWN, true)
        .with(BY_SHARE, true)
        .with(FROM, 0.0)
        .with(LOWER, LOWER.max());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(LOWER) == 0 || !p.get(KNOWN);
  }

  @Override
  public List<Action> actions() {
    return List.of(new Action.Choose("findLamp", Sheen::lamps));
  }

  /** Begins with what the passes of light make white, or with the cast that was measured. */
  @Override
  public Pass start(long id, Known known) {
    Pass p =
        PassKind.super
            .start(id, known)
            .with(BY_SHARE, true)
            .with(FROM, START_FROM)
            .with(LOWER, START_LOWER);
    Matrix3 light = Matrix3.IDENTITY;
    for (Pass q : known.passes()) {
      if (q.on() && q.area().isWhole() && q.kind().light(q).isPresent()) {
        light = q.kind().light(q).orElseThrow().after(light);
      }
    }
    Optional<Reading> mired = known.reading("castMired");
    Optional<Reading> duv = known.reading("castDuv");
    return madeWhite(light)
        .or(
            () ->
                mired.isEmpty() || duv.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Light(mired.get().now(), duv.get().now())))
        .map(l -> with(p, l))
        .orElse(p);
  }

  /** The light that a matrix makes white; empty where it changes no colour. */
  private static Optional<Light> madeWhite(Matrix3 light) {
    double[] white = light.inverse().times(1, 1, 1);
    double[] shift = Adaptation.neutralising(white[0], white[1], white[2]);
    return Math.hypot(shift[0], LEAST_SHIFT * shift[1]) > 1
        ? Optional.of(new Light(-shift[0], -shift[1]))
        : Optional.empty();
  }

  /** With the lamp's colour as the picture shows it, where nothing else has told it. */
  @Override
  public Pass proposed(EvaluationContext context) {
    return context.pass().get(KNOWN)
        ? context.pass()
        : madeWhite(context.light())
            .or(() -> context.lights().first().map(Proposal::light))
            .map(l -> with(context.pass(), l))
            .orElse(context.pass());
  }

  private static List<Action.Offer> lamps(EvaluationContext context) {
    return context.unlit().lights().proposals().stream()
        .filter(q -> !q.isSurface())
        .map(q -> LightOffer.of(q, p -> with(p, q.light())))
        .toList();
  }

  private static Pass with(Pass p, Light lamp) {
    double mired =
        Math.max(MIRED.min(), Math.min(MIRED.max(), Math.round(10 * lamp.mired()) / 10.0));
    double duv = Math.max(DUV.min(), Math.min(DUV.max(), Math.round(1e4 * lamp.duv()) / 1e4));
    return p.with(KNOWN, true).with(MIRED, mired).with(DUV, duv);
  }

  /** R/G and B/G of the lamp in the light that analyses read. */
  private static double[] lamp(Pass p) {
    double[] w = Adaptation.shift(-p.get(MIRED), -p.get(DUV)).inverse().times(1, 1, 1);
    return new double[] {w[0] / w[1], w[2] / w[1]};
  }

  private static FieldTiles tiles(Pass p, Frame frame, Threshold from) {
    int level = frame.levelFor(BROAD_MM, 1.3);
    double px = frame.pxPerMm() / (1 << level);
    int reach = MaskedBlur.reach(BROAD_MM * px);
    Hash h = new Hash().add(lampHash(p)).add(from.share());
    if (p.get(BY_SHARE)) {
      h.add("byShare").add(from.oily());
      reach += MaskedBlur.reach(SOFT_MM * px);
    }
    return new FieldTiles("sheen", level, reach, h.get());
  }

  private static FieldTiles roundTiles(Pass p, Frame frame) {
    int level = frame.levelFor(ROUND_GRID_MM, 1.3);
    double px = frame.pxPerMm() / (1 << level);
    int reach =
        MaskedBlur.reach(BROAD_MM * px)
            + LampShare.ROUNDS * MaskedBlur.reach(LampShare.ROUND_MM * px);
    return new FieldTiles("sheenRound", level, reach, lampHash(p));
  }

  private static long lampHash(Pass p) {
    return new Hash().add(p.get(MIRED)).add(p.get(DUV)).get();
  }

  /** What the fields read, and what the surrounds under them read. */
  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    Rect near = tiles(p, frame, NO_THRESHOLD).reads(frame, rect);
    return List.of(near, roundTiles(p, frame).reads(frame, near));
  }

  /**
   * From what share of the lamp on light is lowered.
   *
   * @param share where skin is oily
   * @param oily fingerprint of where that is
   */
  private record Threshold(double share, long oily) {}

  private static final Threshold NO_THRESHOLD = new Threshold(0, 0);

  @Override
  public boolean readsRegions() {
    return true;
  }

  /** The whole face, where its own sheen sets the threshold. */
  @Override
  public List<Rect> looksRound(Pass p, Frame frame, Supplier<Rect> area) {
    Rect all = p.get(BY_SHARE) ? CoarseLight.rect(frame, area.get(), 0) : new Rect(0, 0, 0, 0);
    return all.isEmpty() ? List.of() : List.of(all);
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Threshold from = from(context);
    SmoothGain.apply(
        context,
        tiles(p, context.frame(), from),
        (below, m) -> fields(context, (float) from.share(), below, m),
        b,
        p.get(LOWER) / 100 * p.strength(),
        weight);
  }

  /**
   * Share of the lamp from which light is lowered: what is set, or where the face is duller a share
   * that stands out of it.
   */
  private static Threshold from(EvaluationContext context) {
    Pass p = context.pass();
    double set = p.get(FROM) / 100;
    if (!p.get(BY_SHARE)) {
      return new Threshold(set, 0);
    }
    Rect src = CoarseLight.rect(context.frame(), context.areaBounds(context.area()), 0);
    if (src.isEmpty()) {
      return new Threshold(set, 0);
    }
    double[] lamp = lamp(p);
    long key = new Hash().add(CoarseLight.key(context, "sheenFace", src)).add(lampHash(p)).get();
    double[] most = CoarseLight.numbers(context, key, src, c -> mostOfFace(c, lamp));
    double own = most.length == 0 ? set : Math.min(set, Math.max(0, most[0]) + ABOVE_FACE);
    return new Threshold(own, context.areaFingerprint(OILY, src));
  }

  /** The lamp's share below which nearly all of the area lies; empty where there is none. */
  private static double[] mostOfFace(CoarseLight c, double[] lamp) {
    boolean any = false;
    for (float w : c.mask().data()) {
      any |= w > 0;
    }
    if (!any) {
      return new double[0];
    }
    return new double[] {CoarseLight.quantile(shares(c, lamp), c.mask().data(), MOST_OF_FACE)};
  }

  private static Plane shares(CoarseLight c, double[] lamp) {
    Plane[] light = {c.light().c1(), c.light().c2(), c.light().e()};
    return LampShare.of(light, LampShare.round(light, c.mask(), c.px(), lamp), c.mask(), lamp);
  }

  /** What a share above the least one is lowered by. */
  private static float stops(float share, float least) {
    return TAKEN * Roots.log2((1 - share) / (1 - least));
  }

  /** From what share a place is lowered, where skin is as oily as that. */
  private static float least(float from, float oily) {
    return from * (1 + DRIER * (1 - oily));
  }

  private static Plane[] fields(EvaluationContext context, float from, RgbBlock below, Plane mask) {
    Pass p = context.pass();
    double[] lamp = lamp(p);
    boolean byShare = p.get(BY_SHARE);
    Plane oily = byShare ? context.mask(OILY, below.level(), below.rect()) : mask;
    Plane[] own =
        roundTiles(p, context.frame())
            .over(context, 3, (b, m) -> round(context, b, m), below.level(), below.rect());
    Plane[] broad = broad(context, below, mask);
    Plane share = LampShare.of(broad, own, mask, lamp);
    int n = mask.data().length;
    Plane d1 = new Plane(below.rect());
    Plane d2 = new Plane(below.rect());
    Plane dE = new Plane(below.rect());
    for (int i = 0; i < n; i++) {
      float least = byShare ? least(from, oily.data()[i]) : from;
      float sheen = Math.max(0, share.data()[i] - least);
      if (sheen > 0) {
        dE.data()[i] = byShare ? stops(share.data()[i], least) : -STOPS * sheen;
        float back = (byShare ? OWN_COLOUR : COLOUR) * sheen / share.data()[i];
        d1.data()[i] = back * (Roots.log2(own[0].data()[i]) - broad[0].data()[i]);
        d2.data()[i] = back * (-Roots.log2(own[1].data()[i]) - broad[1].data()[i]);
      }
    }
    if (byShare) {
      double px = context.frame().pxPerMm() / (1 << below.level());
      Plane[] soft = MaskedBlur.of(mask, SOFT_MM * px, 0, d1, d2, dE);
      return SmoothGain.fields(broad[0], broad[1], soft[0], soft[1], soft[2]);
    }
    return SmoothGain.fields(broad[0], broad[1], d1, d2, dE);
  }

  private static Plane[] round(EvaluationContext context, RgbBlock below, Plane mask) {
    double px = context.frame().pxPerMm() / (1 << below.level());
    return LampShare.round(broad(context, below, mask), mask, px, lamp(context.pass()));
  }

  /** Broad bands of c1, c2 and E. */
  private static Plane[] broad(EvaluationContext context, RgbBlock below, Plane mask) {
    ColourRatios c = ColourRatios.of(below, mask);
    double px = context.frame().pxPerMm() / (1 << below.level());
    return MaskedBlur.of(mask, BROAD_MM * px, 0, c.c1(), c.c2(), c.e());
  }
}
