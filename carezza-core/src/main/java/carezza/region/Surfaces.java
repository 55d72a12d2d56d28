package carezza.region;

import carezza.area.ColourHistogram;
import carezza.area.ColourPlanes;
import carezza.area.Matte;
import carezza.color.Roots;
import carezza.face.FaceMap;
import carezza.filter.Gaussian;
import carezza.filter.GuidedFilter;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Parts the picture into skin, hair or headwear, clothing and backdrop. In every pixel three things
 * are weighed by Bayes' rule: how likely each surface is there ({@link SurfacePrior}), and how
 * often its colour and its {@link Roughness} occur on it. Those are learnt from this picture, at
 * first where the prior is sure, then from the outcome a few times (expectation and maximisation:
 * Dempster, Laird, Rubin 1977; with smoothed histograms). Neighbours pull at one another. Borders
 * are refined with a colour-guided filter, and the four add up to 1.
 */
final class Surfaces {
  private static final double PX_PER_MM = 1.5;
  private static final double MOST_PIXELS = 2.5e6;
  private static final int ROUNDS = 6;

  /** What a neighbourhood of one surface is worth, in natural logarithms. */
  private static final double TOGETHER = 3;

  private static final double TOGETHER_MM = 1.2;

  /** Window and regularisation (squared cube roots of light) of the refined borders. */
  private static final double SOFT_MM = 0.8;

  private static final double EPS = 1e-3;

  /** Where the prior is below this a surface is not learnt from at first. */
  private static final float SURE = 0.55f;

  /**
   * A colour this often, in shares of what is usual on the face, counts half elsewhere at first.
   */
  private static final double FEW = 0.03;

  /** A colour this often, in shares of what is usual on the core of the face, is half skin. */
  private static final double FEW_IN_CORE = 0.25;

  /** Stops below the core's mean from which what lies there is nostrils and lashes. */
  private static final double DARKEST = 1.7;

  private static final int LEAST_CORE = 200;

  /** Stops above the core's mean from which light may be sheen, which has the lamp's colour. */
  private static final float SHEEN = 0.5f;

  /** Of the neighbourhood that what is worn is compared with, and how much darker it is. */
  private static final double WORN_MM = 4;

  private static final double WORN_STOPS = 1.5;

  /**
   * How far round roughness is looked at, the share of the face's core that is smoother, and how
   * many of {@link Roughness}'s bins above it cloth begins.
   */
  private static final double WOVEN_MM = 3;

  private static final double NEARLY_ALL = 0.9;
  private static final float WOVEN_BINS = 1;

  /** Nearer to a face than a Gaussian so wide falls to that share, a beard may be as rough. */
  private static final double BEARD_MM = 20;

  private static final float BEARD_ENDS = 0.1f;

  /** Islands in the skin up to that size belong to it. */
  private static final double HOLE_MM2 = 120;

  /** What skin beyond the face counts at first. */
  private static final float BEYOND_FACE = 0.3f;

  /** What roughness says beside colour: neighbours are not rough independently. */
  private static final double ROUGH_SHARE = 0.7;

  /** Skin's colours are known from the face: others are less likely on it than elsewhere. */
  private static final float SKIN_FLOOR = 0.01f;

  private final ColourPlanes planes;
  private final ColourHistogram.Bins bins;
  private final int level;
  private final double px;
  private final SurfacePlanes before;
  private final Roughness roughness;

  /** Whether skin is told by its roughness too, on which earlier documents do not rest. */
  private final boolean byTouch;

  private Surfaces(RgbBlock block, int level, FaceMap map) {
    this.level = level;
    px = map.pxPerMm() / (1 << level);
    byTouch = map.regionForm() > FaceMap.FIRST_REGIONS;
    planes = ColourPlanes.of(block, 0.15 * px, 0.35 * px);
    bins = ColourHistogram.Bins.shaded(planes);
    before = new SurfacePlanes(map, level, planes.rect());
    roughness = new Roughness(new Plane(planes.rect(), planes.light()), px);
  }

