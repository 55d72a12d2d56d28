package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * Something that is so or not.
 *
 * @param key name in the document and the word bundle
 * @param initial value of a new pass
 */
public record FlagField(String key, boolean initial) implements Field<Boolean> {
  @Override
  public Boolean start() {
    return initial;
  }

  @Override
  public Boolean check(Boolean value) {
    return value;
  }

  @Override
  public void addTo(Hash h, Boolean value) {
    h.add(value.booleanValue());
  }

  @Override
  public JsonNode write(Boolean value) {
    return Json.F.booleanNode(value);
  }

  @Override
  public Boolean read(JsonNode n) {
    if (!n.isBoolean()) {
      throw new IllegalArgumentException(key + " is neither true nor false");
    }
    return n.booleanValue();
  }

  @Override
  public ObjectNode schema() {
    return Json.type("boolean");
  }
}
