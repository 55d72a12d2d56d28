package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;

/**
 * A curve through knots.
 *
 * @param key name in the document and the word bundle
 * @param x0 lowest x of a knot
 * @param y0 lowest y
 * @param x1 highest x
 * @param y1 highest y
 * @param start value of a new pass
 */
public record CurveField(String key, double x0, double y0, double x1, double y1, Curve start)
    implements Field<Curve> {
  public static final int MOST_KNOTS = 64;

  public CurveField {
    if (!(x0 < x1 && y0 < y1)) {
      throw new IllegalArgumentException(key + ": ends " + x0 + ", " + y0 + ", " + x1 + ", " + y1);
    }
  }

  @Override
  public Curve check(Curve value) {
    if (value.knots().size() > MOST_KNOTS) {
      throw new IllegalArgumentException(
          key + " = " + value.knots().size() + " knots, must be up to " + MOST_KNOTS);
    }
    for (Curve.Knot k : value.knots()) {
      if (!(k.x() >= x0 && k.x() <= x1 && k.y() >= y0 && k.y() <= y1)) {
        throw new IllegalArgumentException(
            key + " = " + k + ", must be in [" + x0 + ", " + x1 + "] x [" + y0 + ", " + y1 + "]");
      }
    }
    return value;
  }

  @Override
  public void addTo(Hash h, Curve value) {
    value.knots().forEach(k -> h.add(k.x()).add(k.y()));
  }

  @Override
  public JsonNode write(Curve value) {
    ArrayNode a = Json.F.arrayNode();
    value.knots().forEach(k -> a.add(Json.array(k.x(), k.y())));
    return a;
  }

  @Override
  public Curve read(JsonNode n) {
    List<Curve.Knot> knots = new ArrayList<>();
    for (JsonNode k : n) {
      double[] v = Json.numbers(k, key, 2);
      knots.add(new Curve.Knot(v[0], v[1]));
    }
    return new Curve(knots);
  }

  @Override
  public ObjectNode schema() {
    ObjectNode o = Json.type("array").put("description", "knots by rising x");
    o.set("items", Json.numbers("x, y", 2));
    return o.put("minItems", 2).put("maxItems", MOST_KNOTS);
  }
}
