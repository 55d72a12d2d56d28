package carezza.pass.clean;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.pass.Heal;
import java.util.Optional;

/**
 * What of the skin shows through a mark. Blood takes green and blue light and lets red pass, so
 * under a red mark the skin's own relief and pores are there to be read: the mix q = dR - r dG of
 * what the target has more than its fill, where r is how much of the mark lies in red light, is
 * free of the mark. What q tells of each channel is learnt on the ring by regression (ordinary
 * least squares through the origin, since the membrane leaves no mean there) and added to the fill;
 * what it does not tell stays the source's. Where q has more energy than on the ring it is trusted
 * less, but for the broad tones of a strong spot. A mark that takes red light as it takes green,
 * such as a dark spot, lets nothing through that could be told from it by colour, and is left alone
 * here. Values are cube roots of light. That hemoglobin hardly takes red light: Tsumura et al.
 * 2003, "Image-based skin color and texture analysis/synthesis by extracting hemoglobin and melanin
 * information in the skin".
 */
final class ShowingThrough {
  /** A mark has so many times the ring's energy in green at least, or nothing is known of it. */
  private static final double LEAST_ENERGY = 0.2;

  /** Share of the mark in red light from which q holds too little else. */
  private static final double MOST_RED = 0.7;

  private static final double LEAST_RED = -0.5;

  /**
   * So much of a spot's energy over the ring's is how surely its broad tones show through, whatever
   * their own energy.
   */
  private static final double SURE = 0.5;

  /** Pixels of the ring under which nothing is learnt. */
  private static final int LEAST_RING = 8;

  /** Sigma of what is broader than texture. */
  private static final double FINE_MM = 0.6;

  private ShowingThrough() {}

  /**
   * @param fill what the mark is filled with, three channels; is added to
   * @param rest target less fill; is taken from
   * @return false where the mark takes red light as it takes green
   */
  static boolean add(HealSite site, float[][] fill, float[][] rest, Heal h) {
    double[] green = energies(site, rest[1], rest[1]);
    double mark = green[0] - green[1];
    if (green[2] < LEAST_RING || mark <= LEAST_ENERGY * green[1]) {
      return true;
    }
    double[] both = energies(site, rest[0], rest[1]);
    double r = (both[0] - both[1]) / mark;
    Optional<RedShare> red =
        isSpot(h) && h.form() >= Heal.ON_GROUND
            ? Optional.of(RedShare.of(site, fill, rest, r))
            : Optional.empty();
    boolean isBlood = h.form() >= Heal.NOW && red.filter(RedShare::isBlood).isPresent();
    if (r > MOST_RED && !isBlood) {
      return false;
    }
    float share = (float) Math.max(LEAST_RED, red.map(RedShare::known).orElse(r));
    float[] q = new float[rest[0].length];
    for (int i = 0; i < q.length; i++) {
      q[i] = rest[0][i] - share * rest[1][i];
    }
    double[] own = energies(site, q, q);
    if (own[1] <= 0) {
      return true;
    }
    double trust = Math.min(1, own[1] / own[0]);
    double sure = isSpot(h) ? Math.min(1, SURE * mark / green[1]) : 0;
    float[] broad = Gaussian.blur(new Plane(site.rect(), q), FINE_MM * site.pxPerMm()).data();
    double[] slopes = new double[3];
    for (int c = 0; c < 3; c++) {
      slopes[c] = energies(site, q, rest[c])[1] / own[1];
      add(fill[c], rest[c], q, (float) (trust * slopes[c]));
      add(fill[c], rest[c], broad, (float) (sure * (1 - trust) * slopes[c]));
    }
    if (trust < 1) {
      float[] mixed = fine(site, fill, share);
      double lost = 1 / Math.hypot(trust, 1 - trust) - 1;
      for (int c = 0; c < 3; c++) {
        add(fill[c], rest[c], mixed, (float) (lost * slopes[c]));
      }
    }
    return true;
  }

  /**
   * Whether its share in red is well known where it is strong; files keep a line's too coarsely.
   */
  static boolean isSpot(Heal h) {
    return h.form() >= Heal.TOGETHER && h.isRound();
  }

  private static void add(float[] fill, float[] rest, float[] what, float share) {
    for (int i = 0; i < fill.length; i++) {
      fill[i] += share * what[i];
      rest[i] -= share * what[i];
    }
  }

  /**
   * The texture of q in a fill: where two textures were mixed it is weaker than either, by the root
   * of the sum of their shares' squares.
   */
  private static float[] fine(HealSite site, float[][] fill, float share) {
    float[] q = new float[fill[0].length];
    for (int i = 0; i < q.length; i++) {
      q[i] = fill[0][i] - share * fill[1][i];
    }
    float[] broad = Gaussian.blur(new Plane(site.rect(), q), FINE_MM * site.pxPerMm()).data();
    for (int i = 0; i < q.length; i++) {
      q[i] -= broad[i];
    }
    return q;
  }

  /** Mean products inside the heal and on its ring, and how many pixels the ring has. */
  static double[] energies(HealSite site, float[] a, float[] b) {
    double in = 0;
    double on = 0;
    int n = 0;
    int m = 0;
    for (int i = 0; i < a.length; i++) {
      if (site.inside()[i] < 1) {
        in += (double) a[i] * b[i];
        n++;
      } else if (site.onRing()[i] > 0) {
        on += (double) a[i] * b[i];
        m++;
      }
    }
    return new double[] {in / Math.max(1, n), on / Math.max(1, m), m};
  }
}
