package carezza.pass.light;

import carezza.pass.Mark;
import carezza.setting.Extra;
import carezza.setting.ItemsField;
import carezza.setting.NumbersForm;
import java.util.List;

/**
 * A place that should be neutral, and what was found there: the shift that makes it so and how much
 * it tells. What was found stays as it is, like every finding.
 *
 * @param id unique in its list
 * @param x0 source pixels
 * @param y0 source pixels
 * @param sizeMm diameter
 * @param mired shift that makes it neutral
 * @param duv shift that makes it neutral
 * @param light its luminance, 1 at white
 * @param extra what a newer version knows of it
 */
record NeutralPlace(
    long id,
    double x0,
    double y0,
    double sizeMm,
    double mired,
    double duv,
    double light,
    Extra extra)
    implements Mark {
  static final ItemsField.Form<NeutralPlace> FORM =
      new NumbersForm<>(
          "neutral",
          "source pixels; mm: diameter; shift found there",
          List.of("x", "y", "mm", "mired", "duv", "light"),
          p -> new double[] {p.x0, p.y0, p.sizeMm, p.mired, p.duv, p.light},
          NeutralPlace::extra,
          (id, v, extra) -> new NeutralPlace(id, v[0], v[1], v[2], v[3], v[4], v[5], extra));

  /** Below the first a place is dark, from the second on it is light. */
  private static final double DARK = 0.05;

  private static final double LIGHT = 0.4;

  /** Luminance from which a channel may be at its end, so that its colour is not the light's. */
  private static final double NEAR_END = 0.9;

  /** What the darkest and the most nearly blown places tell, against others. */
  private static final double LEAST_WEIGHT = 0.2;

  NeutralPlace {
    if (!(sizeMm > 0) || !Double.isFinite(x0 + y0 + mired + duv + light)) {
      throw new IllegalArgumentException("a neutral place must have a size and finite numbers");
    }
  }

  @Override
  public double x1() {
    return x0;
  }

  @Override
  public double y1() {
    return y0;
  }

  @Override
  public double dx() {
    return 0;
  }

  @Override
  public double dy() {
    return 0;
  }

  NeutralPlace withId(long other) {
    return new NeutralPlace(other, x0, y0, sizeMm, mired, duv, light, extra);
  }

  /** Dark, middle or light. */
  String tone() {
    return light < DARK ? "dark" : light < LIGHT ? "middle" : "light";
  }

  /** In the dark noise and stray light count, near the end of the scale what is cut off. */
  double weight() {
    double w = light < DARK ? light / DARK : light > NEAR_END ? LEAST_WEIGHT : 1;
    return Math.max(LEAST_WEIGHT, w);
  }
}
