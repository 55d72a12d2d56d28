package carezza.region;

import carezza.area.ColourHistogram;
import carezza.area.ColourPlanes;
import carezza.area.Matte;
import carezza.area.Outline;
import carezza.color.Roots;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.filter.Flood;
import carezza.filter.Gaussian;
import carezza.filter.GuidedFilter;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Parts the picture into skin, hair or headwear, clothing and backdrop. In every pixel two things
 * are weighed by Bayes' rule: how likely each surface is there ({@link SurfacePrior}) and how often
 * its colour occurs on it, which is learnt from this picture, at first where the prior is sure,
 * then from the outcome a few times (expectation and maximisation: Dempster, Laird, Rubin 1977;
 * with smoothed histograms). Neighbours pull at one another. Borders are refined with a
 * colour-guided filter, and the four add up to 1.
 */
final class Surfaces {
  private static final double PX_PER_MM = 1.5;
  private static final double MOST_PIXELS = 2.5e6;
  private static final int ROUNDS = 6;

  /** What a neighbourhood of one surface is worth, in natural logarithms. */
  private static final double TOGETHER = 3;

  private static final double TOGETHER_MM = 1.2;

  private static final int GRID = 4;

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

  /** Skin's colours are known from the face: others are less likely on it than elsewhere. */
  private static final float SKIN_FLOOR = 0.01f;

  private final ColourPlanes planes;
  private final int level;
  private final double px;
  private final float[][] prior = new float[SurfacePrior.COUNT][];
  private final List<SurfacePrior> faces;
  private final float[] features;
  private final boolean[] onFace;

  /** On forehead, nose and upper cheeks: skin, unless something hides nearly all of a face. */
  private final boolean[] core;

  private Surfaces(RgbBlock block, int level, FaceMap map) {
    this.level = level;
    px = map.pxPerMm() / (1 << level);
    planes = ColourPlanes.of(block, 0.15 * px, 0.35 * px);
    for (int k = 0; k < prior.length; k++) {
      prior[k] = new float[planes.size()];
    }
    features = new float[planes.size()];
    for (FoundFace f : map.faces()) {
      addFeatures(f);
    }
    onFace = new boolean[planes.size()];
    core = new boolean[planes.size()];
    faces = map.faces().stream().map(f -> new SurfacePrior(f, map.pxPerMm())).toList();
    fill();
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
    int level = 0;
    while (map.pxPerMm() / (2 << level) >= PX_PER_MM
        || picture.bounds(level).area() > MOST_PIXELS) {
      level++;
    }
    return level;
  }

  /** Eyes, lips and what is between them are no surface to learn from. */
  private void addFeatures(FoundFace f) {
    for (var line :
        List.of(FaceContours.RIGHT_EYE, FaceContours.LEFT_EYE, FaceContours.OUTER_LIPS)) {
      float[] in = Outline.through(f.points(line)).coverage(level, planes.rect()).data();
      for (int i = 0; i < in.length; i++) {
        features[i] = Math.max(features[i], in[i]);
      }
    }
  }

  /** Evaluated every few pixels and interpolated: it is smooth. */
  private void fill() {
    Rect r = planes.rect();
    int w = (r.w() - 1) / GRID + 2;
    int h = (r.h() - 1) / GRID + 2;
    double[][] grid = new double[w * h][];
    Rows.each(
        w * h,
        i -> {
          double x = r.x() + i % w * GRID + 0.5;
          double y = r.y() + i / w * GRID + 0.5;
          grid[i] = priorAt(faces, Math.scalb(x, level), Math.scalb(y, level));
        });
    Rows.each(
        r.h(),
        y -> {
          double fy = (y % GRID) / (double) GRID;
          int row = y / GRID * w;
          for (int x = 0; x < r.w(); x++) {
            double fx = (x % GRID) / (double) GRID;
            int at = row + x / GRID;
            for (int k = 0; k < prior.length; k++) {
              double top = grid[at][k] + fx * (grid[at + 1][k] - grid[at][k]);
              double low = grid[at + w][k] + fx * (grid[at + w + 1][k] - grid[at + w][k]);
              prior[k][y * r.w() + x] = (float) (top + fy * (low - top));
            }
            onFace[y * r.w() + x] = grid[at][SurfacePrior.COUNT] > 0;
            core[y * r.w() + x] = grid[at][SurfacePrior.COUNT + 1] > 0;
          }
        });
  }

  /** The four, whether it is a face, beard or not, and whether it is the core of one. */
  private static double[] priorAt(List<SurfacePrior> faces, double x, double y) {
    SurfacePrior nearest =
        faces.stream().min(Comparator.comparingDouble(p -> p.fromMiddle(x, y))).orElseThrow();
    double person = nearest.person(x, y);
    double[] out = new double[SurfacePrior.COUNT + 2];
    nearest.shares(x, y, out);
    out[SurfacePrior.COUNT] = nearest.isOnFace(x, y) ? 1 : 0;
    out[SurfacePrior.COUNT + 1] = nearest.isCore(x, y) ? 1 : 0;
    for (int k = 0; k < SurfacePrior.BACKDROP; k++) {
      out[k] *= person;
    }
    out[SurfacePrior.BACKDROP] = 1 - person;
    return out;
  }

