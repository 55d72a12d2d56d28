package carezza.area;

import carezza.image.Hash;
import carezza.image.Rect;
import carezza.setting.Extra;
import java.util.Arrays;

/**
 * One stroke of the brush as a vector. Samples are held as integers so that saving and loading
 * gives the same stroke: x and y in eighths of a source pixel, pressure in 1/255, tilt in degrees,
 * time in ms from the first sample.
 */
public final class Stroke {
  /** Parts of a pixel in which positions are held. */
  public static final int GRID = 8;

  /** Values held for each sample: x, y, pressure, tilt, time. */
  public static final int FIELDS = 5;

  /**
   * How a stroke lays on.
   *
   * @param puts puts on, or takes off
   * @param sizeMm diameter on skin, above 0 to 200
   * @param touches how many strokes over one place make it full, 1 to 100
   * @param edge 0 hard to 1 soft from the centre out
   */
  public record Brush(boolean puts, double sizeMm, int touches, double edge) {
    public Brush {
      if (!(sizeMm > 0 && sizeMm <= 200)) {
        throw new IllegalArgumentException("sizeMm = " + sizeMm + ", must be in (0, 200]");
      }
      if (touches < 1 || touches > 100) {
        throw new IllegalArgumentException("touches = " + touches + ", must be in [1, 100]");
      }
      if (!(edge >= 0 && edge <= 1)) {
        throw new IllegalArgumentException("edge = " + edge + ", must be in [0, 1]");
      }
    }
  }

  /** Most by which the spline swings beyond its samples, as a share of their diagonal. */
  private static final double BULGE = 0.15;

  private final Brush brush;
  private final Samples samples;
  private final int count;
  private final Extra extra;
  private final Hash running;
  private final double left;
  private final double top;
  private final double right;
  private final double bottom;
  private final boolean isTilted;

  /** The stroke as it was with a sample less, while it grows. */
  private final StrokePath pathBefore;

  /** What has been laid on of a growing stroke; null for one that has come to its end. */
  private final StrokeLayers layers;

  private volatile StrokePath path;
  private volatile Bounds bounds;

  private record Bounds(double pxPerMm, Rect rect) {}

  /** Samples at the end of which more are put; what is there stays. */
  private static final class Samples {
    private volatile int[] values;
    private int used;

    Samples(int[] values) {
      this.values = values;
      used = values.length;
    }

    /** With more at the end of the first {@code n}; these themselves where that is their end. */
    Samples with(int n, int[] more) {
      synchronized (this) {
        if (used == n) {
          if (n + more.length > values.length) {
            values = Arrays.copyOf(values, 2 * values.length + more.length);
          }
          System.arraycopy(more, 0, values, n, more.length);
          used = n + more.length;
          return this;
        }
      }
      int[] own = Arrays.copyOf(values, n + more.length);
      System.arraycopy(more, 0, own, n, more.length);
      return new Samples(own);
    }
  }

  /**
   * @param samples {@link #FIELDS} integers a sample, one sample or more
   */
  public Stroke(Brush brush, int[] samples) {
    this(brush, samples, Extra.NONE);
  }

  /**
   * @param extra what a newer version knows of it
   */
  public Stroke(Brush brush, int[] samples, Extra extra) {
    this(brush, extra, new Samples(samples.clone()), samples.length / FIELDS, null, null);
    if (samples.length == 0 || samples.length % FIELDS != 0) {
      throw new IllegalArgumentException(
          "samples holds " + samples.length + " values, must be " + FIELDS + " a sample");
    }
  }

  /**
   * @param before the stroke with fewer of these samples, or null
   */
  private Stroke(
      Brush brush, Extra extra, Samples samples, int count, Stroke before, StrokeLayers layers) {
    this.brush = brush;
    this.extra = extra;
    this.samples = samples;
    this.count = count;
    this.layers = layers;
    pathBefore = before == null ? null : before.path == null ? before.pathBefore : before.path;
    Hash h =
        before == null
            ? new Hash().add(brush.puts).add(brush.sizeMm).add(brush.touches).add(brush.edge)
            : before.running.copy();
    double x0 = before == null ? Double.MAX_VALUE : before.left;
    double y0 = before == null ? Double.MAX_VALUE : before.top;
    double x1 = before == null ? -Double.MAX_VALUE : before.right;
    double y1 = before == null ? -Double.MAX_VALUE : before.bottom;
    boolean tilts = before != null && before.isTilted;
    for (int i = before == null ? 0 : before.count; i < count; i++) {
      for (int k = 0; k < FIELDS; k++) {
        h.fold(samples.values[FIELDS * i + k]);
      }
      x0 = Math.min(x0, x(i));
      x1 = Math.max(x1, x(i));
      y0 = Math.min(y0, y(i));
      y1 = Math.max(y1, y(i));
      tilts |= tilt(i) > 0;
    }
    running = h;
    left = x0;
    top = y0;
    right = x1;
    bottom = y1;
    isTilted = tilts;
  }

