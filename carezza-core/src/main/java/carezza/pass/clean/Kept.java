package carezza.pass.clean;

import carezza.pass.Heal;
import carezza.setting.Extra;
import carezza.setting.Item;
import carezza.setting.ItemsField;
import carezza.setting.NumbersForm;
import java.util.List;

/**
 * A mark that is to stay: it is not proposed again, and no heal is laid on it by a whole list.
 *
 * @param id unique in its list
 * @param x source pixels
 * @param y source pixels
 * @param sizeMm diameter
 * @param extra what a newer version knows of it
 */
public record Kept(long id, double x, double y, double sizeMm, Extra extra) implements Item {
  /** How kept marks stand in the document. */
  public static final ItemsField.Form<Kept> FORM =
      new NumbersForm<>(
          "kept mark",
          "source pixels; mm: diameter",
          List.of("x", "y", "mm"),
          k -> new double[] {k.x, k.y, k.sizeMm},
          Kept::extra,
          (id, v, extra) -> new Kept(id, v[0], v[1], v[2], extra));

  public Kept {
    if (!(sizeMm > 0 && sizeMm <= 200)) {
      throw new IllegalArgumentException("sizeMm = " + sizeMm + ", must be in (0, 200]");
    }
    if (!Double.isFinite(x + y)) {
      throw new IllegalArgumentException("coordinates of a kept mark must be finite");
    }
  }

  /** Whether a place lies on the mark. */
  boolean holds(double px, double py, double pxPerMm) {
    return Math.hypot(px - x, py - y) < Math.max(0.5, sizeMm / 2) * pxPerMm;
  }

  /** Whether a heal's middle line comes upon the mark. */
  boolean isUnder(Heal h, double pxPerMm) {
    return h.distance(x, y) < h.sizeMm() * pxPerMm / 2;
  }
}
