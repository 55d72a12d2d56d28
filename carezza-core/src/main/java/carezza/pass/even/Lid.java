package carezza.pass.even;

import carezza.face.Pin;
import carezza.setting.Extra;
import carezza.setting.Item;
import carezza.setting.ItemsField;
import carezza.setting.NumbersForm;
import java.util.ArrayList;
import java.util.List;

/**
 * The edge of a lower lid, from the corner at the nose to the outer one.
 *
 * @param id unique in its list
 * @param points {@value #POINTS} of them, source pixels
 * @param extra what a newer version knows of it
 */
record Lid(long id, List<Pin> points, Extra extra) implements Item {
  static final int POINTS = 9;

  /** How lids stand in the document. */
  static final ItemsField.Form<Lid> FORM =
      new NumbersForm<>(
          "lid",
          "source pixels, from the corner at the nose outwards",
          names(),
          Lid::numbers,
          Lid::extra,
          (id, v, extra) -> new Lid(id, points(v), extra));

  Lid {
    points = List.copyOf(points);
    if (points.size() != POINTS) {
      throw new IllegalArgumentException("lid: " + points.size() + " points, must be " + POINTS);
    }
  }

  /** From corner to corner, source pixels. */
  double length() {
    return Math.max(1e-6, points.get(0).distance(points.get(POINTS - 1)));
  }

  /**
   * Where a point lies: along the lid from 0 at the nose to 1 at the outer corner, and source
   * pixels from its edge, away from the eye.
   */
  double[] along(double x, double y) {
    Pin a = points.get(0);
    Pin b = points.get(POINTS - 1);
    double length = length();
    double ux = (b.x() - a.x()) / length;
    double uy = (b.y() - a.y()) / length;
    double side = side(a, ux, uy);
    double s = ((x - a.x()) * ux + (y - a.y()) * uy) / length;
    double off = side * ((y - a.y()) * ux - (x - a.x()) * uy);
    return new double[] {s, off - edge(a, ux, uy, side, length, Math.max(0, Math.min(1, s)))};
  }

  /** 1 where the lid hangs to the right of its chord as seen from the nose, -1 to the left. */
  private double side(Pin a, double ux, double uy) {
    double sum = 0;
    for (Pin p : points) {
      sum += (p.y() - a.y()) * ux - (p.x() - a.x()) * uy;
    }
    return sum == 0 ? Math.signum(ux == 0 ? 1 : ux) : Math.signum(sum);
  }

  /** How far from its chord the edge lies at a part of its length. */
  private double edge(Pin a, double ux, double uy, double side, double length, double s) {
    double before = 0;
    double offBefore = 0;
    for (Pin p : points) {
      double at = ((p.x() - a.x()) * ux + (p.y() - a.y()) * uy) / length;
      double off = side * ((p.y() - a.y()) * ux - (p.x() - a.x()) * uy);
      if (at >= s && at > before) {
        return offBefore + (off - offBefore) * (s - before) / (at - before);
      }
      before = at;
      offBefore = off;
    }
    return offBefore;
  }

  private static List<String> names() {
    List<String> out = new ArrayList<>();
    for (int i = 0; i < POINTS; i++) {
      out.add("x" + i);
      out.add("y" + i);
    }
    return out;
  }

  private double[] numbers() {
    double[] out = new double[2 * POINTS];
    for (int i = 0; i < POINTS; i++) {
      out[2 * i] = points.get(i).x();
      out[2 * i + 1] = points.get(i).y();
    }
    return out;
  }

  private static List<Pin> points(double[] v) {
    List<Pin> out = new ArrayList<>();
    for (int i = 0; i < POINTS; i++) {
      out.add(new Pin(v[2 * i], v[2 * i + 1]));
    }
    return out;
  }
}
