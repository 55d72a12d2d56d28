package carezza.area;

import carezza.image.Hash;
import carezza.image.Rect;
import java.util.Arrays;

/**
 * Dabs of a stroke in their order, with what is needed to fingerprint those near a place without
 * looking at each: sums of their fingerprints, and the bounds of every {@link #CHUNK} of them. Dabs
 * are added at the end; what is shared with an earlier state is not written again, and arrays that
 * grew are published whole to threads that read an earlier state.
 */
final class Dabs {
  static final int X = 0;
  static final int Y = 1;
  static final int PRESSURE = 2;
  static final int SPREAD = 3;

  private static final int FIELDS = 4;
  private static final int CHUNK = 64;
  private static final int BOUNDS = 4;

  private volatile double[] values = new double[FIELDS * CHUNK];

  /** Sum of the fingerprints of all dabs before each. */
  private volatile long[] sums = new long[CHUNK + 1];

  /** Least and greatest x and y of each chunk. */
  private volatile double[] bounds = new double[BOUNDS];

  int count;

  private boolean claimed;

  /**
   * The first {@code n} of these, to be added to until {@link #release}: themselves where nobody
   * else adds to them or has, else a copy.
   */
  Dabs claim(int n) {
    synchronized (this) {
      if (n == count && !claimed) {
        claimed = true;
        return this;
      }
    }
    Dabs out = new Dabs();
    out.claimed = true;
    for (int i = 0; i < n; i++) {
      out.add(get(i, X), get(i, Y), get(i, PRESSURE), get(i, SPREAD));
    }
    return out;
  }

  synchronized void release() {
    claimed = false;
  }

  double get(int dab, int field) {
    return values[FIELDS * dab + field];
  }

  /** Adds a dab; dabs that are there stay where others may be reading them. */
  void add(double x, double y, double pressure, double spread) {
    int n = count;
    if (FIELDS * (n + 1) > values.length) {
      values = Arrays.copyOf(values, 2 * values.length);
      sums = Arrays.copyOf(sums, 2 * sums.length);
    }
    values[FIELDS * n + X] = x;
    values[FIELDS * n + Y] = y;
    values[FIELDS * n + PRESSURE] = pressure;
    values[FIELDS * n + SPREAD] = spread;
    sums[n + 1] = sums[n] + new Hash().add(x).add(y).add(pressure).add(spread).get();
    int at = BOUNDS * (n / CHUNK);
    if (n % CHUNK == 0) {
      if (at + BOUNDS > bounds.length) {
        bounds = Arrays.copyOf(bounds, 2 * bounds.length);
      }
      bounds[at] = x;
      bounds[at + 1] = y;
      bounds[at + 2] = x;
      bounds[at + 3] = y;
    }
    bounds[at] = Math.min(bounds[at], x);
    bounds[at + 1] = Math.min(bounds[at + 1], y);
    bounds[at + 2] = Math.max(bounds[at + 2], x);
    bounds[at + 3] = Math.max(bounds[at + 3], y);
    count = n + 1;
  }

  /**
   * Sum of the fingerprints of those of the first {@code n} that can reach into a rectangle.
   *
   * @param plain reach of a dab that is as wide as its brush
   */
  long near(int n, Rect rect, double plain) {
    double most = plain * StrokePath.mostSpread();
    long sum = 0;
    for (int from = 0; from < n; from += CHUNK) {
      int to = Math.min(n, from + CHUNK);
      int at = BOUNDS * (from / CHUNK);
      if (isOutside(at, rect, most)) {
        continue;
      }
      if (isInside(at, rect, plain)) {
        sum += sums[to] - sums[from];
        continue;
      }
      for (int i = from; i < to; i++) {
        if (reaches(i, rect, plain * get(i, SPREAD))) {
          sum += sums[i + 1] - sums[i];
        }
      }
    }
    return sum;
  }

  private boolean isOutside(int at, Rect r, double reach) {
    return bounds[at + 2] <= r.x() - reach
        || bounds[at] >= r.right() + reach
        || bounds[at + 3] <= r.y() - reach
        || bounds[at + 1] >= r.bottom() + reach;
  }

  private boolean isInside(int at, Rect r, double reach) {
    return bounds[at] > r.x() - reach
        && bounds[at + 2] < r.right() + reach
        && bounds[at + 1] > r.y() - reach
        && bounds[at + 3] < r.bottom() + reach;
  }

  private boolean reaches(int i, Rect r, double reach) {
    double x = get(i, X);
    double y = get(i, Y);
    return x > r.x() - reach
        && x < r.right() + reach
        && y > r.y() - reach
        && y < r.bottom() + reach;
  }
}