  /** Mattes by {@link SurfacePrior}'s numbers. */
  static List<Matte> find(PixelReader picture, FaceMap map) {
    int level = level(picture, map);
    RgbBlock block = picture.read(level, picture.bounds(level));
    Surfaces s = new Surfaces(block, level, map);
    return s.refined(s.parted(), block);
  }

  /** At which surfaces are told apart. */
  static int level(PixelReader picture, FaceMap map) {
    int level = Pyramid.levelFor(map.pxPerMm(), PX_PER_MM);
    while (picture.bounds(level).area() > MOST_PIXELS) {
      level++;
    }
    return level;
  }

  private float[][] parted() {
    float[][] post = new float[SurfacePrior.COUNT][];
    for (int k = 0; k < post.length; k++) {
      post[k] = before.chance[k].clone();
      for (int i = 0; i < post[k].length; i++) {
        post[k][i] = post[k][i] > SURE ? post[k][i] : 0;
      }
    }
    beLikeTheCore(post[SurfacePrior.SKIN]);
    beOnTheFace(post[SurfacePrior.SKIN]);
    float[] doubt = doubt(post[SurfacePrior.SKIN]);
    for (int round = 0; round < ROUNDS; round++) {
      post = weighed(post, doubt, round == 0);
    }
    Islands islands = new Islands(post, planes.rect().w());
    islands.leaveStrays(before.onFace);
    islands.fillHoles(SurfacePrior.HAIR, HOLE_MM2 * px * px);
    islands.fillHoles(SurfacePrior.CLOTHING, HOLE_MM2 * px * px);
    leaveWorn(post);
    if (byTouch) {
      leaveWoven(post);
    }
    return post;
  }

  /**
   * Skin is learnt at first from what has the colours of the core of the face, in any shade: a
   * beard, spectacles or a scarf before the rest of it have others.
   */
  private void beLikeTheCore(float[] skin) {
    float[] sure = new float[skin.length];
    double light = 0;
    int n = 0;
    for (int i = 0; i < sure.length; i++) {
      sure[i] = before.core[i] ? 1 - before.features[i] : 0;
      light += sure[i] * planes.light()[i];
      n += sure[i] > 0 ? 1 : 0;
    }
    if (n < LEAST_CORE) {
      return;
    }
    double mean = light / n;
    for (int i = 0; i < sure.length; i++) {
      sure[i] = planes.light()[i] < mean - DARKEST ? 0 : sure[i];
    }
    ColourHistogram colours = ColourHistogram.wide(bins, sure);
    double sum = 0;
    for (int i = 0; i < sure.length; i++) {
      if (sure[i] > 0) {
        sum += colours.density(bins, i, 0);
      }
    }
    double few = FEW_IN_CORE * sum / n;
    float bright = (float) mean + SHEEN;
    double[] rough = roughness.likelihood(sure, 1);
    double usual = 0;
    for (int i = 0; i < sure.length; i++) {
      usual += sure[i] > 0 ? rough[roughness.bin(i)] / n : 0;
    }
    for (int i = 0; i < skin.length; i++) {
      double d = colours.density(bins, i, 0);
      double r = rough[roughness.bin(i)];
      skin[i] *= byTouch ? (float) (r / (r + FEW_IN_CORE * usual)) : 1;
      skin[i] *= planes.light()[i] > bright ? 1 : (float) (d / (d + few));
    }
  }

  /**
   * Beyond the face skin counts little at first: a collar lies where a neck may be, and learnt as
   * skin it would stay skin.
   */
  private void beOnTheFace(float[] skin) {
    for (int i = 0; i < skin.length; i++) {
      skin[i] *= before.onFace[i] ? 1 : BEYOND_FACE;
    }
  }

