package carezza.pass.even;

import carezza.color.Roots;
import carezza.face.FaceContours;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.field.MaskedBlur;
import carezza.filter.LinearFit;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Amount;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.Finding;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.pass.Weighted;
import carezza.setting.Extra;
import carezza.setting.Field;
import carezza.setting.ItemsField;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The shade under the eyes made lighter, by as much as its colour says there is. Thin skin there
 * lets blood show, which darkens and reddens; a hollow only darkens. So what (R/G) / (G/B) has
 * above the skin within 20 mm, averaged over the place of such shade under each lid, is how deep
 * the shade is: what is above {@link #USUAL} lightens the place in its known shape, {@link #STOPS}
 * stops for each stop. The shape is soft, {@link #BELOW_MM} below the lid and nearer to the nose. A
 * hollow of light alone is the face's form and stays. A smooth gain: texture passes through.
 */
public final class UnderEyes implements PassKind {
  private static final NumberField LIGHTEN =
      new NumberField("lightenUnder", Unit.PERCENT, 0, 130, 100, 1).useful(50, 100);

  /** By how much more, whatever the colour says: for the hand. */
  private static final NumberField ALSO =
      new NumberField("lightenAlso", Unit.STOP, 0, 0.5, 0, 0.01).useful(0, 0.2);

  private static final ItemsField<Lid> LIDS = new ItemsField<>("lids", Lid.class, Lid.FORM);

  /** Stops of the colour that healthy skin has there too. */
  private static final double USUAL = 0.05;

  /** Fitted on the demo sitters against their clean pictures. */
  private static final double STOPS = 2.9;

  /** The middle of the shade below the lid, and its spread. */
  private static final double BELOW_MM = 5;

  private static final double BELOW_SPREAD_MM = 5.5;

  /** Where along the lid, 0 at the nose and 1 at the outer corner, and its spread. */
  private static final double ALONG = 0.2;

  private static final double ALONG_SPREAD = 0.5;

  private static final double BROAD_MM = 0.76;
  private static final double ROUND_MM = 20;

  /** The shape ends where it has fallen to so much, which is where the reach ends too. */
  private static final double LEAST = 0.02;

  /** So many spreads from its middle the shape has fallen to that. */
  private static final double SPREADS = Math.sqrt(-Math.log(LEAST));

  /** A place whose colour differs so much from what is round it counts little there, stops. */
  private static final float APART = 0.072f;

  /** What is blurred begins at its multiples. */
  private static final int ALIGN = 64;

  /** Shade is never lightened by more. */
  private static final double MOST_STOPS = 0.8;

  /** From so many stops on a pass is recommended. */
  private static final double WORTH = 0.1;

  /** Next to the lashes nothing is done, and all from the second on, mm. */
  private static final double FROM_MM = 1;

  private static final double ALL_MM = 3;

  @Override
  public String key() {
    return "underEyes";
  }

  @Override
  public Stage stage() {
    return Stage.EVEN;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(LIGHTEN, ALSO, LIDS);
  }

  @Override
  public double maxStrength() {
    return 1.3;
  }

  @Override
  public boolean evensLight() {
    return true;
  }

  /** What its colour says is no form; what the hand adds may be. */
  @Override
  public boolean baresForm(Pass p) {
    return p.get(ALSO) == 0;
  }

  @Override
  public List<String> affects() {
    return List.of("reliefKept", "textureKept", "smallFormsKept", "halo", "eyeShade");
  }

  /** Stops by which the deeper shade is to be lightened. */
  @Override
  public List<Amount> amounts() {
    return List.of(
        new Amount(
            "eyeShade",
            (before, now) ->
                before.pass().get(LIDS).stream()
                    .mapToDouble(l -> Math.max(0, depth(before, l) - lightened(before, now, l)))
                    .max()
                    .orElse(Double.NaN),
            "noFace"));
  }

  @Override
  public Optional<Finding> finding(Known known) {
    return known
        .reading("eyeShade")
        .filter(r -> r.before() >= WORTH)
        .map(r -> new Finding("finding.eyeShade", r, r.before()));
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(LIGHTEN) + p.get(ALSO) == 0 || p.get(LIDS).isEmpty();
  }

  /** Under the lids of every face that was found. */
  @Override
  public Pass start(long id, Known known) {
    Pass p = PassKind.super.start(id, known);
    List<Lid> lids = new ArrayList<>();
    for (FoundFace f : known.faceMap().map(m -> m.faces()).orElse(List.of())) {
      lids.add(lid(lids.size() + 1L, f, FaceContours.RIGHT_EYE));
      lids.add(lid(lids.size() + 1L, f, FaceContours.LEFT_EYE));
    }
    return p.with(LIDS, lids);
  }

  /** The lower edge of an eye, which its outline begins with at the outer corner. */
  private static Lid lid(long id, FoundFace f, List<Integer> eye) {
    List<Pin> out = new ArrayList<>();
    for (int i = Lid.POINTS - 1; i >= 0; i--) {
      Pin p = f.mesh().get(eye.get(i));
      out.add(new Pin(rounded(p.x()), rounded(p.y())));
    }
    return new Lid(id, out, Extra.NONE);
  }

  private static double rounded(double v) {
    return Math.round(10 * v) / 10.0;
  }

  /** One lid across the upper middle of the picture. */
  @Override
  public Settings sample(Frame frame) {
    Rect b = frame.bounds();
    List<Pin> at = new ArrayList<>();
    for (int i = 0; i < Lid.POINTS; i++) {
      at.add(new Pin(b.x() + (0.35 + 0.03 * i) * b.w(), b.y() + 0.4 * b.h()));
    }
    return Settings.start(fields()).with(LIDS, List.of(new Lid(1, at, Extra.NONE))).with(ALSO, 0.3);
  }

  /** Holds all of a lid's shape: no pixel beyond it is changed. */
  private static Rect near(Lid l, Frame frame) {
    double beside = (ALONG_SPREAD * SPREADS - ALONG) * l.length();
    double below = (BELOW_MM + BELOW_SPREAD_MM * SPREADS) * frame.pxPerMm();
    double reach = Math.hypot(beside, below) + 1;
    Rect out = Rect.ofDisc(l.points().get(0).x(), l.points().get(0).y(), reach);
    for (Pin p : l.points()) {
      out = out.union(Rect.ofDisc(p.x(), p.y(), reach));
    }
    return out.intersect(frame.bounds());
  }

  @Override
  public boolean touches(Pass p, Frame frame, Rect rect) {
    return p.get(LIDS).stream().anyMatch(l -> near(l, frame).intersects(rect));
  }

  /** Each shade is measured as a whole, from all of what lies round its lid. */
  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    List<Rect> out = new ArrayList<>();
    for (Lid l : p.get(LIDS)) {
      if (near(l, frame).intersects(rect)) {
        out.add(looked(l, frame));
      }
    }
    return out;
  }

  private static Rect looked(Lid l, Frame frame) {
    int level = level(frame);
    int more = MaskedBlur.reach(ROUND_MM * frame.pxPerMm() / (1 << level)) << level;
    Rect r = near(l, frame).grow(more).intersect(frame.bounds());
    int align = ALIGN << level;
    int x = Math.floorDiv(r.x(), align) * align;
    int y = Math.floorDiv(r.y(), align) * align;
    return new Rect(x, y, r.right() - x, r.bottom() - y).intersect(frame.bounds());
  }

  private static int level(Frame frame) {
    return frame.levelFor(BROAD_MM, 1.3);
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Frame frame = context.frame();
    Rect src = b.rect().toSource(b.level()).intersect(frame.bounds());
    float strength = (float) p.strength();
    double side = 1 << b.level();
    float[] stops = new float[b.size()];
    for (Lid l : p.get(LIDS)) {
      if (near(l, frame).intersects(src)) {
        double depth = p.get(ALSO) + p.get(LIGHTEN) / 100 * depth(context, l);
        for (int i = 0; i < stops.length; i++) {
          double x = (b.rect().x() + i % b.rect().w() + 0.5) * side;
          double y = (b.rect().y() + i / b.rect().w() + 0.5) * side;
          stops[i] += (float) (depth * shape(l, x, y, frame.pxPerMm()));
        }
      }
    }
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          for (int i = 0; i < w.length; i++) {
            float gain = Roots.exp2(strength * w[i] * stops[at[i]]);
            red[i] *= gain;
            green[i] *= gain;
            blue[i] *= gain;
          }
        });
  }

  /** Where the shade of a lid lies: 1 in its middle, 0 at the lashes and beyond its reach. */
  private static double shape(Lid l, double x, double y, double pxPerMm) {
    double[] at = l.along(x, y);
    double below = at[1] / pxPerMm;
    double off = (below - BELOW_MM) / BELOW_SPREAD_MM;
    double far = (at[0] - ALONG) / ALONG_SPREAD;
    double t = Math.max(0, Math.min(1, (below - FROM_MM) / (ALL_MM - FROM_MM)));
    double bell = Math.exp(-off * off - far * far);
    return t * t * (3 - 2 * t) * Math.max(0, bell - LEAST) / (1 - LEAST);
  }

  /** Stops by which the middle of a lid's shade is to be lightened in full. */
  private static double depth(EvaluationContext context, Lid l) {
    EvaluationContext unlit = context.unlit();
    int level = level(context.frame());
    Rect src = looked(l, context.frame());
    Hash h = new Hash().add("underEyes").add(level).add(context.frame().pxPerMm());
    Lid.FORM.addTo(h, l);
    h.add(unlit.belowFingerprint(src)).add(context.areaFingerprint(context.area(), src));
    return context.analysis(h.get(), Double.BYTES, () -> depth(context, unlit, l, level, src));
  }

  private static double depth(
      EvaluationContext context, EvaluationContext unlit, Lid l, int level, Rect src) {
    Rect rect = src.toLevel(level).intersect(unlit.below().bounds(level));
    RgbBlock b = unlit.below().read(level, rect);
    Plane mask = context.mask(context.area(), level, rect);
    double px = context.frame().pxPerMm() / (1 << level);
    Plane blood = blood(b, mask, px);
    double sum = 0;
    double all = 0;
    for (int i = 0; i < b.size(); i++) {
      double x = (rect.x() + i % rect.w() + 0.5) * (1 << level);
      double y = (rect.y() + i / rect.w() + 0.5) * (1 << level);
      double t = mask.data()[i] * shape(l, x, y, context.frame().pxPerMm());
      sum += t * Math.max(0, blood.data()[i]);
      all += t;
    }
    double mean = all == 0 ? 0 : sum / all;
    return Math.min(MOST_STOPS, STOPS * Math.max(0, mean - USUAL));
  }

  /** Stops by which a lid's shade was lightened in its shape against what is round it. */
  private static double lightened(EvaluationContext before, EvaluationContext now, Lid l) {
    int level = level(before.frame());
    Rect src = looked(l, before.frame());
    Rect rect = src.toLevel(level).intersect(before.below().bounds(level));
    Plane mask = before.mask(before.area(), level, rect);
    Plane was = ColourRatios.of(before.unlit().below().read(level, rect), mask).e();
    Plane is = ColourRatios.of(now.unlit().below().read(level, rect), mask).e();
    LinearFit fit = new LinearFit(2);
    for (int i = 0; i < mask.data().length; i++) {
      double x = (rect.x() + i % rect.w() + 0.5) * (1 << level);
      double y = (rect.y() + i / rect.w() + 0.5) * (1 << level);
      if (mask.data()[i] > 0.5f) {
        double t = shape(l, x, y, before.frame().pxPerMm());
        fit.add(is.data()[i] - was.data()[i], t, 1);
      }
    }
    return fit.solve()[0];
  }

  /** What (R/G) / (G/B) has above the skin round it, stops; what stands out counts less in that. */
  private static Plane blood(RgbBlock b, Plane mask, double px) {
    ColourRatios c = ColourRatios.of(b, mask);
    Plane own = new Plane(b.rect());
    for (int i = 0; i < own.data().length; i++) {
      own.data()[i] = c.c1().data()[i] - c.c2().data()[i];
    }
    own = MaskedBlur.of(own, mask, BROAD_MM * px, 0);
    Plane round = Surround.of(own, mask, ROUND_MM * px, APART);
    for (int i = 0; i < own.data().length; i++) {
      own.data()[i] -= round.data()[i];
    }
    return own;
  }
}
