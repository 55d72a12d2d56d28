package carezza.pass.clean;

import carezza.face.Pin;
import carezza.filter.Flood;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.pass.Heal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Where a heal reaches over a border: what of it and of its ring is not the ground that its mark
 * lies on, such as hair, a brow, a lip, cloth or backdrop beside skin. What hangs together without
 * a steep step of light between is one piece, and the ground is the piece that most of the ring and
 * of the heal's outer part belong to. Shade and the soft edge of a shadow are no border. Values are
 * cube roots of light; a gain of it changes nothing.
 */
final class HealGround {
  /** Sigma at which a step is looked for: finer ones are texture. */
  private static final double SOFT_MM = 0.2;

  /** A step is so steep at least: change in a mm over what the ring has itself. */
  private static final double STEEP = 0.11;

  /** And so many times as steep as the calm quarter of the ring. */
  private static final double TIMES = 4;

  private static final double CALM = 0.25;

  /** Where the outer part of a heal begins, over its radius. */
  private static final double OUTER = 0.6;

  /** Share of the ring from which a piece counts as another thing. */
  private static final double LEAST = 0.03;

  /** The same for a line: what it heals, such as a hair, may leave it and reach its ring. */
  private static final double LEAST_OF_LINE = 0.3;

  /** And from which an edge counts whose other side lies beyond the ring. */
  private static final double LEAST_EDGE = 0.05;

  /** Length of the mean direction of an edge's pixels from which it lies on one side. */
  private static final double ONE_SIDED = 0.6;

  /** No mark reaches so far in its heal, over the radius. */
  private static final double OUTERMOST = 0.8;

  /** Share of the ring that must be ground. */
  private static final double ENOUGH = 0.15;

  /** Sigma at which a steep place is told to be of the one side or of the other. */
  private static final double SIDE_MM = 0.4;

  /** Share of the other side, at that sigma, from which a place is near. */
  private static final float NEAR = 0.1f;

  /**
   * Where the ground ends.
   *
   * @param beyond what is not the ground
   * @param near that, and what has something of its colour
   */
  record Border(boolean[] beyond, boolean[] near) {}

  /**
   * What hangs together.
   *
   * @param onRing pixels of the ring
   * @param outer pixels of the ring and of the heal's outer part
   */
  private record Piece(int[] pixels, int onRing, int outer) {}

  private final HealSite site;
  private final int n;
  private final boolean[] calm;
  private final boolean[] edge;
  private final Pin middle;
  private int ring;

  private HealGround(HealSite site, float[][] roots) {
    this.site = site;
    n = site.inside().length;
    float[] steep = steepness(site, roots);
    calm = new boolean[n];
    edge = new boolean[n];
    middle = middle();
    float[] all = HealSite.sum(roots);
    float[] onRing = new float[n];
    double light = 0;
    for (int i = 0; i < n; i++) {
      if (site.onRing()[i] > 0) {
        onRing[ring++] = steep[i];
        light += all[i];
      }
    }
    Arrays.sort(onRing, 0, ring);
    double least = STEEP * light / Math.max(1, ring);
    double limit = Math.max(least, TIMES * onRing[(int) (CALM * ring)]);
    for (int i = 0; i < n; i++) {
      calm[i] = isOfHeal(i) && steep[i] <= limit;
      edge[i] = isOfHeal(i) && !calm[i];
    }
  }

  /** Change in a mm of the sum of the channels, as if all three changed alike. */
  private static float[] steepness(HealSite site, float[][] roots) {
    int w = site.rect().w();
    int h = site.rect().h();
    float[] out = new float[w * h];
    for (float[] channel : roots) {
      Plane p = Gaussian.blur(new Plane(site.rect(), channel), SOFT_MM * site.pxPerMm());
      for (int i = 0; i < out.length; i++) {
        int x = p.rect().x() + i % w;
        int y = p.rect().y() + i / w;
        float dx = p.clamped(x + 1, y) - p.clamped(x - 1, y);
        float dy = p.clamped(x, y + 1) - p.clamped(x, y - 1);
        out[i] += dx * dx + dy * dy;
      }
    }
    for (int i = 0; i < out.length; i++) {
      out[i] = (float) (Math.sqrt(3 * out[i]) / 2 * site.pxPerMm());
    }
    return out;
  }

