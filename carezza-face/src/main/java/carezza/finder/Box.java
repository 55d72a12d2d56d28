package carezza.finder;

/**
 * A square that may be turned, in pixels of a {@link Copy}.
 *
 * @param cx centre
 * @param cy centre
 * @param size side
 * @param angle of its own horizontal, radians, clockwise on the screen
 */
record Box(double cx, double cy, double size, double angle) {
  /** A point of the square, u and v from 0 to 1, in pixels of the copy. */
  double[] at(double u, double v) {
    double du = (u - 0.5) * size;
    double dv = (v - 0.5) * size;
    return new double[] {
      cx + du * Math.cos(angle) - dv * Math.sin(angle),
      cy + du * Math.sin(angle) + dv * Math.cos(angle)
    };
  }
}
