package carezza.reading;

import carezza.color.DeltaE2000;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Skin as one person's: how far the colours of neck, chest, ears and hands stand from the face, how
 * its hue stands to the sitter's reference place, and the skin type angle.
 *
 * <p>Colours are medians of L*, a*, b* over a site. Two sites are compared by CIEDE2000 with both
 * L* set to their mean, so that shade does not count. Where the two cheeks differ as much as lights
 * of different colour make them, sites cannot be compared.
 */
public final class SiteReadings {
  /** Square millimetres of a site under which it is not compared. */
  private static final double LEAST_MM2 = 120;

  /** A difference of the cheeks from which two lights are at work. */
  private static final double TWO_LIGHTS = 5;

  private final List<Site> sites;
  private final Site face;
  private final boolean twoLights;

  /**
   * A site and its median colours, CIELAB.
   *
   * @param name as in {@link SkinSites}
   * @param before without the retouching
   * @param now with it
   */
  public record Site(String name, double[] before, double[] now) {
    /** How far another site's colour stands from this one, lightness apart. */
    double[] from(Site o) {
      return new double[] {apart(before, o.before), apart(now, o.now)};
    }
  }

  SiteReadings(BroadSkin skin, int[] siteOf, int[] planeOf) {
    sites = new ArrayList<>();
    for (int s = 0; s < SkinSites.NAMES.size(); s++) {
      median(skin, siteOf, s, SkinSites.NAMES.get(s)).ifPresent(sites::add);
    }
    face = sites.stream().filter(s -> s.name().equals(SkinSites.FACE)).findFirst().orElse(null);
    Optional<Site> right = median(skin, planeOf, SkinPlanes.NAMES.indexOf("rightCheek"), "");
    Optional<Site> left = median(skin, planeOf, SkinPlanes.NAMES.indexOf("leftCheek"), "");
    twoLights =
        right.isPresent()
            && left.isPresent()
            && apart(right.get().before(), left.get().before()) > TWO_LIGHTS;
  }

  private static Optional<Site> median(BroadSkin skin, int[] of, int number, String name) {
    float[][] v = new float[6][of.length];
    int n = 0;
    for (int i = 0; i < of.length; i++) {
      if (of[i] == number && skin.mask.data()[i] > 0) {
        for (int c = 0; c < 3; c++) {
          v[c][n] = skin.labBefore[c][i];
          v[c + 3][n] = skin.labNow[c][i];
        }
        n++;
      }
    }
    if (n < LEAST_MM2 * skin.px * skin.px) {
      return Optional.empty();
    }
    double[] m = new double[6];
    for (int c = 0; c < 6; c++) {
      m[c] = Robust.median(v[c], n);
    }
    return Optional.of(
        new Site(name, new double[] {m[0], m[1], m[2]}, new double[] {m[3], m[4], m[5]}));
  }

  /** CIEDE2000 of two colours brought to one lightness. */
  static double apart(double[] a, double[] b) {
    double l = (a[0] + b[0]) / 2;
    return DeltaE2000.between(l, a[1], a[2], l, b[1], b[2]);
  }

  /** The sites that show, the face first. */
  public List<Site> sites() {
    return sites;
  }

  /** Of the sites the one that stands farthest out of its band, else nearest to its end. */
  public Reading match() {
    if (face == null || sites.size() < 2) {
      return Reading.missing("siteMatch", "oneSite");
    }
    if (twoLights) {
      return Reading.missing("siteMatch", "twoLights");
    }
    Reading worst = null;
    for (Site s : sites) {
      if (s != face) {
        Reading r = match(s);
        worst = worst == null || out(r) > out(worst) ? r : worst;
      }
    }
    return worst;
  }

  private Reading match(Site s) {
    double[] apart = face.from(s);
    double[] band = ReadingBands.of("siteMatch." + s.name());
    double low = Math.min(band[0], apart[0]);
    return new Reading("siteMatch", apart[0], apart[1], low, band[1], s.name(), "");
  }

  /** Above 1 out of the band, by how much. */
  private static double out(Reading r) {
    return r.isBelow() ? 1 + (r.low() - r.now()) / Math.max(1e-6, r.low()) : r.now() / r.high();
  }

  /**
   * How far the hue of the face went past that of the reference place, or away from it: the hue
   * part of CIEDE2000; 0 as long as it comes nearer.
   *
   * @param reference CIELAB of the place without the retouching
   */
  public Reading hue(Optional<double[]> reference) {
    if (face == null) {
      return Reading.missing("skinHue", "noSkin");
    }
    if (reference.isEmpty()) {
      return Reading.missing("skinHue", "noPlace");
    }
    double was = DeltaE2000.hue(reference.get(), face.before());
    double is = DeltaE2000.hue(reference.get(), face.now());
    double past = was * is < 0 ? Math.abs(is) : Math.max(0, Math.abs(is) - Math.abs(was));
    double[] band = ReadingBands.of("skinHue");
    return new Reading("skinHue", 0, past, band[0], band[1], "", "");
  }

  /**
   * Individual typology angle of the face, degrees: atan2(L* - 50, b*) (A. Chardon, I. Cretois, C.
   * Hourseau 1991). Reported, never judged.
   */
  public Reading typeAngle() {
    return face == null
        ? Reading.missing("skinType", "noSkin")
        : Reading.reported("skinType", angle(face.before()), angle(face.now()), "");
  }

  private static double angle(double[] lab) {
    return Math.toDegrees(Math.atan2(lab[0] - 50, lab[2]));
  }
}