  /** A stroke that is being drawn: what is added to it costs what is new of it. */
  public static Stroke growing(Brush brush, int[] first) {
    Stroke s = new Stroke(brush, first);
    return new Stroke(brush, Extra.NONE, s.samples, s.count, null, new StrokeLayers());
  }

  /** The stroke gone on by more samples. */
  public Stroke with(int[] more) {
    if (more.length % FIELDS != 0) {
      throw new IllegalArgumentException(
          "more holds " + more.length + " values, must be " + FIELDS + " a sample");
    }
    Samples all = samples.with(FIELDS * count, more);
    StrokeLayers own = layers == null || all == samples ? layers : new StrokeLayers();
    return new Stroke(brush, extra, all, count + more.length / FIELDS, this, own);
  }

  /** The stroke when it has come to its end: what was laid on on the way is let go. */
  public Stroke ended() {
    return layers == null ? this : new Stroke(brush, samples(), extra);
  }

  public Brush brush() {
    return brush;
  }

  public Extra extra() {
    return extra;
  }

  public int count() {
    return count;
  }

  public double x(int i) {
    return samples.values[FIELDS * i] / (double) GRID;
  }

  public double y(int i) {
    return samples.values[FIELDS * i + 1] / (double) GRID;
  }

  public double pressure(int i) {
    return samples.values[FIELDS * i + 2] / 255.0;
  }

  /** Degrees from upright. */
  public double tilt(int i) {
    return samples.values[FIELDS * i + 3];
  }

  public int[] samples() {
    return Arrays.copyOf(samples.values, FIELDS * count);
  }

  /** Source pixels that the stroke may touch; found once a scale. */
  public Rect bounds(double pxPerMm) {
    Bounds b = bounds;
    if (b == null || b.pxPerMm != pxPerMm) {
      double bulge = BULGE * Math.hypot(right - left, bottom - top);
      double wide = isTilted ? StrokePath.mostSpread() : 1;
      double r = wide * brush.sizeMm() * pxPerMm / 2 + 2 + bulge;
      b = new Bounds(pxPerMm, Rect.around(left - r, top - r, right + r, bottom + r));
      bounds = b;
    }
    return b.rect;
  }

  /** The dabs it is laid on with; found once a scale, from those of the stroke as it was. */
  StrokePath path(double pxPerMm) {
    StrokePath p = path;
    if (p == null || p.pxPerMm != pxPerMm) {
      synchronized (running) {
        p = path;
        if (p == null || p.pxPerMm != pxPerMm) {
          p = new StrokePath(this, pxPerMm, pathBefore);
          path = p;
        }
      }
    }
    return p;
  }

  /** What has been laid on while it grows; null once it has come to its end. */
  StrokeLayers layers() {
    return layers;
  }

  /**
   * Adds what can matter inside {@code rect} (source pixels), which the stroke touches: the dabs
   * near by, so that a stroke going on elsewhere leaves the rectangle as it is.
   */
  void addTo(Hash h, Rect rect, double pxPerMm) {
    path(pxPerMm).addTo(h.add(brush.puts).add(brush.touches).add(brush.edge), rect);
  }

  @Override
  public boolean equals(Object o) {
    return o == this
        || o instanceof Stroke s
            && count == s.count
            && running.get() == s.running.get()
            && brush.equals(s.brush)
            && Arrays.equals(samples.values, 0, FIELDS * count, s.samples.values, 0, FIELDS * count)
            && extra.equals(s.extra);
  }

  @Override
  public int hashCode() {
    return Long.hashCode(running.get());
  }
}
