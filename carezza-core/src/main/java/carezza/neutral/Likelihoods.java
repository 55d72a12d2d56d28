package carezza.neutral;

import carezza.neutral.LightEvidence.Sheen;
import carezza.neutral.LightEvidence.Spot;
import carezza.neutral.LightEvidence.Surface;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * How well each light of the grid explains what is seen: log densities of the colour that a thing
 * would have under D65.
 *
 * <p>The colours are starting points, rounded and widened, of the order of what is measured on skin
 * (an arc from light to deep, Chardon 1991), eye whites and teeth; they are taken from no one table
 * and were checked on made-up sitters only. What is asked is whether a thing can have such a
 * colour, not whether it has the mean one.
 */
final class Likelihoods {
  private static final Locus[] SKIN = {
    Locus.of(70, 7.5, 13, 2.5, 3, 0.1, 4),
    Locus.of(66, 9, 15.5, 2.5, 3, 0.1, 4),
    Locus.of(62, 10.5, 17, 2.5, 3, 0.1, 4),
    Locus.of(57, 11.5, 18.5, 2.5, 3, 0.1, 4),
    Locus.of(48, 12, 18.5, 2.5, 3, 0.1, 4),
    Locus.of(38, 10.5, 14.5, 2.5, 3, 0.1, 4)
  };

  /** In their place between lids the whites are a little yellower. */
  private static final Locus WHITES = Locus.of(70, 1.5, 4, 1.5, 4, 0.02, 6).moved(0, -0.03);

  private static final Locus TEETH = Locus.of(75, 1.5, 16, 2, 4, 0.04, 5);

  /** Skin over eye white is as bright as its class says, within this factor's logarithm. */
  private static final double CLASS_SD = 0.8;

  /** Cloth is dyed: what it says counts for so much. */
  private static final double SURFACE = 0.3;

  private static final double ANY_CLASS = 0.05;

  /** Direction in which sheen leads away from the colour of any skin, whatever the light. */
  private static final double SHEEN_RED = -0.8;

  private static final double SHEEN_BLUE = 0.6;

  /** Beyond this angle, radians, what is added is other skin, not the lamp. */
  private static final double SHEEN_SD = 0.26;

  private Likelihoods() {}

  /** Before anything is seen: most light is near daylight, some is a lamp's. */
  static double[] prior() {
    LightGrid g = LightGrid.ALL;
    double[] out = new double[g.size()];
    for (int i = 0; i < out.length; i++) {
      double m = g.lights[i].mired();
      double d = g.lights[i].duv() / 0.009;
      double near = Math.exp(-0.5 * m * m / 144) / 12 / Math.sqrt(2 * Math.PI);
      double far = 0.38 / 60 * Math.pow(1 + m * m / (5 * 3600), -3);
      out[i] = Math.log(0.2 * near + 0.8 * far) - 2.5 * Math.log1p(d * d / 4);
    }
    return out;
  }

  static double[] of(Locus locus, Spot seen) {
    LightGrid g = LightGrid.ALL;
    double[] out = new double[g.size()];
    for (int i = 0; i < out.length; i++) {
      out[i] = locus.logDensity(seen.red() - g.red[i], seen.blue() - g.blue[i]);
    }
    return out;
  }

  static double[] whites(Spot seen) {
    return of(WHITES, seen);
  }

  static double[] teeth(Spot seen) {
    return of(TEETH, seen);
  }

  /**
   * @param whites of the eyes, beside which skin is dark or light
   */
  static double[] skin(Spot seen, Optional<Spot> whites) {
    double[] weight = classes(seen, whites);
    double[] out = new double[LightGrid.ALL.size()];
    double[][] each = new double[SKIN.length][];
    for (int k = 0; k < SKIN.length; k++) {
      each[k] = of(SKIN[k], seen);
    }
    for (int i = 0; i < out.length; i++) {
      double sum = 0;
      for (int k = 0; k < SKIN.length; k++) {
        sum += weight[k] * Math.exp(each[k][i]);
      }
      out[i] = Math.log(sum + 1e-12);
    }
    return out;
  }

