package carezza.pass.light;

import carezza.area.Area;
import carezza.color.Matrix3;
import carezza.field.MaskedBlur;
import carezza.filter.Smoothstep;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Frame;
import carezza.pass.Histogram;
import carezza.pass.Known;
import carezza.pass.Mixing;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Places;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.pass.Weighted;
import carezza.setting.Curve;
import carezza.setting.CurveField;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Tones on a curve in stops: what lies E stops from middle grey (luminance 0.18) is moved by so
 * many stops; the three channels alike, so colours keep their ratios. Between knots the moved tone
 * is the monotone cubic of {@link Curve}, beyond them the move of the end goes on, and knots that
 * would turn tones round count as level: brighter never becomes darker.
 *
 * <p><b>Holding.</b> A curve that flattens lights flattens what is drawn in them. Held, the move
 * follows not the pixel but its surround, an edged field: {@code a E + b}, with the coefficients of
 * the guided filter of E by itself (K. He, J. Sun and X. Tang, "Guided image filtering", 2013)
 * found on a coarse grid and laid in smoothly, so that it is smooth where light varies by less than
 * {@link #EDGE} and follows what varies more; the E that it follows is first smoothed in the same
 * way over the size of texture, so that texture is held where it is strong, as in sheen. At 100 %
 * texture keeps its contrast in stops; beyond, it gains what the curve takes from the surround.
 * Lights and darks are held apart, parted smoothly round middle grey.
 */
public final class ZoneCurve implements PassKind {
  private static final double DARKEST = -8;
  private static final double LIGHTEST = 3;
  private static final double MOST_STOPS = 3;

  private static final CurveField ZONES =
      new CurveField(
          "zones",
          DARKEST,
          -MOST_STOPS,
          LIGHTEST,
          MOST_STOPS,
          new Curve(
              List.of(
                  new Curve.Knot(-6, 0),
                  new Curve.Knot(-3, 0),
                  new Curve.Knot(0, 0),
                  new Curve.Knot(2.47, 0))));
  private static final NumberField LIGHTS =
      new NumberField("holdLights", Unit.PERCENT, 0, 200, 100, 1).useful(60, 160);
  private static final NumberField DARKS =
      new NumberField("holdDarks", Unit.PERCENT, 0, 200, 60, 1).useful(30, 110);
  private static final NumberField OVER =
      new NumberField("holdOver", Unit.MM, 2, 40, 10, 0.5).useful(6, 18);

  /** 0 in documents of before it came. */
  private static final NumberField TEXTURE =
      new NumberField("holdTexture", Unit.MM, 0, 3, 0, 0.1).useful(1, 2).later();

  /** What a new pass begins with. */
  private static final double USUAL_TEXTURE = 1.5;

  /** Texture varies by about this many stops where it is strongest, on skin with sheen. */
  private static final double TEXTURE_EDGE = 0.35;

  /** Light that varies by fewer stops than this inside the window is texture or form. */
  private static final double EDGE = 0.5;

  /** Full width at half height of a Gaussian, in sigmas. */
  private static final double FWHM = 2.3548200450309493;

  /** Lights and darks are parted within so many stops of middle grey. */
  private static final float PARTED = 1.5f;

  /** The curve is looked up between so many values a stop. */
  private static final int PER_STOP = 64;

  private static final int LOWEST = -16;
  private static final int STOPS = 32;

  /** What the flattest part of a curve leaves of contrast, so that tones stay in order. */
  private static final double LEAST_SLOPE = 0.02;

  private static final double PLACE_MM = 4;

  /** Tones are counted among so many pixels a side, in so many bins. */
  private static final int COUNTED_SIDE = 500;

  private static final int BINS = 88;

  @Override
  public String key() {
    return "zoneCurve";
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(ZONES, LIGHTS, DARKS, OVER, TEXTURE);
  }

  @Override
  public Pass start(long id, Known known) {
    return PassKind.super.start(id, known).with(TEXTURE, USUAL_TEXTURE);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("skinExposure", "blown", "halo");
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    double most = 0;
    for (Curve.Knot k : p.get(ZONES).knots()) {
      most = Math.abs(k.y()) > Math.abs(most) ? k.y() : most;
    }
    return isNeutral(p)
        ? Optional.empty()
        : Optional.of(new Summary("sum.tones", p.strength() * most));
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action.PullAt("zoneHere", PLACE_MM, ZoneCurve::knotAt),
        new Action.Choose("tonesStart", c -> STARTS));
  }

  /** A place this near to a knot takes it, stops. */
  private static final double NEAR_STOPS = 0.1;

  /** Stops a hundred units of the screen. */
  private static final double PULLED = 0.5;

  private static final List<Action.Offer> STARTS =
      List.of(
          start("lightsHeld", 130, 60, -6, 0, -1, 0, 1, -0.1, 2.47, -0.7),
          start("darksOpen", 100, 100, -7, 0.2, -4, 0.8, -1.5, 0.2, 2.47, 0),
          start("lowRebuilt", 140, 60, -6, -0.3, -1, -0.7, 1, -0.5, 2.47, -0.1),
          start("plain", 100, 60, -6, 0, -3, 0, 0, 0, 2.47, 0));

  private static Action.Offer start(String key, double lights, double darks, double... knots) {
    List<Curve.Knot> all = new ArrayList<>();
    for (int i = 0; i < knots.length; i += 2) {
      all.add(new Curve.Knot(knots[i], knots[i + 1]));
    }
    Curve curve = new Curve(all);
    return new Action.Offer(
        "tones." + key,
        List.of(all.get(0).y(), all.get(all.size() - 1).y()),
        List.of(),
        p -> p.with(ZONES, curve).with(LIGHTS, lights).with(DARKS, darks));
  }

  /** A knot on the curve at the tone of a place, pulled in stops. */
  private static Action.Pull knotAt(EvaluationContext context, Place place) {
    double[] mean = Places.meanLight(context.below(), context.frame(), place);
    double e = Tone.of((float) mean[0], (float) mean[1], (float) mean[2]);
    double x = Math.max(DARKEST, Math.min(LIGHTEST, Math.round(20 * e) / 20.0));
    return (p, up) -> {
      List<Curve.Knot> all = new ArrayList<>(p.get(ZONES).knots());
      Optional<Curve.Knot> near =
          all.stream().filter(k -> Math.abs(k.x() - x) < NEAR_STOPS).findFirst();
      if (near.isEmpty() && all.size() == CurveField.MOST_KNOTS) {
        return p;
      }
      Curve.Knot from = near.orElseGet(() -> new Curve.Knot(x, moved(p.get(ZONES)).at(x) - x));
      double to = Math.rint(100 * (from.y() + PULLED * up)) / 100;
      all.removeIf(k -> k.x() == from.x());
      all.add(new Curve.Knot(from.x(), Math.max(-MOST_STOPS, Math.min(MOST_STOPS, to))));
      all.sort((k, l) -> Double.compare(k.x(), l.x()));
      return p.with(ZONES, new Curve(all));
    };
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral()
        .with(ZONES, new Curve(List.of(new Curve.Knot(-5, 0.5), new Curve.Knot(2, -0.8))));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(ZONES).knots().stream().allMatch(k -> k.y() == 0);
  }

  /** Tones of the picture and of its skin, in stops from middle grey. */
  @Override
  public Optional<Histogram> histogram(EvaluationContext context, Field<?> field) {
    int level = Pyramid.levelWithin(context.frame().bounds(), COUNTED_SIDE);
    RgbBlock b = context.below().read(level, context.below().bounds(level));
    Plane skin = context.mask(Area.ofRegion("skin"), level, b.rect());
    double[] all = new double[BINS];
    double[] ofSkin = new double[BINS];
    for (int i = 0; i < b.size(); i++) {
      double e = Tone.of(b.r()[i], b.g()[i], b.b()[i]);
      int bin = (int) (BINS * (e - ZONES.x0()) / (ZONES.x1() - ZONES.x0()));
      if (bin >= 0 && bin < BINS) {
        all[bin]++;
        ofSkin[bin] += skin.data()[i];
      }
    }
    return Optional.of(Histogram.of(all, ofSkin));
  }

  private static boolean isHeld(Pass p) {
    return p.get(LIGHTS) != 0 || p.get(DARKS) != 0;
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    List<Rect> out = new ArrayList<>();
    if (isHeld(p)) {
      out.add(surround(p, frame).reads(frame, rect));
      if (p.get(TEXTURE) > 0) {
        out.add(texture(p, frame).reads(frame, rect));
      }
    }
    return out;
  }

  private static FieldTiles surround(Pass p, Frame frame) {
    return tiles("tones", p.get(OVER), frame);
  }

  private static FieldTiles texture(Pass p, Frame frame) {
    return tiles("texture", p.get(TEXTURE), frame);
  }

  private static FieldTiles tiles(String name, double overMm, Frame frame) {
    double sigma = overMm / FWHM;
    int level = frame.levelFor(sigma, 3);
    double px = frame.pxPerMm() / (1 << level);
    long hash = new Hash().add(overMm).get();
    return new FieldTiles(name, level, 2 * MaskedBlur.reach(sigma * px), hash);
  }

  // ---- the curve

  /** Where tones go: E to E moved, through knots that rise. */
  private static Curve moved(Curve c) {
    List<Curve.Knot> out = new ArrayList<>();
    for (Curve.Knot k : c.knots()) {
      double to = k.x() + k.y();
      if (!out.isEmpty()) {
        Curve.Knot last = out.get(out.size() - 1);
        to = Math.max(last.y() + LEAST_SLOPE * (k.x() - last.x()), to);
      }
      out.add(new Curve.Knot(k.x(), to));
    }
    return new Curve(out);
  }

  /** Moves in stops at {@link #PER_STOP} tones a stop from {@link #LOWEST} on. */
  private static float[] table(Curve zones) {
    Curve c = moved(zones);
    List<Curve.Knot> k = c.knots();
    double low = k.get(0).x();
    double high = k.get(k.size() - 1).x();
    float[] out = new float[STOPS * PER_STOP + 2];
    for (int i = 0; i < out.length; i++) {
      double e = LOWEST + i / (double) PER_STOP;
      double in = Math.max(low, Math.min(high, e));
      out[i] = (float) (c.at(in) - in);
    }
    return out;
  }

  private static float at(float[] table, float e) {
    float p = Math.max(0, Math.min(STOPS * PER_STOP, (e - LOWEST) * PER_STOP));
    int i = (int) p;
    return table[i] + (p - i) * (table[i + 1] - table[i]);
  }

  // ---- the picture

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    float[] table = table(p.get(ZONES));
    float amount = (float) p.strength();
    Rect part = Weighted.bounds(b.rect(), weight);
    if (part.isEmpty()) {
      return;
    }
    Plane[] field =
        isHeld(p)
            ? surround(p, context.frame())
                .over(
                    context,
                    2,
                    (below, m) -> fields(context, p.get(OVER), EDGE, below, m),
                    b,
                    weight)
            : new Plane[0];
    Plane[] fine =
        isHeld(p) && p.get(TEXTURE) > 0
            ? texture(p, context.frame())
                .over(
                    context,
                    2,
                    (below, m) -> fields(context, p.get(TEXTURE), TEXTURE_EDGE, below, m),
                    b,
                    weight)
            : new Plane[0];
    float lifted = lifted(context.light());
    float lights = (float) (p.get(LIGHTS) / 100);
    float darks = (float) (p.get(DARKS) / 100);
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          float[] gain = new float[w.length];
          int width = b.rect().w();
          for (int i = 0; i < w.length; i++) {
            float e = Tone.of(red[i], green[i], blue[i]);
            if (field.length > 0 && w[i] != 0) {
              int f = place(b.rect(), part, at[i], width);
              float smooth = fine.length > 0 ? followed(fine, f, e, lifted) : e;
              float base = followed(field, f, smooth, lifted);
              float light = 1 - Smoothstep.falling(base + PARTED, 2 * PARTED);
              e += (darks + (lights - darks) * light) * (base - e);
            }
            gain[i] = w[i] * at(table, e);
          }
          Mixing.gain(gain, amount, red, green, blue);
        });
  }

  /** A tone by a slope and an offset that were found in another light. */
  private static float followed(Plane[] field, int at, float e, float lifted) {
    float a = field[0].data()[at];
    return a * e + field[1].data()[at] + (1 - a) * lifted;
  }

  /** Where a pixel of a block stands in a part of it. */
  private static int place(Rect block, Rect part, int at, int width) {
    int x = at % width + block.x() - part.x();
    int y = at / width + block.y() - part.y();
    return y * part.w() + x;
  }

  /** Stops by which a matrix of light lifts white: fields are found without it. */
  private static float lifted(Matrix3 light) {
    double[] w = light.times(1, 1, 1);
    return Tone.of((float) w[0], (float) w[1], (float) w[2]) - Tone.of(1, 1, 1);
  }

  /** Slope and offset by which the surround follows E, smoothed over the window. */
  private static Plane[] fields(
      EvaluationContext context, double overMm, double edge, RgbBlock below, Plane mask) {
    double sigma = overMm / FWHM * context.frame().pxPerMm() / (1 << below.level());
    Plane e = new Plane(below.rect());
    Plane square = new Plane(below.rect());
    for (int i = 0; i < e.data().length; i++) {
      if (mask.data()[i] > 0) {
        float v = Tone.of(below.r()[i], below.g()[i], below.b()[i]);
        e.data()[i] = v;
        square.data()[i] = v * v;
      }
    }
    Plane[] mean = MaskedBlur.of(mask, sigma, 0, e, square);
    Plane slope = new Plane(below.rect());
    Plane offset = new Plane(below.rect());
    for (int i = 0; i < slope.data().length; i++) {
      float m = mean[0].data()[i];
      float variance = Math.max(0, mean[1].data()[i] - m * m);
      float a = (float) (variance / (variance + edge * edge));
      slope.data()[i] = a;
      offset.data()[i] = m * (1 - a);
    }
    return MaskedBlur.of(mask, sigma, 0, slope, offset);
  }
}
