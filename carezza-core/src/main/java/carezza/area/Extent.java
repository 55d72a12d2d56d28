package carezza.area;

import carezza.face.Pin;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.List;

/** What a {@link Term} joins with an area. Lengths and places in source pixels. */
public sealed interface Extent {

  /** A named region or area of the sheet. */
  record Region(String name) implements Extent {
    public Region {
      if (name.isEmpty()) {
        throw new IllegalArgumentException("region = '', must be a name");
      }
    }
  }

  /** Something that only a newer version knows; acts as nothing. */
  record Unknown() implements Extent {}

  /** A window on the picture below, read at a Gaussian of 0.5 mm. */
  sealed interface Window extends Extent {}

  /**
   * Tones: 1 from {@code low} to {@code high}, falling smoothly to 0 over the soft ends.
   *
   * @param low L* of 0 to 100
   * @param high L* of {@code low} to 100; at 100 all that is lighter is inside too
   * @param softLow L* below {@code low}, 0 to 100
   * @param softHigh L* above {@code high}, 0 to 100
   */
  record Tone(double low, double high, double softLow, double softHigh) implements Window {
    public static final double MOST = 100;

    public Tone {
      within("low", low, 0, MOST);
      within("high", high, low, MOST);
      within("softLow", softLow, 0, MOST);
      within("softHigh", softHigh, 0, MOST);
    }
  }

  /**
   * Hues: 1 within half of {@code width} of {@code centre}, falling smoothly to 0 over the soft
   * ends. Colours that are nearly neutral have no hue and are outside.
   *
   * @param centre Oklab hue in degrees, 0 to 360
   * @param width degrees, 0 to 360
   * @param soft degrees on either side, 0 to 180
   */
  record Hue(double centre, double width, double soft) implements Window {
    public static final double FULL = 360;

    public Hue {
      within("centre", centre, 0, FULL);
      within("width", width, 0, FULL);
      within("soft", soft, 0, FULL / 2);
    }
  }

  /** As light as the picture is: L* over 100. */
  record Lightness() implements Window {}

  /** A shape drawn on the picture, with handles by which it is changed. */
  sealed interface Shape extends Extent {
    /** Pixels outside which it is 0 when its border is sharp. */
    Rect bounds();

    List<Pin> handles();

    Shape moved(int handle, Pin to);
  }

  /**
   * @param x centre
   * @param y centre
   * @param a first half axis, above 0
   * @param b second half axis, above 0
   * @param angleRad of the first half axis, clockwise from the right on the screen
   */
  record Oval(double x, double y, double a, double b, double angleRad) implements Shape {
    private static final double LEAST = 1;

    public Oval {
      within("a", a, LEAST, 1e6);
      within("b", b, LEAST, 1e6);
      within("angleRad", angleRad, -1e3, 1e3);
      within("x", x, -1e6, 1e6);
      within("y", y, -1e6, 1e6);
    }

    @Override
    public Rect bounds() {
      double r = Math.max(a, b);
      return Rect.around(x - r, y - r, x + r, y + r);
    }

    /** Centre, end of the first half axis, end of the second. */
    @Override
    public List<Pin> handles() {
      double c = Math.cos(angleRad);
      double s = Math.sin(angleRad);
      return List.of(new Pin(x, y), new Pin(x + a * c, y + a * s), new Pin(x - b * s, y + b * c));
    }

    @Override
    public Oval moved(int handle, Pin to) {
      double dx = to.x() - x;
      double dy = to.y() - y;
      double r = Math.max(LEAST, Math.hypot(dx, dy));
      return switch (handle) {
        case 0 -> new Oval(to.x(), to.y(), a, b, angleRad);
        case 1 -> new Oval(x, y, r, b, Math.atan2(dy, dx));
        default -> new Oval(x, y, a, r, Math.atan2(-dx, dy));
      };
    }
  }

  /** 1 before the first point, 0 beyond the second, smooth between. */
  record Ramp(double x0, double y0, double x1, double y1) implements Shape {
    public Ramp {
      within("length", Math.hypot(x1 - x0, y1 - y0), 1, 1e6);
    }

    @Override
    public Rect bounds() {
      return new Rect(-(1 << 24), -(1 << 24), 1 << 26, 1 << 26);
    }

    @Override
    public List<Pin> handles() {
      return List.of(new Pin(x0, y0), new Pin(x1, y1));
    }

    @Override
    public Ramp moved(int handle, Pin to) {
      return handle == 0 ? new Ramp(to.x(), to.y(), x1, y1) : new Ramp(x0, y0, to.x(), to.y());
    }
  }

  /** The inside of a closed curve through three or more points. */
  record Loop(List<Pin> points) implements Shape {
    public Loop {
      points = List.copyOf(points);
      within("points", points.size(), 3, 2000);
    }

    @Override
    public Rect bounds() {
      return Outline.through(points).bounds();
    }

    /** Its centre of corners, by which it is moved whole. */
    @Override
    public List<Pin> handles() {
      double x = points.stream().mapToDouble(Pin::x).average().orElseThrow();
      double y = points.stream().mapToDouble(Pin::y).average().orElseThrow();
      return List.of(new Pin(x, y));
    }

    @Override
    public Loop moved(int handle, Pin to) {
      Pin from = handles().get(0);
      List<Pin> out = new ArrayList<>();
      for (Pin p : points) {
        out.add(new Pin(p.x() + to.x() - from.x(), p.y() + to.y() - from.y()));
      }
      return new Loop(out);
    }
  }

  private static void within(String name, double v, double least, double most) {
    if (!(v >= least && v <= most)) {
      throw new IllegalArgumentException(
          name + " = " + v + ", must be in [" + least + ", " + most + "]");
    }
  }
}
