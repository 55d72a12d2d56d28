package carezza.pass.relief;

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
import java.util.Set;
import java.util.function.Supplier;

/**
 * Sheen: hot places lowered until the skin's own colour shows. Light that a surface throws back
 * without entering it has the lamp's colour, light that comes out of the skin has the skin's
 * (Shafer 1985, "Using color to separate reflection components"). So green of the broad band is
 * split into both by least squares, from what red and blue have more than the skin round the place
 * gives them; f is the lamp's share. What f has above {@code sheenFrom}, or above a share of the
 * face's own ({@link SheenThreshold}), is sheen: light is lowered by a part of what it stands for,
 * and the ratios are brought back to the skin's own by as much, so that the place does not turn
 * ashen. A smooth gain: texture passes through. Off while the lamp's colour is not known.
 */
public final class Sheen implements PassKind {
  private static final NumberField LOWER =
      new NumberField("lowerSheen", Unit.PERCENT, 0, 150, 125, 1).useful(70, 140);

  /** Share of the lamp in green that is left: skin has some without a hot place. */
  private static final NumberField FROM =
      new NumberField("sheenFrom", Unit.PERCENT, 0, 90, 50, 1).useful(25, 60);

  private static final FlagField KNOWN = new FlagField("lampKnown", false);

  /** Whether the lamp's share is taken down to a threshold of the face's own; not before. */
  private static final FlagField BY_SHARE = new FlagField("byShare", false).later();

  /** Whether more is taken from a face that hardly has any of its own; not before. */
  private static final FlagField BY_GLOSS = new FlagField("byGloss", false).later();

  private static final NumberField MIRED =
      new NumberField("lampMired", Unit.MIRED, -250, 250, 0, 1);
  private static final NumberField DUV =
      new NumberField("lampDuv", Unit.DUV, -0.05, 0.05, 0, 0.001);

  /** Stops of light a unit of sheen, where not by share; fitted on the demo sitters. */
  private static final float STOPS = 1.27f;

  /** Where new passes begin, in percent. */
  private static final double START_FROM = 37;

  /**
   * And where they begin on a face whose hottest place asks for {@link #OILY_STOPS}: from {@link
   * #WORTH} on the less the hotter. Oil makes the whole of a face shine more, so where it is
   * hottest tells of its milder places, which look as the clean skin of another.
   */
  private static final double OILY_FROM = 25;

  private static final double OILY_STOPS = 0.65;

  private static final double START_LOWER = 100;

  /**
   * Skin that is seen aslant throws back more of any lamp (Schlick 1994): light along the side of a
   * face was set there, and is no oil.
   */
  private static final Term ASLANT = new Term(Term.How.TAKE, RegionName.TURNED_AWAY.key(), 0);

  /** Share of the way back to the skin's own colour. */
  private static final float COLOUR = 0.6f;

  /** The same above a threshold of the face's own. */
  private static final float OWN_COLOUR = 0.9f;

  /** All of the hottest place, as large as a finger's tip, is so hot at least. */
  private static final double HOTTEST_MM2 = 100;

  /** From so many stops there on a pass is recommended. */
  private static final double WORTH = 0.25;

