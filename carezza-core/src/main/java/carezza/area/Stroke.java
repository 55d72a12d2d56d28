package carezza.area;

import carezza.image.Hash;
import carezza.image.Rect;
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

  private final Brush brush;
  private final int[] samples;

  /**
   * @param samples {@link #FIELDS} integers a sample, one sample or more
   */
  public Stroke(Brush brush, int[] samples) {
    if (samples.length == 0 || samples.length % FIELDS != 0) {
      throw new IllegalArgumentException(
          "samples holds " + samples.length + " values, must be " + FIELDS + " a sample");
    }
    this.brush = brush;
    this.samples = samples.clone();
  }

  public Brush brush() {
    return brush;
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

  /** Source pixels that the stroke may touch. */
  public Rect bounds(double pxPerMm) {
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
    double bulge = 0.15 * Math.hypot(x1 - x0, y1 - y0);
    double r = brush.sizeMm() * pxPerMm / 2 + 2 + bulge;
    return Rect.around(x0 - r, y0 - r, x1 + r, y1 + r);
  }

  public void addTo(Hash h) {
    h.add(brush.puts).add(brush.sizeMm).add(brush.touches).add(brush.edge).add(samples);
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Stroke s && brush.equals(s.brush) && Arrays.equals(samples, s.samples);
  }

  @Override
  public int hashCode() {
    return 31 * brush.hashCode() + Arrays.hashCode(samples);
  }
}
