package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * Something that is so or not.
 *
 * @param key name in the document and the word bundle
 * @param initial value of a new pass
 * @param isLater whether it came when there were documents without it: it is written only where it
 *     is not at its start
 */
public record FlagField(String key, boolean initial, boolean isLater) implements Field<Boolean> {
  public FlagField(String key, boolean initial) {
    this(key, initial, false);
  }

  /** The same, come later than the kind that has it. */
  public FlagField later() {
    return new FlagField(key, initial, true);
  }

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
