package carezza.io.format;

/**
 * The eight orientations of the Exif standard (CIPA DC-008, tag 274): where a stored pixel goes in
 * the upright picture.
 *
 * @param code 1 to 8
 */
public record Orientation(int code) {
  public static final Orientation UPRIGHT = new Orientation(1);

  public Orientation {
    if (code < 1 || code > 8) {
      throw new IllegalArgumentException("orientation = " + code + ", must be in [1, 8]");
    }
  }

  public boolean swapsSides() {
    return code >= 5;
  }

  public int x(int sx, int sy, int w, int h) {
    return switch (code) {
      case 2, 3 -> w - 1 - sx;
      case 5, 8 -> sy;
      case 6, 7 -> h - 1 - sy;
      default -> sx;
    };
  }

  public int y(int sx, int sy, int w, int h) {
    return switch (code) {
      case 3, 4 -> h - 1 - sy;
      case 5, 6 -> sx;
      case 7, 8 -> w - 1 - sx;
      default -> sy;
    };
  }
}
