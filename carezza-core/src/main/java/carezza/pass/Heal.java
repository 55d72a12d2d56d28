package carezza.pass;

import carezza.image.Hash;
import carezza.setting.Extra;
import carezza.setting.ItemsField;
import carezza.setting.Json;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

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
    Extra extra)
    implements Mark {
  /** How heals stand in the document. */
  public static final ItemsField.Form<Heal> FORM = new HealForm();

  public Heal {
    if (!(sizeMm > 0 && sizeMm <= 60)) {
      throw new IllegalArgumentException("sizeMm = " + sizeMm + ", must be in (0, 60]");
    }
    if (!Double.isFinite(x0 + y0 + x1 + y1 + dx + dy)) {
      throw new IllegalArgumentException("heal coordinates must be finite");
    }
  }

  /** A heal that is in no list yet. */
  public Heal(double x0, double y0, double x1, double y1, double sizeMm, double dx, double dy) {
    this(0, x0, y0, x1, y1, sizeMm, dx, dy, Extra.NONE);
  }

  public Heal from(double newDx, double newDy) {
    return new Heal(id, x0, y0, x1, y1, sizeMm, newDx, newDy, extra);
  }

  public Heal withId(long newId) {
    return new Heal(newId, x0, y0, x1, y1, sizeMm, dx, dy, extra);
  }

  /** Heals with the ids 1, 2, ... in their order. */
  public static List<Heal> numbered(List<Heal> heals) {
    List<Heal> out = new ArrayList<>();
    for (Heal h : heals) {
      out.add(h.withId(out.size() + 1L));
    }
    return out;
  }

  private static final class HealForm implements ItemsField.Form<Heal> {
    private static final List<String> NUMBERS = List.of("x0", "y0", "x1", "y1", "mm", "dx", "dy");

    @Override
    public void addTo(Hash h, Heal i) {
      h.add(i.x0).add(i.y0).add(i.x1).add(i.y1).add(i.sizeMm).add(i.dx).add(i.dy);
    }

    @Override
    public ObjectNode write(Heal i) {
      double[] v = {i.x0, i.y0, i.x1, i.y1, i.sizeMm, i.dx, i.dy};
      ObjectNode o = Json.F.objectNode().put("id", i.id);
      for (int k = 0; k < v.length; k++) {
        o.put(NUMBERS.get(k), v[k]);
      }
      i.extra.addTo(o);
      return o;
    }

    @Override
    public Heal read(JsonNode n) {
      double[] v = NUMBERS.stream().mapToDouble(k -> Json.number(n.path(k), "heal " + k)).toArray();
      long id = (long) Json.number(n.path("id"), "heal id");
      Set<String> known = new java.util.HashSet<>(NUMBERS);
      known.add("id");
      return new Heal(id, v[0], v[1], v[2], v[3], v[4], v[5], v[6], Extra.beyond(n, known));
    }

    @Override
    public ObjectNode schema() {
      ObjectNode o = Json.type("object").put("description", "source pixels; mm: diameter");
      ObjectNode members = o.putObject("properties");
      members.set("id", Json.type("integer"));
      NUMBERS.forEach(k -> members.set(k, Json.type("number")));
      o.putArray("required").add("id");
      NUMBERS.forEach(k -> o.withArray("required").add(k));
      return o;
    }
  }
}
