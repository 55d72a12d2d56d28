package carezza.pass;

import carezza.face.Pin;
import carezza.geometry.Projection;
import carezza.setting.Extra;
import carezza.setting.ItemsField;
import carezza.setting.NumbersForm;
import java.util.ArrayList;
import java.util.List;

/**
 * One healed mark: a disc, or a disc drawn along a short line, filled from a source of the same
 * shape moved by (dx, dy). All in source pixels but the size.
 *
 * @param id unique in its list
 * @param x0 start of the line
 * @param y0 start of the line
 * @param x1 end of the line; equal to the start for a click
 * @param y1 end of the line
 * @param sizeMm diameter of the patch
 * @param dx where the source lies, relative to the mark
 * @param dy where the source lies, relative to the mark
 * @param share how much of the mark is taken away, in (0, 1]: less than 1 softens it
 * @param form how it is solved: {@link #FORMER}, {@link #SINGLY}, {@link #TOGETHER}, {@link
 *     #ON_GROUND} or {@link #NOW}; a newer one is solved as now
 * @param turn degrees by which the source is turned clockwise about its middle before it is laid
 * @param extra what a newer version knows of it
 */
public record Heal(
    long id,
    double x0,
    double y0,
    double x1,
    double y1,
    double sizeMm,
    double dx,
    double dy,
    double share,
    int form,
    double turn,
    Extra extra)
    implements Mark {
  /** As documents without a form have it: the source's own pixels wherever the heal lies. */
  public static final int FORMER = 1;

  /**
   * Each for itself: what shows through the mark is kept, healthy skin and what is not skin within
   * the heal stay as they are.
   */
  public static final int SINGLY = 2;

  /**
   * As {@link #SINGLY}, but what of its ring is a later heal's says nothing of the skin, and under
   * a spot that takes all light alike the skin is told by the spot's shape.
   */
  public static final int TOGETHER = 3;

  /**
   * As {@link #TOGETHER}, but what else than the mark's own ground lies in the heal stays as it is
   * and says nothing of the skin, and how much of a red mark lies in red light is told from what is
   * usual of blood too, since the place's own shade is no part of the mark.
   */
  public static final int ON_GROUND = 4;

  /**
   * As {@link #ON_GROUND}, but a red mark that lies on shade deeper than itself is told from a dark
   * spot by its colour, and what shows through it stays.
   */
  public static final int NOW = 5;

  /** How heals stand in the document. */
  public static final ItemsField.Form<Heal> FORM =
      new NumbersForm<>(
          "heal",
          "source pixels; mm: diameter",
          List.of("x0", "y0", "x1", "y1", "mm", "dx", "dy"),
          List.of(
              new NumbersForm.Later("share", 1),
              new NumbersForm.Later("form", FORMER),
              new NumbersForm.Later("turn", 0)),
          h -> new double[] {h.x0, h.y0, h.x1, h.y1, h.sizeMm, h.dx, h.dy, h.share, h.form, h.turn},
          Heal::extra,
          (id, v, extra) ->
              new Heal(
                  id, v[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7], (int) v[8], v[9], extra));

  public Heal {
    if (!(sizeMm > 0 && sizeMm <= 60)) {
      throw new IllegalArgumentException("sizeMm = " + sizeMm + ", must be in (0, 60]");
    }
    if (!(share > 0 && share <= 1)) {
      throw new IllegalArgumentException("share = " + share + ", must be in (0, 1]");
    }
    if (form < FORMER) {
      throw new IllegalArgumentException("form = " + form + ", must be at least 1");
    }
    if (!Double.isFinite(x0 + y0 + x1 + y1 + dx + dy + turn)) {
      throw new IllegalArgumentException("heal coordinates must be finite");
    }
  }

  /** A heal that is in no list yet. */
  public Heal(double x0, double y0, double x1, double y1, double sizeMm, double dx, double dy) {
    this(0, x0, y0, x1, y1, sizeMm, dx, dy, 1, NOW, 0, Extra.NONE);
  }

  /** Whether it came of a click. */
  public boolean isRound() {
    return x0 == x1 && y0 == y1;
  }

  public Heal from(double newDx, double newDy) {
    return new Heal(id, x0, y0, x1, y1, sizeMm, newDx, newDy, share, form, turn, extra);
  }

  public Heal withId(long newId) {
    return new Heal(newId, x0, y0, x1, y1, sizeMm, dx, dy, share, form, turn, extra);
  }

  /** Its source is turned about its middle. */
  @Override
  public Pin source(Pin place) {
    Projection turned = Projection.turn(-Math.toRadians(turn)).about((x0 + x1) / 2, (y0 + y1) / 2);
    double x = turned.x(place.x(), place.y());
    return new Pin(x + dx, turned.y(place.x(), place.y()) + dy);
  }

  /** From a source that is turned, degrees clockwise. */
  public Heal turned(double degrees) {
    return new Heal(id, x0, y0, x1, y1, sizeMm, dx, dy, share, form, degrees, extra);
  }

  /** Solved in another way. */
  public Heal inForm(int newForm) {
    return new Heal(id, x0, y0, x1, y1, sizeMm, dx, dy, share, newForm, turn, extra);
  }

  /** So wide, mm. */
  public Heal wide(double newMm) {
    return new Heal(id, x0, y0, x1, y1, newMm, dx, dy, share, form, turn, extra);
  }

  /** With so much of the mark taken away. */
  public Heal withShare(double newShare) {
    return new Heal(id, x0, y0, x1, y1, sizeMm, dx, dy, newShare, form, turn, extra);
  }

  /** Heals with the ids 1, 2, ... in their order. */
  public static List<Heal> numbered(List<Heal> heals) {
    List<Heal> out = new ArrayList<>();
    for (Heal h : heals) {
      out.add(h.withId(out.size() + 1L));
    }
    return out;
  }
}
