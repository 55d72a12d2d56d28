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

  /** Longest side of a stroke that is fingerprinted whole, in source pixels. */
  private static final int SMALL_PX = 600;

  private final Brush brush;
  private final int[] samples;
  private final Extra extra;
  private final long hash;
  private final double left;
  private final double top;
  private final double right;
  private final double bottom;
  private volatile StrokePath path;
  private volatile Bounds bounds;

  private record Bounds(double pxPerMm, Rect rect) {}

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
    if (samples.length == 0 || samples.length % FIELDS != 0) {
      throw new IllegalArgumentException(
          "samples holds " + samples.length + " values, must be " + FIELDS + " a sample");
    }
    this.brush = brush;
    this.samples = samples.clone();
    this.extra = extra;
    hash =
        new Hash()
            .add(brush.puts)
            .add(brush.sizeMm)
            .add(brush.touches)
            .add(brush.edge)
            .add(samples)
            .get();
    double x0 = x(0);
    double y0 = y(0);
    double x1 = x0;
    double y1 = y0;
    for (int i = 1; i < count(); i++) {
      x0 = Math.min(x0, x(i));
      x1 = Math.max(x1, x(i));
      y0 = Math.min(y0, y(i));
      y1 = Math.max(y1, y(i));
    }
    left = x0;
    top = y0;
    right = x1;
    bottom = y1;
  }

  public Brush brush() {
    return brush;
  }

  public Extra extra() {
    return extra;
  }

  public int count() {
    return samples.length / FIELDS;
  }

  public double x(int i) {
    return samples[FIELDS * i] / (double) GRID;
  }

  public double y(int i) {
    return samples[FIELDS * i + 1] / (double) GRID;
  }

  public double pressure(int i) {
    return samples[FIELDS * i + 2] / 255.0;
  }

  public int[] samples() {
    return samples.clone();
  }

  /** Source pixels that the stroke may touch; found once a scale. */
  public Rect bounds(double pxPerMm) {
    Bounds b = bounds;
    if (b == null || b.pxPerMm != pxPerMm) {
      double bulge = 0.15 * Math.hypot(right - left, bottom - top);
      double r = brush.sizeMm() * pxPerMm / 2 + 2 + bulge;
      b = new Bounds(pxPerMm, Rect.around(left - r, top - r, right + r, bottom + r));
      bounds = b;
    }
    return b.rect;
  }

  /** The dabs it is laid on with; found once a scale. */
  StrokePath path(double pxPerMm) {
    StrokePath p = path;
    if (p == null || p.pxPerMm != pxPerMm) {
      p = new StrokePath(this, pxPerMm);
      path = p;
    }
    return p;
  }

  /**
   * Adds what can matter inside {@code rect} (source pixels), which the stroke touches: all of a
   * small stroke, the dabs near by of one that is long, so that a stroke going on elsewhere leaves
   * the rectangle as it is.
   */
  void addTo(Hash h, Rect rect, double pxPerMm) {
    Rect own = bounds(pxPerMm);
    if (Math.max(own.w(), own.h()) <= SMALL_PX || rect.contains(own)) {
      h.add(hash);
    } else {
      path(pxPerMm).addTo(h.add(brush.puts).add(brush.touches).add(brush.edge), rect);
    }
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Stroke s
        && brush.equals(s.brush)
        && Arrays.equals(samples, s.samples)
        && extra.equals(s.extra);
  }

  @Override
  public int hashCode() {
    return 31 * brush.hashCode() + Arrays.hashCode(samples);
  }
}
