package carezza.pass.light;

import carezza.color.Matrix3;
import carezza.color.WorkingSpace;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Mixing;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.pass.Weighted;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The base colour of a picture in six numbers: each primary of the working space is turned and
 * strengthened, and the three are weighed anew so that their sum is white again: what is neutral
 * stays so exactly. One matrix on linear light. A primary's colour is what it has beyond grey of
 * its own luminance; it is turned in the plane of equal luminance, towards the next of red, green,
 * blue.
 */
public final class ThreePrimaries implements PassKind {
  private static final List<NumberField> TURNS =
      List.of(turn("redTurn"), turn("greenTurn"), turn("blueTurn"));
  private static final List<NumberField> FORCES =
      List.of(force("redForce"), force("greenForce"), force("blueForce"));

  private static NumberField turn(String key) {
    return new NumberField(key, Unit.DEGREE, -30, 30, 0, 0.5).useful(-8, 8);
  }

  private static NumberField force(String key) {
    return new NumberField(key, Unit.PERCENT, -50, 50, 0, 1).useful(-15, 15);
  }

  @Override
  public String key() {
    return "primaries";
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Field<?>> fields() {
    List<Field<?>> out = new ArrayList<>();
    for (int c = 0; c < TURNS.size(); c++) {
      out.add(TURNS.get(c));
      out.add(FORCES.get(c));
    }
    return out;
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("skinTint", "castMired", "castDuv");
  }

  /** How far skin moves is what is to be known of it. */
  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return isNeutral(p)
        ? Optional.empty()
        : known.reading("skinTint").map(r -> new Summary("sum.primaries", r.now()));
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral().with(TURNS.get(0), 6.0).with(FORCES.get(2), -12.0);
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return TURNS.stream().allMatch(f -> p.get(f) == 0)
        && FORCES.stream().allMatch(f -> p.get(f) == 0);
  }

  @Override
  public Optional<Matrix3> light(Pass p) {
    return Optional.of(matrix(p));
  }

  /** Columns are the colours that the primaries become. */
  static Matrix3 matrix(Pass p) {
    double s = p.strength();
    double[][] to = new double[3][];
    for (int c = 0; c < 3; c++) {
      to[c] = turned(c, Math.toRadians(s * p.get(TURNS.get(c))), s * p.get(FORCES.get(c)) / 100);
    }
    Matrix3 m =
        Matrix3.of(
            to[0][0], to[1][0], to[2][0], to[0][1], to[1][1], to[2][1], to[0][2], to[1][2],
            to[2][2]);
    double[] white = m.inverse().times(1, 1, 1);
    return m.after(Matrix3.diagonal(white[0], white[1], white[2]));
  }

  /** A primary turned towards the next one and strengthened, at its own luminance. */
  private static double[] turned(int c, double angle, double force) {
    double[] own = colour(c);
    double[] next = colour((c + 1) % 3);
    double along = dot(next, own) / dot(own, own);
    double[] across = new double[3];
    for (int i = 0; i < 3; i++) {
      across[i] = next[i] - along * own[i];
    }
    double k = Math.sqrt(dot(own, own) / dot(across, across));
    double[] out = new double[3];
    for (int i = 0; i < 3; i++) {
      double v = Math.cos(angle) * own[i] + Math.sin(angle) * k * across[i];
      out[i] = grey(c) + (1 + force) * v;
    }
    return out;
  }

  private static double grey(int c) {
    return new double[] {WorkingSpace.Y_R, WorkingSpace.Y_G, WorkingSpace.Y_B}[c];
  }

  /** What a primary has beyond grey of its luminance. */
  private static double[] colour(int c) {
    double[] out = {-grey(c), -grey(c), -grey(c)};
    out[c] += 1;
    return out;
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    float[] m = matrix(context.pass()).floats();
    Weighted.change(b, weight, (red, green, blue, w, at) -> Mixing.mix(m, red, green, blue, w));
  }
}