  private static double[] classes(Spot skin, Optional<Spot> whites) {
    double[] w = new double[SKIN.length];
    double sum = 0;
    for (int k = 0; k < w.length; k++) {
      w[k] = ANY_CLASS;
      if (whites.isPresent()) {
        double seen = luminance(skin) - luminance(whites.get());
        double off = (seen - Math.log(SKIN[k].luminance() / WHITES.luminance())) / CLASS_SD;
        w[k] += Math.exp(-0.5 * off * off);
      }
      sum += w[k];
    }
    for (int k = 0; k < w.length; k++) {
      w[k] /= sum;
    }
    return w;
  }

  private static double luminance(Spot s) {
    return s.light() + Math.log(0.2126 * Math.exp(s.red()) + 0.7152 + 0.0722 * Math.exp(s.blue()));
  }

  /** The lamp lies on the line from the body's colour through what is added, there or beyond. */
  static double[] sheen(Sheen s) {
    LightGrid g = LightGrid.ALL;
    double dx = s.added().red() - s.body().red();
    double dy = s.added().blue() - s.body().blue();
    double n = Math.max(0.05, Math.hypot(dx, dy));
    double along = 0.12 + 0.5 / s.reach();
    double trust = trust(s);
    double[] out = new double[g.size()];
    for (int i = 0; i < out.length; i++) {
      double x = g.red[i] - s.added().red();
      double y = g.blue[i] - s.added().blue();
      double on = (x * dx + y * dy) / n;
      double off = (x * dy - y * dx) / n;
      double sd = on < 0 ? 0.06 : Math.max(0.06, along * n);
      double d2 = on * on / (sd * sd) + off * off / (0.07 * 0.07);
      out[i] = -3 * trust * Math.log1p(d2 / 4);
    }
    return out;
  }

  /** How far what is added is the lamp's light: it leads far, and where the lamp must be. */
  static double trust(Sheen s) {
    double dx = s.added().red() - s.body().red();
    double dy = s.added().blue() - s.body().blue();
    double n = Math.hypot(dx, dy);
    double angle = Math.acos(Math.max(-1, Math.min(1, (dx * SHEEN_RED + dy * SHEEN_BLUE) / n)));
    double far = Math.max(0, Math.min(1, (n - 0.2) / 0.3));
    return far * Math.exp(-0.5 * angle * angle / (SHEEN_SD * SHEEN_SD));
  }

  /** A surface may be grey, off-white, or of any colour. */
  static double[] surface(Surface s) {
    LightGrid g = LightGrid.ALL;
    double[] out = new double[g.size()];
    for (int i = 0; i < out.length; i++) {
      double x = s.colour().red() - g.red[i];
      double y = s.colour().blue() - g.blue[i];
      out[i] =
          Math.log(
              0.10 * normal(x, y, 0.04)
                  + 0.20 * normal(x - 0.04, y + 0.10, 0.1)
                  + 0.70 / (1.2 * 1.8));
    }
    return out;
  }

  /** What is grey has the light's own colour. */
  static double[] grey(Spot s, double sd) {
    LightGrid g = LightGrid.ALL;
    double[] out = new double[g.size()];
    for (int i = 0; i < out.length; i++) {
      double x = s.red() - g.red[i];
      double y = s.blue() - g.blue[i];
      out[i] = -0.5 * (x * x + y * y) / (sd * sd);
    }
    return out;
  }

  private static double normal(double x, double y, double sd) {
    return Math.exp(-0.5 * (x * x + y * y) / (sd * sd)) / (2 * Math.PI * sd * sd);
  }

  static double[] surfaces(List<Surface> all) {
    double[] out = new double[LightGrid.ALL.size()];
    Set<String> asked = new HashSet<>();
    for (Surface s : all) {
      if (asked.add(s.region())) {
        double[] one = surface(s);
        for (int i = 0; i < out.length; i++) {
          out[i] += SURFACE * one[i];
        }
      }
    }
    return out;
  }
}