  /**
   * What each pixel counts when clothing is learnt: what has the colours of the face little, since
   * it may be a hand. Where all of a dress has them nothing changes, densities being shares.
   */
  private float[] doubt(float[] sureSkin) {
    ColourHistogram skin = learnt(SurfacePrior.SKIN, surface(sureSkin, null));
    float[] out = new float[planes.size()];
    double sum = 0;
    double n = 0;
    for (int i = 0; i < out.length; i++) {
      out[i] = skin.density(bins, i);
      sum += before.onFace[i] ? out[i] : 0;
      n += before.onFace[i] ? 1 : 0;
    }
    double few = FEW * sum / Math.max(1, n);
    out = Gaussian.blur(new Plane(planes.rect(), out), TOGETHER_MM * px).data();
    for (int i = 0; i < out.length; i++) {
      out[i] = (float) (few / (out[i] + few));
    }
    return out;
  }

  /**
   * What is much darker than the skin of a face close by, away from eyes, brows, nostrils and
   * mouth, is worn on it: frames of spectacles, straps. It goes to clothing.
   */
  private void leaveWorn(float[][] post) {
    Plane skin = new Plane(planes.rect(), post[SurfacePrior.SKIN].clone());
    float[] open =
        Gaussian.blur(new Plane(planes.rect(), before.features.clone()), WORN_MM * px).data();
    float[] near =
        Gaussian.blurMasked(new Plane(planes.rect(), planes.light()), skin, WORN_MM * px, 0).data();
    for (int i = 0; i < near.length; i++) {
      if (before.onFace[i] && open[i] < 0.02f) {
        double darker = near[i] - planes.light()[i];
        float worn = (float) SurfacePrior.step((darker - WORN_STOPS) / 0.6);
        float moved = worn == 0 || before.isDark(i) ? 0 : worn * post[SurfacePrior.SKIN][i];
        post[SurfacePrior.SKIN][i] -= moved;
        post[SurfacePrior.CLOTHING][i] += moved;
      }
    }
  }

  /**
   * What has skin's colour away from the face, but is rougher than nearly all of its core is, is
   * woven: straps, sleeves. It goes to clothing.
   */
  private void leaveWoven(float[][] post) {
    float[] skin = post[SurfacePrior.SKIN];
    Plane bins = new Plane(planes.rect());
    for (int i = 0; i < skin.length; i++) {
      bins.data()[i] = roughness.bin(i);
    }
    Plane mask = new Plane(planes.rect(), surface(skin, null));
    float[] around = Gaussian.blurMasked(bins, mask, WOVEN_MM * px, 0).data();
    float[] core = new float[skin.length];
    Plane face = new Plane(planes.rect());
    int n = 0;
    for (int i = 0; i < skin.length; i++) {
      face.data()[i] = before.onFace[i] ? 1 : 0;
      if (before.core[i] && skin[i] > 0.5f) {
        core[n++] = around[i];
      }
    }
    if (n < LEAST_CORE) {
      return;
    }
    Arrays.sort(core, 0, n);
    float most = core[(int) (NEARLY_ALL * n)] + WOVEN_BINS;
    float[] near = Gaussian.blur(face, BEARD_MM * px).data();
    for (int i = 0; i < skin.length; i++) {
      if (near[i] < BEARD_ENDS && around[i] > most) {
        float moved = skin[i] * (float) SurfacePrior.step(2 * (around[i] - most));
        skin[i] -= moved;
        post[SurfacePrior.CLOTHING][i] += moved;
      }
    }
  }

  /**
   * What is known of the surfaces.
   *
   * @param neck colours of skin below the chin, where they need not be quite a face's; null once
   *     they have been learnt
   * @param rough how often each roughness occurs on each surface
   * @param around how much of each surface is near each pixel; null at first
   */
  private record Known(
      ColourHistogram[] colours, ColourHistogram neck, double[][] rough, float[][] around) {}

