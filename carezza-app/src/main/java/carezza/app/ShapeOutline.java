package carezza.app;

import carezza.app.tool.Overlay;
import carezza.area.Extent;
import carezza.area.Outline;
import carezza.face.Pin;
import java.util.ArrayList;
import java.util.List;

/** Draws shapes of areas over the picture. */
final class ShapeOutline {
  private static final int OVAL_CORNERS = 72;

  private ShapeOutline() {}

  static void draw(Extent.Shape s, Overlay o) {
    if (s instanceof Extent.Ramp r) {
      ramp(r, o);
    } else if (s instanceof Extent.Loop l) {
      o.closed(Outline.through(l.points()).points());
    } else if (s instanceof Extent.Oval oval) {
      o.closed(corners(oval));
    }
  }

  private static List<Pin> corners(Extent.Oval o) {
    List<Pin> out = new ArrayList<>();
    double c = Math.cos(o.angleRad());
    double d = Math.sin(o.angleRad());
    for (int i = 0; i < OVAL_CORNERS; i++) {
      double a = 2 * Math.PI * i / OVAL_CORNERS;
      double u = o.a() * Math.cos(a);
      double v = o.b() * Math.sin(a);
      out.add(new Pin(o.x() + u * c - v * d, o.y() + u * d + v * c));
    }
    return out;
  }

  /** The line from where it is full to where it is nothing, with a bar across each end. */
  private static void ramp(Extent.Ramp r, Overlay o) {
    Pin from = new Pin(r.x0(), r.y0());
    Pin to = new Pin(r.x1(), r.y1());
    o.line(from, to);
    o.across(from, to, false);
    o.across(to, from, true);
  }
}
