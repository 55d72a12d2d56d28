package carezza.pass;

/**
 * One healed mark: a disc, or a disc drawn along a short line, filled from a source of the same
 * shape moved by (dx, dy). All in source pixels but the size.
 *
 * @param x0 start of the line
 * @param y0 start of the line
 * @param x1 end of the line; equal to the start for a click
 * @param y1 end of the line
 * @param sizeMm diameter of the patch
 * @param dx where the source lies, relative to the mark
 * @param dy where the source lies, relative to the mark
 */
public record Heal(
    double x0, double y0, double x1, double y1, double sizeMm, double dx, double dy) {
  public Heal {
    if (!(sizeMm > 0 && sizeMm <= 60)) {
      throw new IllegalArgumentException("sizeMm = " + sizeMm + ", must be in (0, 60]");
    }
    if (!Double.isFinite(x0 + y0 + x1 + y1 + dx + dy)) {
      throw new IllegalArgumentException("heal coordinates must be finite");
    }
  }

  public Heal from(double newDx, double newDy) {
    return new Heal(x0, y0, x1, y1, sizeMm, newDx, newDy);
  }

  /** Distance of a point from the mark's line, in source pixels. */
  public double distance(double x, double y) {
    double vx = x1 - x0;
    double vy = y1 - y0;
    double len = vx * vx + vy * vy;
    double t = len == 0 ? 0 : Math.max(0, Math.min(1, ((x - x0) * vx + (y - y0) * vy) / len));
    double dx = x - x0 - t * vx;
    double dy = y - y0 - t * vy;
    return Math.sqrt(dx * dx + dy * dy);
  }
}
