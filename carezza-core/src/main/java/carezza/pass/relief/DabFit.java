package carezza.pass.relief;

import carezza.area.AreaMask;
import carezza.area.Stroke;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.List;

/**
 * A field put together from soft dabs of several sizes, the one that takes away most of what is
 * left first: matching pursuit (Mallat and Zhang 1993, "Matching pursuits with time-frequency
 * dictionaries") with the brush's own dab as every atom. Dabs only add, and none adds more than is
 * left at its centre. Cost: about the number of dabs times the square of the largest one's pixels.
 */
final class DabFit {
  /** Sizes grow by this. */
  private static final double RATIO = 1.35;

  /** Centres of a size are tried at steps of so much of its radius. */
  private static final double STEP = 0.34;

  /**
   * One dab.
   *
   * @param x centre, pixels of the field's level from the picture's origin
   * @param y centre
   * @param sizeMm diameter
   * @param amount at its centre, in the field's unit
   */
  record Dab(double x, double y, double sizeMm, double amount) {}

  /** All dabs of one size: their shape, and how well each centre fits what is left. */
  private final class Size {
    final double mm;
    final int radius;
    final float[] shape;
    final double energy;
    final int step;
    final int columns;
    final int rows;
    final float[] fit;

    Size(double mm) {
      this.mm = mm;
      radius = (int) Math.ceil(mm * px / 2);
      int side = 2 * radius + 1;
      shape = new float[side * side];
      Stroke.Brush brush = new Stroke.Brush(true, mm, 1, 1);
      int middle = (int) ((radius + 0.5) * Stroke.GRID);
      Stroke one = new Stroke(brush, new int[] {middle, middle, 255, 0, 0});
      AreaMask.paint(List.of(one), px, 0, new Rect(0, 0, side, side), shape);
      double sum = 0;
      for (float v : shape) {
        sum += v * v;
      }
      energy = sum;
      step = Math.max(1, (int) (STEP * mm * px / 2));
      columns = (left.w() + step - 1) / step;
      rows = (left.h() + step - 1) / step;
      fit = new float[columns * rows];
    }

    /** Fits again what a change within a rectangle of the field, from its own corner, can reach. */
    void refit(int x0, int y0, int x1, int y1) {
      int c0 = Math.max(0, (x0 - radius) / step);
      int c1 = Math.min(columns - 1, (x1 + radius) / step);
      int r0 = Math.max(0, (y0 - radius) / step);
      int r1 = Math.min(rows - 1, (y1 + radius) / step);
      for (int r = r0; r <= r1; r++) {
        for (int c = c0; c <= c1; c++) {
          fit[r * columns + c] = product(c * step, r * step);
        }
      }
    }

    private float product(int cx, int cy) {
      int side = 2 * radius + 1;
      float sum = 0;
      int v0 = Math.max(-radius, -cy);
      int v1 = Math.min(radius, left.h() - 1 - cy);
      int u0 = Math.max(-radius, -cx);
      int u1 = Math.min(radius, left.w() - 1 - cx);
      float[] v = left.data();
      for (int y = v0; y <= v1; y++) {
        int at = (cy + y) * left.w() + cx;
        int s = (y + radius) * side + radius;
        for (int x = u0; x <= u1; x++) {
          sum += v[at + x] * shape[s + x];
        }
      }
      return sum;
    }

    /** What fits best at a centre, and no more than is left there. */
    double amount(int i) {
      float there = left.data()[i / columns * step * left.w() + i % columns * step];
      return Math.min(there, fit[i] / energy);
    }

    void take(int cx, int cy, double amount) {
      int side = 2 * radius + 1;
      for (int y = Math.max(-radius, -cy); y <= Math.min(radius, left.h() - 1 - cy); y++) {
        for (int x = Math.max(-radius, -cx); x <= Math.min(radius, left.w() - 1 - cx); x++) {
          left.data()[(cy + y) * left.w() + cx + x] -=
              (float) (amount * shape[(y + radius) * side + x + radius]);
        }
      }
    }
  }

  private final Plane left;
  private final double px;

  private DabFit(Plane field, double px) {
    left = new Plane(field.rect(), field.data().clone());
    this.px = px;
  }

  /**
   * @param field what the dabs are to add up to; below 0 where none may lie
   * @param px pixels of the field in a mm
   * @param fromMm smallest diameter
   * @param toMm largest diameter
   * @param least amount of the faintest dab
   * @param unit amounts are multiples of it
   * @param most dabs at most
   */
  static List<Dab> of(
      Plane field, double px, double fromMm, double toMm, double least, double unit, int most) {
    DabFit f = new DabFit(field, px);
    List<Size> sizes = new ArrayList<>();
    for (double mm = fromMm; mm <= toMm * 1.001; mm *= RATIO) {
      Size s = f.new Size(mm);
      s.refit(0, 0, field.w(), field.h());
      sizes.add(s);
    }
    List<Dab> out = new ArrayList<>();
    while (out.size() < most && f.next(sizes, least, unit, out)) {}
    return out;
  }

  /** Takes the dab that takes away most; false where none is strong enough. */
  private boolean next(List<Size> sizes, double least, double unit, List<Dab> out) {
    Size best = null;
    int at = -1;
    double most = 0;
    for (Size s : sizes) {
      for (int i = 0; i < s.fit.length; i++) {
        double a = s.amount(i);
        double gain = a * (2 * s.fit[i] - a * s.energy);
        if (a >= least && gain > most) {
          most = gain;
          best = s;
          at = i;
        }
      }
    }
    if (best == null) {
      return false;
    }
    double amount = Math.max(1, Math.round(best.amount(at) / unit)) * unit;
    int cx = at % best.columns * best.step;
    int cy = at / best.columns * best.step;
    best.take(cx, cy, amount);
    int r = best.radius;
    sizes.forEach(s -> s.refit(cx - r, cy - r, cx + r, cy + r));
    double x = left.rect().x() + cx + 0.5;
    double y = left.rect().y() + cy + 0.5;
    out.add(new Dab(x, y, best.mm, amount));
    return true;
  }
}
