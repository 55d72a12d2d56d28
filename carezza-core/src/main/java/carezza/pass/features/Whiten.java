package carezza.pass.features;

import carezza.color.CieLab;
import carezza.color.Roots;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Finding;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.reading.Reading;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Teeth or eye whites: the region's own colour is found first (its medians in CIELAB D65); then
 * yellow (b*) is brought towards a target it never passes, redness above the median (a*, veins and
 * gums) is reduced, and luminance is raised by a gain. Light well above the median, as catch-lights
 * and wet gloss, is not raised. Point-wise once the medians are known, so texture passes through.
 */
public final class Whiten implements PassKind {
  private static final NumberField YELLOW =
      new NumberField("yellowLeft", Unit.PERCENT, 35, 100, 60, 1).useful(45, 75);
  private static final NumberField LIFT =
      new NumberField("lift", Unit.STOP, 0, 0.3, 0.12, 0.01).useful(0.05, 0.18);
  private static final NumberField RED =
      new NumberField("redLeft", Unit.PERCENT, 0, 100, 70, 1).useful(50, 85);

  /** b* of teeth and of whites in neutral light is about 16 and 4; provisional. */
  private static final double TEETH_YELLOW = 20;

  private static final double WHITES_YELLOW = 10;

  private final String key;
  private final String region;
  private final double target;
  private final double yellowFrom;
  private final List<String> readings;

  /**
   * @param target b* that yellow is never brought below
   * @param yellowFrom b* from which it is recommended
   */
  private Whiten(
      String key, String region, double target, double yellowFrom, List<String> readings) {
    this.key = key;
    this.region = region;
    this.target = target;
    this.yellowFrom = yellowFrom;
    this.readings = readings;
  }

  public static Whiten teeth() {
    return new Whiten(
        "teeth",
        "teeth",
        2,
        TEETH_YELLOW,
        List.of("teethLift", "teethYellow", "teethWhiteness", "halo"));
  }

  public static Whiten eyeWhites() {
    return new Whiten(
        "eyeWhites",
        "eyeWhites",
        0,
        WHITES_YELLOW,
        List.of("eyeWhitesLift", "eyeWhitesYellow", "eyeBalance", "halo"));
  }

  @Override
  public String key() {
    return key;
  }

  @Override
  public Stage stage() {
    return Stage.FEATURES;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(YELLOW, LIFT, RED);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return readings;
  }

  private Optional<Reading> yellow(Known known) {
    return known.reading(region + "Yellow");
  }

  /** Yellower than these parts are in neutral light. */
  @Override
  public Optional<Finding> finding(Known known) {
    return yellow(known)
        .filter(r -> r.before() > yellowFrom)
        .map(r -> new Finding("finding." + key, r, r.before()));
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return yellow(known).map(r -> new Summary("sum.yellow", r.now()));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(YELLOW, 100.0).with(LIFT, 0.0).with(RED, 100.0);
  }

  @Override
  public String homeRegion() {
    return region;
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(YELLOW) == 100 && p.get(LIFT) == 0 && p.get(RED) == 100;
  }

  @Override
  public List<Rect> looksRound(Pass p, Frame frame, Supplier<Rect> area) {
    return List.of(area.get());
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    float[] own = medians(context);
    float yellow = (float) (1 - p.get(YELLOW) / 100);
    float red = (float) (1 - p.get(RED) / 100);
    float lift = p.get(LIFT).floatValue();
    float goal = (float) Math.min(target, Math.max(0, own[2]));
    float[] lab = new float[3];
    for (int i = 0; i < b.size(); i++) {
      float k = (float) p.strength() * (weight == null ? 1 : weight[i]);
      if (k == 0) {
        continue;
      }
      CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
      float over = Math.max(0, Math.min(1, (lab[0] - own[0] - 10) / 12));
      float gain = Roots.exp2(k * lift * (1 - over));
      CieLab.of(gain * b.r()[i], gain * b.g()[i], gain * b.b()[i], lab);
      lab[2] -= k * yellow * Math.max(0, lab[2] - goal);
      lab[1] -= k * red * Math.max(0, lab[1] - Math.max(0, own[1]));
      CieLab.toLight(lab[0], lab[1], lab[2], lab);
      b.r()[i] = lab[0];
      b.g()[i] = lab[1];
      b.b()[i] = lab[2];
    }
  }

  /** Medians of L*, a*, b* where the mask is above a half, at a level of 2 px a mm or more. */
  private static float[] medians(EvaluationContext context) {
    Rect area = context.areaBounds(context.area());
    int level = Math.min(3, context.frame().levelFor(1, 2.5));
    Rect rect = area.toLevel(level).intersect(context.below().bounds(level));
    Rect src = rect.toSource(level).intersect(context.frame().bounds());
    long key =
        new Hash()
            .add("medians")
            .add(level)
            .add(src)
            .add(context.belowFingerprint(src))
            .add(context.areaFingerprint(context.area(), src))
            .get();
    return context.analysis(key, 64, () -> medians(context, level, rect));
  }

  private static float[] medians(EvaluationContext context, int level, Rect rect) {
    RgbBlock b = context.below().read(level, rect);
    Plane mask = context.mask(context.area(), level, rect);
    float[][] v = new float[3][b.size()];
    float[] lab = new float[3];
    int n = 0;
    for (int i = 0; i < b.size(); i++) {
      if (mask.data()[i] > 0.5f) {
        CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
        for (int c = 0; c < 3; c++) {
          v[c][n] = lab[c];
        }
        n++;
      }
    }
    float[] out = new float[3];
    for (int c = 0; c < 3 && n > 0; c++) {
      Arrays.sort(v[c], 0, n);
      out[c] = v[c][n / 2];
    }
    return out;
  }
}