  private float[][] weighed(float[][] from, float[] doubt, boolean first) {
    int n = planes.size();
    ColourHistogram[] colours = new ColourHistogram[from.length];
    double[][] rough = new double[from.length][];
    float[][] around = first ? null : new float[from.length][];
    Rows.each(
        from.length,
        k -> {
          float[] surface = surface(from[k], k == SurfacePrior.CLOTHING ? doubt : null);
          colours[k] = learnt(k, surface);
          float[] all = surface(from[k], null);
          rough[k] =
              roughness.likelihood(
                  byTouch && k == SurfacePrior.SKIN ? onFace(all) : all, ROUGH_SHARE);
          if (!first) {
            Plane p = new Plane(planes.rect(), from[k]);
            around[k] = Gaussian.blur(p, TOGETHER_MM * px).data();
          }
        });
    ColourHistogram neck =
        first ? ColourHistogram.tolerant(bins, surface(from[SurfacePrior.SKIN], null)) : null;
    Known known = new Known(colours, neck, rough, around);
    float[][] out = new float[from.length][n];
    int w = planes.rect().w();
    Rows.each(
        n / w,
        y -> {
          for (int i = y * w; i < (y + 1) * w; i++) {
            weigh(i, known, out);
          }
        });
    return out;
  }

  /** What each pixel counts when a surface is learnt. */
  private float[] surface(float[] from, float[] doubt) {
    float[] w = from.clone();
    for (int i = 0; i < w.length; i++) {
      w[i] *= (1 - before.features[i]) * (doubt == null ? 1 : doubt[i]);
    }
    return w;
  }

  /** What skin is like to the touch is learnt on the face: a strap of its colour is no skin. */
  private float[] onFace(float[] skin) {
    float[] out = skin.clone();
    for (int i = 0; i < out.length; i++) {
      out[i] = before.onFace[i] ? out[i] : 0;
    }
    return out;
  }

  private ColourHistogram learnt(int surface, float[] weight) {
    return surface == SurfacePrior.SKIN
        ? ColourHistogram.withShade(bins, weight)
        : ColourHistogram.of(bins, weight);
  }

  private void weigh(int i, Known known, float[][] out) {
    boolean seen = before.features[i] < 0.5f;
    double sum = 0;
    for (int k = 0; k < out.length; k++) {
      double p = before.chance[k][i];
      if (seen) {
        boolean neck = k == SurfacePrior.SKIN && known.neck != null && before.below[i];
        ColourHistogram colours = neck ? known.neck : known.colours[k];
        float floor = k == SurfacePrior.SKIN && !neck ? SKIN_FLOOR : 1;
        p *= colours.density(bins, i, floor);
        p *= known.rough[k][roughness.bin(i)];
      }
      if (known.around != null) {
        p *= Math.exp(TOGETHER * known.around[k][i]);
      }
      out[k][i] = (float) p;
      sum += p;
    }
    for (float[] o : out) {
      o[i] /= (float) sum;
    }
  }

  private List<Matte> refined(float[][] post, RgbBlock b) {
    Plane[] guide = new Plane[3];
    for (int c = 0; c < 3; c++) {
      float[] v = new float[b.size()];
      for (int i = 0; i < v.length; i++) {
        v[i] = Roots.cbrt(b.channel(c)[i]);
      }
      guide[c] = new Plane(b.rect(), v);
    }
    GuidedFilter.Guide by = new GuidedFilter.Guide(guide, Math.max(1, SOFT_MM * px));
    float[][] soft = new float[post.length][];
    Rows.each(
        post.length,
        k -> {
          Plane p = new Plane(b.rect(), post[k]);
          soft[k] = GuidedFilter.filter(p, by, EPS).data();
        });
    List<Matte> out = new ArrayList<>();
    for (int i = 0; i < planes.size(); i++) {
      float sum = 0;
      for (float[] s : soft) {
        float v = Math.max(0, Math.min(1, (s[i] - 0.1f) / 0.8f));
        s[i] = v * v * (3 - 2 * v);
        sum += s[i];
      }
      for (float[] s : soft) {
        s[i] = sum > 0 ? s[i] / sum : 0;
      }
    }
    for (float[] s : soft) {
      out.add(new Matte(level, new Plane(b.rect(), s)));
    }
    return out;
  }
}
