package carezza.face;

import carezza.image.Hash;
import java.util.Arrays;

/**
 * How likely each place of a picture shows a person, coarsely: a grid of at most a few hundred
 * cells a side.
 *
 * @param cellPx source pixels a cell
 * @param w cells across
 * @param h cells down
 * @param chance row by row, 0 for never, -1 (255 unsigned) for certain
 */
public record PersonMask(double cellPx, int w, int h, byte[] chance) {
  /** Most cells along the longer side. */
  public static final int LARGEST = 320;

  public PersonMask {
    if (w < 1 || h < 1 || chance.length != w * h || !(cellPx > 0)) {
      throw new IllegalArgumentException(
          "person mask = " + w + " x " + h + " cells of " + cellPx + " px, " + chance.length);
    }
    chance = chance.clone();
  }

  /** The greater chance of both in every cell; the other is of the same picture. */
  public PersonMask or(PersonMask o) {
    if (o.w != w || o.h != h) {
      throw new IllegalArgumentException(
          "person masks of " + w + " x " + h + " and " + o.w + " x " + o.h + " cells");
    }
    byte[] both = chance.clone();
    for (int i = 0; i < both.length; i++) {
      both[i] = (byte) Math.max(both[i] & 255, o.chance[i] & 255);
    }
    return new PersonMask(cellPx, w, h, both);
  }

  @Override
  public byte[] chance() {
    return chance.clone();
  }

  /** Chance at a place in source pixels, linear between the cells' centres. */
  public double at(double x, double y) {
    double u = Math.max(0, Math.min(w - 1, x / cellPx - 0.5));
    double v = Math.max(0, Math.min(h - 1, y / cellPx - 0.5));
    int x0 = Math.min((int) u, Math.max(0, w - 2));
    int y0 = Math.min((int) v, Math.max(0, h - 2));
    double fx = u - x0;
    double fy = v - y0;
    double top = (1 - fx) * cell(x0, y0) + fx * cell(x0 + 1, y0);
    double low = (1 - fx) * cell(x0, y0 + 1) + fx * cell(x0 + 1, y0 + 1);
    return ((1 - fy) * top + fy * low) / 255;
  }

  private int cell(int x, int y) {
    return chance[Math.min(h - 1, y) * w + Math.min(w - 1, x)] & 255;
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof PersonMask m
        && m.cellPx == cellPx
        && m.w == w
        && m.h == h
        && Arrays.equals(m.chance, chance);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(chance);
  }

  public long fingerprint() {
    Hash hash = new Hash().add(cellPx).add(w).add(h);
    for (byte b : chance) {
      hash.add(b);
    }
    return hash.get();
  }
}
