package carezza.pass.clean;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import java.util.Arrays;

/**
 * How much of a red mark lies in red light. What a place differs by from its fill is the mark and
 * the place's own shade. Told by energy, shade is counted as the mark's; told by what goes along
 * with the mark's colour, which shade has none of, only what of the shade lies as the mark does is.
 * Where the two differ neither is sure, and what is usual of blood counts for more: a product of
 * two normal densities. Values are cube roots of light; a gain of a channel scales all of it alike.
 *
 * @param energy the share told by energy
 * @param colour the share told by colour; not finite where there is none
 * @param along correlation of what the place differs by in green with the mark's colour
 * @param skin the ring's value in red over that in green, which shares are relative to
 */
record RedShare(double energy, double colour, double along, double skin) {
  /** Usual share of blood in the red of the working space over that in green, logarithms. */
  private static final double USUAL = 0.3;

  /** How far blood strays from it: a standard deviation. */
  private static final double STRAY = 0.1;

  /** The error of both ways' mean is so many times what they differ by. */
  private static final double DOUBT = 2;

  /** Sigma at which the mark's colour is looked at: files keep colour coarser than light. */
  private static final double COLOUR_MM = 0.3;

  /** The most that blood has by energy on its own shade, and by colour; fitted on painted marks. */
  private static final double MOST_BY_ENERGY = 0.85;

  private static final double MOST_BY_COLOUR = 0.65;

  private static final double LEAST_ALONG = 0.5;

  /**
   * @param fill what the mark is filled with, three channels
   * @param rest target less fill
   * @param energy the share told by energy
   */
  static RedShare of(HealSite site, float[][] fill, float[][] rest, double energy) {
    double skin = onRing(site, fill[0], rest[0]) / onRing(site, fill[1], rest[1]);
    double px = COLOUR_MM * site.pxPerMm();
    float[] red = Gaussian.blur(new Plane(site.rect(), rest[0]), px).data();
    float[] green = Gaussian.blur(new Plane(site.rect(), rest[1]), px).data();
    double both = ShowingThrough.energies(site, rest[0], rest[1])[1];
    double shade = both / ShowingThrough.energies(site, rest[1], rest[1])[1];
    float[] more = new float[red.length];
    for (int i = 0; i < more.length; i++) {
      more[i] = (float) (green[i] - red[i] / shade);
    }
    double greens = covariance(site, green, more);
    double along =
        greens / Math.sqrt(covariance(site, green, green) * covariance(site, more, more));
    return new RedShare(energy, covariance(site, red, more) / greens, along, skin);
  }

  /** The share, as well as it is known. */
  double known() {
    if (!Double.isFinite(colour) || !Double.isFinite(skin)) {
      return energy;
    }
    double error = DOUBT * (energy - colour) / skin;
    double known = STRAY * STRAY / (STRAY * STRAY + error * error);
    return known * (energy + colour) / 2 + (1 - known) * USUAL * skin;
  }

  /** Whether the place has a mark of blood, on shade of its own that may be deeper. */
  boolean isBlood() {
    return energy < MOST_BY_ENERGY * skin && colour < MOST_BY_COLOUR * skin && along > LEAST_ALONG;
  }

  /** Sum of the picture's values on the ring. */
  private static double onRing(HealSite site, float[] fill, float[] rest) {
    double sum = 0;
    for (int i = 0; i < fill.length; i++) {
      sum += site.onRing()[i] > 0 ? fill[i] + rest[i] : 0;
    }
    return sum;
  }

  /** Inside the heal, less that on its ring. */
  private static double covariance(HealSite site, float[] a, float[] b) {
    double[] product = ShowingThrough.energies(site, a, b);
    double[] one = means(site, a);
    double[] other = means(site, b);
    return product[0] - one[0] * other[0] - (product[1] - one[1] * other[1]);
  }

  private static double[] means(HealSite site, float[] v) {
    float[] ones = new float[v.length];
    Arrays.fill(ones, 1);
    return ShowingThrough.energies(site, v, ones);
  }
}
