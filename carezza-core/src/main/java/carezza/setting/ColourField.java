package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * A colour.
 *
 * @param key name in the document and the word bundle
 * @param start value of a new pass
 */
public record ColourField(String key, Colour start) implements Field<Colour> {
  @Override
  public Colour check(Colour value) {
    double most = Colour.MOST_CHROMA_AXIS;
    boolean fits =
        value.l() >= 0
            && value.l() <= Colour.MOST_LIGHTNESS
            && Math.abs(value.a()) <= most
            && Math.abs(value.b()) <= most;
    if (!fits) {
      throw new IllegalArgumentException(
          key + " = " + value + ", must be L* in [0, 100], a* and b* in [-150, 150]");
    }
    return value;
  }

  @Override
  public void addTo(Hash h, Colour value) {
    h.add(value.l()).add(value.a()).add(value.b());
  }

  @Override
  public JsonNode write(Colour value) {
    return Json.array(value.l(), value.a(), value.b());
  }

  @Override
  public Colour read(JsonNode n) {
    double[] v = Json.numbers(n, key, 3);
    return new Colour(v[0], v[1], v[2]);
  }

  @Override
  public ObjectNode schema() {
    return Json.numbers("L*, a*, b* of CIELAB D65", 3);
  }
}