  private float[][] parted() {
    float[][] post = new float[SurfacePrior.COUNT][];
    for (int k = 0; k < post.length; k++) {
      post[k] = prior[k].clone();
      for (int i = 0; i < post[k].length; i++) {
        post[k][i] = post[k][i] > SURE ? post[k][i] : 0;
      }
    }
    beLikeTheCore(post[SurfacePrior.SKIN]);
    float[] doubt = doubt(post[SurfacePrior.SKIN]);
    for (int round = 0; round < ROUNDS; round++) {
      post = weighed(post, doubt, round > 0);
    }
    leaveStrays(post);
    leaveWorn(post);
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
      sure[i] = core[i] ? 1 - features[i] : 0;
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
    ColourHistogram colours = ColourHistogram.wide(planes.light(), planes.c1(), planes.c2(), sure);
    double sum = 0;
    for (int i = 0; i < sure.length; i++) {
      if (sure[i] > 0) {
        sum += colours.density(planes.light()[i], planes.c1()[i], planes.c2()[i], 0);
      }
    }
    double few = FEW_IN_CORE * sum / n;
    float bright = (float) mean + SHEEN;
    for (int i = 0; i < skin.length; i++) {
      double d = colours.density(planes.light()[i], planes.c1()[i], planes.c2()[i], 0);
      skin[i] *= planes.light()[i] > bright ? 1 : (float) (d / (d + few));
    }
  }

  /**
   * What each pixel counts when clothing is learnt: what has the colours of the face little, since
   * it may be a hand. Where all of a dress has them nothing changes, densities being shares.
   */
  private float[] doubt(float[] sureSkin) {
    ColourHistogram skin = learnt(SurfacePrior.SKIN, sureSkin, null);
    float[] out = new float[planes.size()];
    double sum = 0;
    double n = 0;
    for (int i = 0; i < out.length; i++) {
      out[i] = skin.density(planes.light()[i], planes.c1()[i], planes.c2()[i]);
      sum += onFace[i] ? out[i] : 0;
      n += onFace[i] ? 1 : 0;
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
    float[] open = Gaussian.blur(new Plane(planes.rect(), features.clone()), WORN_MM * px).data();
    float[] near =
        Gaussian.blurMasked(new Plane(planes.rect(), planes.light()), skin, WORN_MM * px, 0).data();
    for (int i = 0; i < near.length; i++) {
      if (onFace[i] && open[i] < 0.02f) {
        double darker = near[i] - planes.light()[i];
        float worn = (float) SurfacePrior.step((darker - WORN_STOPS) / 0.6);
        float moved = worn == 0 || isDark(i) ? 0 : worn * post[SurfacePrior.SKIN][i];
        post[SurfacePrior.SKIN][i] -= moved;
        post[SurfacePrior.CLOTHING][i] += moved;
      }
    }
  }

  private boolean isDark(int i) {
    double x = Math.scalb(planes.rect().x() + i % planes.rect().w() + 0.5, level);
    double y = Math.scalb(planes.rect().y() + i / planes.rect().w() + 0.5, level);
    return faces.stream().anyMatch(f -> f.isDark(x, y));
  }

  /** Hair and clothing that do not hang together with a face belong to the backdrop. */
  private void leaveStrays(float[][] post) {
    int n = planes.size();
    int w = planes.rect().w();
    boolean[] held = new boolean[n];
    boolean[] person = new boolean[n];
    int[] queue = new int[n];
    int tail = 0;
    for (int i = 0; i < n; i++) {
      person[i] = post[SurfacePrior.BACKDROP][i] < 0.5f;
      if (onFace[i]) {
        held[i] = true;
        queue[tail++] = i;
      }
    }
    Flood.fill(w, person, held, queue, tail);
    for (int i = 0; i < n; i++) {
      if (!held[i]) {
        post[SurfacePrior.BACKDROP][i] +=
            post[SurfacePrior.HAIR][i] + post[SurfacePrior.CLOTHING][i];
        post[SurfacePrior.HAIR][i] = 0;
        post[SurfacePrior.CLOTHING][i] = 0;
      }
    }
  }

  private float[][] weighed(float[][] from, float[] doubt, boolean together) {
    int n = planes.size();
    ColourHistogram[] colours = new ColourHistogram[from.length];
    float[][] around = new float[from.length][];
    Rows.each(
        from.length,
        k -> {
          colours[k] = learnt(k, from[k], k == SurfacePrior.CLOTHING ? doubt : null);
          Plane p = new Plane(planes.rect(), from[k]);
          around[k] = together ? Gaussian.blur(p, TOGETHER_MM * px).data() : null;
        });
    float[][] out = new float[from.length][n];
    int w = planes.rect().w();
    Rows.each(
        n / w,
        y -> {
          for (int i = y * w; i < (y + 1) * w; i++) {
            weigh(i, colours, around, out);
          }
        });
    return out;
  }

  private ColourHistogram learnt(int surface, float[] from, float[] doubt) {
    float[] w = from.clone();
    for (int i = 0; i < w.length; i++) {
      w[i] *= (1 - features[i]) * (doubt == null ? 1 : doubt[i]);
    }
    return surface == SurfacePrior.SKIN
        ? ColourHistogram.withShade(planes.light(), planes.c1(), planes.c2(), w)
        : ColourHistogram.of(planes.light(), planes.c1(), planes.c2(), w);
  }

  private void weigh(int i, ColourHistogram[] colours, float[][] around, float[][] out) {
    boolean seen = features[i] < 0.5f;
    double sum = 0;
    for (int k = 0; k < out.length; k++) {
      double p = prior[k][i];
      if (seen) {
        float floor = k == SurfacePrior.SKIN ? SKIN_FLOOR : 1;
        p *= colours[k].density(planes.light()[i], planes.c1()[i], planes.c2()[i], floor);
      }
      if (around[k] != null) {
        p *= Math.exp(TOGETHER * around[k][i]);
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
    float[][] soft = new float[post.length][];
    Rows.each(
        post.length,
        k -> {
          Plane p = new Plane(b.rect(), post[k]);
          soft[k] = GuidedFilter.filter(p, guide, Math.max(1, SOFT_MM * px), EPS).data();
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