  private boolean isOfHeal(int i) {
    return site.inside()[i] < 1 || site.onRing()[i] > 0;
  }

  /**
   * @param site of the heal
   * @param roots three channels of the picture over the site
   * @return empty where all is ground, and where too little of the ring is
   */
  static Optional<Border> border(Heal h, HealSite site, float[][] roots) {
    return new HealGround(site, roots).border(h.isRound());
  }

  private Optional<Border> border(boolean isRound) {
    List<Piece> calmOnes = pieces(calm);
    Optional<Piece> most = calmOnes.stream().max(Comparator.comparingInt(Piece::outer));
    if (most.isEmpty() || most.get().onRing() < ENOUGH * ring) {
      return Optional.empty();
    }
    List<Piece> others = new ArrayList<>(calmOnes);
    others.remove(most.get());
    others.removeIf(p -> p.onRing() <= (isRound ? LEAST : LEAST_OF_LINE) * ring);
    List<Piece> edges = isRound ? pieces(edge) : List.of();
    edges = edges.stream().filter(p -> p.onRing() > LEAST_EDGE * ring).toList();
    edges.stream().filter(this::isOneSided).map(this::outermost).forEach(others::add);
    return others.isEmpty() && edges.isEmpty()
        ? Optional.empty()
        : Optional.of(between(drawn(List.of(most.get())), drawn(others), drawn(edges)));
  }

  /** Those that reach the ring. */
  private List<Piece> pieces(boolean[] of) {
    List<Piece> out = new ArrayList<>();
    boolean[] done = new boolean[n];
    int[] queue = new int[n];
    for (int i = 0; i < n; i++) {
      if (of[i] && !done[i]) {
        queue[0] = i;
        done[i] = true;
        int size = Flood.fill(site.rect().w(), of, done, queue, 1);
        int[] pixels = Arrays.copyOf(queue, size);
        int onRing = (int) Arrays.stream(pixels).filter(k -> site.onRing()[k] > 0).count();
        int outer = (int) Arrays.stream(pixels).filter(k -> site.inside()[k] > OUTER).count();
        if (onRing > 0) {
          out.add(new Piece(pixels, onRing, outer));
        }
      }
    }
    return out;
  }

  /** Whether it lies on one side of the heal; the mark's own rim goes round it. */
  private boolean isOneSided(Piece p) {
    double x = 0;
    double y = 0;
    for (int i : p.pixels()) {
      if (site.onRing()[i] > 0) {
        double dx = i % site.rect().w() - middle.x();
        double dy = i / site.rect().w() - middle.y();
        double far = Math.hypot(dx, dy);
        x += dx / far;
        y += dy / far;
      }
    }
    return Math.hypot(x, y) > ONE_SIDED * p.onRing();
  }

  /** Without what may be the mark's own rim that it joins. */
  private Piece outermost(Piece p) {
    int[] pixels = Arrays.stream(p.pixels()).filter(i -> site.inside()[i] > OUTERMOST).toArray();
    return new Piece(pixels, p.onRing(), p.outer());
  }

  /** Of the heal's pixels. */
  private Pin middle() {
    double x = 0;
    double y = 0;
    int m = 0;
    for (int i = 0; i < n; i++) {
      if (isOfHeal(i)) {
        x += i % site.rect().w();
        y += i / site.rect().w();
        m++;
      }
    }
    return new Pin(x / m, y / m);
  }

  private float[] drawn(List<Piece> pieces) {
    float[] out = new float[n];
    for (Piece p : pieces) {
      for (int i : p.pixels()) {
        out[i] = 1;
      }
    }
    return out;
  }

  /** What lies between goes to the nearer side. */
  private Border between(float[] ground, float[] other, float[] edges) {
    double sigma = SIDE_MM * site.pxPerMm();
    float[] here = Gaussian.blur(new Plane(site.rect(), ground), sigma).data();
    float[] there = Gaussian.blur(new Plane(site.rect(), other), sigma).data();
    boolean[] beyond = new boolean[n];
    boolean[] near = new boolean[n];
    for (int i = 0; i < n; i++) {
      beyond[i] = isOfHeal(i) && ground[i] == 0 && (other[i] > 0 || there[i] > here[i]);
      near[i] = isOfHeal(i) && (beyond[i] || edges[i] > 0 || there[i] > NEAR);
    }
    return new Border(beyond, near);
  }
}
