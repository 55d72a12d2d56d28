package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;

/**
 * Ranges of hue, each with what becomes of it.
 *
 * @param key name in the document and the word bundle
 */
public record HueRangesField(String key) implements Field<List<HueRange>> {
  public static final int MOST = 8;

  /** Chroma of Oklab at the rim of the field in which ranges lie, which few surfaces reach. */
  public static final double MOST_CHROMA = 0.3;

  /** Cells of the field when colours are counted: around, and from the middle to the rim. */
  public static final int AROUND = 72;

  public static final int OUTWARD = 12;

  private static final int NUMBERS = 6;

  /** Where a chroma stands between the middle of the field, 0, and its rim, 1. */
  public static double outward(double chroma) {
    return Math.min(1, Math.sqrt(chroma / MOST_CHROMA));
  }

  @Override
  public List<HueRange> start() {
    return List.of();
  }

  @Override
  public List<HueRange> check(List<HueRange> value) {
    if (value.size() > MOST) {
      throw new IllegalArgumentException(
          key + " = " + value.size() + " ranges, must be up to " + MOST);
    }
    for (HueRange r : value) {
      boolean fits =
          r.hue() >= 0
              && r.hue() < 360
              && r.width() >= 0
              && r.width() <= HueRange.MOST_WIDTH
              && r.soft() >= HueRange.LEAST_SOFT
              && r.soft() <= HueRange.MOST_SOFT
              && Math.abs(r.turn()) <= HueRange.MOST_TURN
              && Math.abs(r.richer()) <= HueRange.MOST_RICHER
              && Math.abs(r.lighter()) <= HueRange.MOST_LIGHTER;
      if (!fits) {
        throw new IllegalArgumentException(
            key
                + " = "
                + r
                + ", must be hue in [0, 360), width in [0, 180], soft in [2, 120], turn in [-60, 60],"
                + " richer in [-100, 100], lighter in [-2, 2]");
      }
    }
    return List.copyOf(value);
  }

  @Override
  public void addTo(Hash h, List<HueRange> value) {
    for (HueRange r : value) {
      h.add(r.hue()).add(r.width()).add(r.soft()).add(r.turn()).add(r.richer()).add(r.lighter());
    }
  }

  @Override
  public JsonNode write(List<HueRange> value) {
    ArrayNode a = Json.F.arrayNode();
    for (HueRange r : value) {
      a.add(Json.array(r.hue(), r.width(), r.soft(), r.turn(), r.richer(), r.lighter()));
    }
    return a;
  }

  @Override
  public List<HueRange> read(JsonNode n) {
    List<HueRange> out = new ArrayList<>();
    for (JsonNode r : n) {
      double[] v = Json.numbers(r, key, NUMBERS);
      out.add(new HueRange(v[0], v[1], v[2], v[3], v[4], v[5]));
    }
    return out;
  }

  @Override
  public ObjectNode schema() {
    ObjectNode o = Json.type("array").put("description", "ranges of hue");
    o.set(
        "items",
        Json.numbers("hue, width, soft, turn in degrees, richer in %, lighter in stops", NUMBERS));
    return o.put("maxItems", MOST);
  }
}