  /** Square centimetres that are blown from which on the pass says so. */
  private static final double LEAST_BLOWN = 0.05;

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
    return List.of(LOWER, FROM, KNOWN, MIRED, DUV, BY_SHARE, BY_GLOSS);
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
    return List.of(
        "textureKept", "reliefKept", "smallFormsKept", "blotch", "halo", "hotPlaces", "blownSheen");
  }

  /** Stops by which the hottest place is to be lowered, and how much of the area is blown out. */
  @Override
  public List<Amount> amounts() {
    return List.of(
        new Amount("hotPlaces", (before, now) -> hottest(now), "lampUnknown"),
        new Amount("blownSheen", (before, now) -> hotPlaces(now)[1], "lampUnknown"));
  }

  @Override
  public Optional<Finding> finding(Known known) {
    return known
        .reading("hotPlaces")
        .filter(r -> r.before() >= WORTH)
        .map(r -> new Finding("finding.hotPlaces", r, r.before()));
  }

  /** Stops at the hottest place, from the share that passes begin with, whatever this one's. */
  private static double hottest(EvaluationContext context) {
    return hotPlaces(context)[0];
  }

  /** The same, and square centimetres of the area that are blown; NaN while unknown. */
  private static double[] hotPlaces(EvaluationContext context) {
    Rect src = CoarseLight.rect(context.frame(), context.areaBounds(context.area()), 0);
    if (!context.pass().get(KNOWN) || src.isEmpty()) {
      return new double[] {Double.NaN, Double.NaN};
    }
    double[] lamp = lamp(context.pass());
    SheenThreshold from = from(context.on(context.pass().with(FROM, START_FROM)));
    long key =
        new Hash()
            .add(CoarseLight.key(context, "hotPlaces", src))
            .add(lampHash(context.pass()))
            .add(from.share())
            .add(from.taken())
            .add(from.oily())
            .get();
    return CoarseLight.numbers(context, key, src, c -> hotPlaces(context, c, lamp, from));
  }

  private static double[] hotPlaces(
      EvaluationContext context, CoarseLight c, double[] lamp, SheenThreshold from) {
    Plane share = LampShare.of(c, lamp);
    Plane oily = SheenThreshold.oily(context, c.level(), c.mask().rect());
    double[] stops = new double[share.data().length];
    int blown = 0;
    for (int i = 0; i < stops.length; i++) {
      boolean in = c.mask().data()[i] >= 0.5f;
      stops[i] = in ? from.stops(share.data()[i], oily.data()[i]) : 0;
      blown += in && c.isBlown(i) ? 1 : 0;
    }
    Arrays.sort(stops);
    int of = (int) Math.round(HOTTEST_MM2 * c.px() * c.px());
    double hottest = Math.max(0, stops[Math.max(0, stops.length - 1 - of)]);
    return new double[] {hottest, blown / (100 * c.px() * c.px())};
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return p.get(KNOWN)
        ? known
            .reading("blownSheen")
            .filter(r -> r.before() >= LEAST_BLOWN)
            .map(r -> new Summary("sum.blownSheen", r.before()))
        : Optional.of(new Summary("sum.lampUnknown", 0));
  }

  /** How glossy the face is, is told by its own shares of the lamp alone. */
  @Override
  public Set<Field<?>> idle(Pass p) {
    return p.get(BY_SHARE) ? Set.of() : Set.of(BY_GLOSS);
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
        .with(BY_GLOSS, true)
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
    Pass begun = PassKind.super.start(id, known);
    Pass p =
        begun
            .withArea(known.hasFace() ? begun.area().with(ASLANT) : begun.area())
            .with(BY_SHARE, true)
            .with(BY_GLOSS, true)
            .with(FROM, known.reading("hotPlaces").map(x -> from(x.before())).orElse(START_FROM))
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

  /**
   * With the lamp's colour as the picture shows it, where nothing else has told it, and from the
   * share that suits how oily the face is.
   */
  @Override
  public Pass proposed(EvaluationContext context) {
    Pass p = context.pass();
    if (!p.get(KNOWN)) {
      p =
          madeWhite(context.light())
              .or(() -> context.lights().first().map(Proposal::light))
              .map(l -> with(context.pass(), l))
              .orElse(p);
    }
    return p.with(FROM, from(hottest(context.on(p))));
  }

  /**
   * Where a pass begins, in percent.
   *
   * @param hottestStops NaN while the lamp is unknown
   */
  private static double from(double hottestStops) {
    if (Double.isNaN(hottestStops)) {
      return START_FROM;
    }
    double oily = (hottestStops - WORTH) / (OILY_STOPS - WORTH);
    return Math.round(START_FROM + Math.max(0, Math.min(1, oily)) * (OILY_FROM - START_FROM));
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

  private static FieldTiles tiles(Pass p, Frame frame, SheenThreshold from) {
    int level = frame.levelFor(BROAD_MM, 1.3);
    double px = frame.pxPerMm() / (1 << level);
    int reach = MaskedBlur.reach(BROAD_MM * px);
    Hash h = new Hash().add(lampHash(p)).add(from.share()).add(from.taken());
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
    Rect near = tiles(p, frame, SheenThreshold.of(0)).reads(frame, rect);
    return List.of(near, roundTiles(p, frame).reads(frame, near));
  }

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
    SheenThreshold from = from(context);
    SmoothGain.apply(
        context,
        tiles(p, context.frame(), from),
        (below, m) -> fields(context, from, below, m),
        b,
        p.get(LOWER) / 100 * p.strength(),
        weight);
  }

  private static SheenThreshold from(EvaluationContext context) {
    Pass p = context.pass();
    double set = p.get(FROM) / 100;
    return p.get(BY_SHARE)
        ? SheenThreshold.ofFace(context, set, lamp(p), p.get(BY_GLOSS))
        : SheenThreshold.of(set);
  }

  private static Plane[] fields(
      EvaluationContext context, SheenThreshold from, RgbBlock below, Plane mask) {
    Pass p = context.pass();
    double[] lamp = lamp(p);
    boolean byShare = p.get(BY_SHARE);
    Plane oily = byShare ? SheenThreshold.oily(context, below.level(), below.rect()) : mask;
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
      float least = byShare ? from.least(oily.data()[i]) : (float) from.share();
      float sheen = Math.max(0, share.data()[i] - least);
      if (sheen > 0) {
        dE.data()[i] = byShare ? -from.stops(share.data()[i], oily.data()[i]) : -STOPS * sheen;
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
