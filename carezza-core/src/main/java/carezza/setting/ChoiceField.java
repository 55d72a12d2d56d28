package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;

/**
 * One of a few named ways.
 *
 * @param key name in the document and the word bundle
 * @param options their names; that of a new pass first
 * @param isLater whether it came when there were documents without it: it is written only where it
 *     is not at its start
 */
public record ChoiceField(String key, List<String> options, boolean isLater)
    implements Field<String> {
  public ChoiceField {
    options = List.copyOf(options);
    if (options.size() < 2) {
      throw new IllegalArgumentException(key + ": options = " + options + ", must be two or more");
    }
  }

  public ChoiceField(String key, List<String> options) {
    this(key, options, false);
  }

  /** The same, come later than the kind that has it. */
  public ChoiceField later() {
    return new ChoiceField(key, options, true);
  }

  @Override
  public String start() {
    return options.get(0);
  }

  @Override
  public String check(String value) {
    if (!options.contains(value)) {
      throw new IllegalArgumentException(key + " = " + value + ", must be one of " + options);
    }
    return value;
  }

  @Override
  public void addTo(Hash h, String value) {
    h.add(value);
  }

  @Override
  public JsonNode write(String value) {
    return Json.F.textNode(value);
  }

  @Override
  public String read(JsonNode n) {
    if (!n.isTextual()) {
      throw new IllegalArgumentException(key + " is not a word");
    }
    return n.textValue();
  }

  @Override
  public ObjectNode schema() {
    ObjectNode o = Json.F.objectNode();
    options.forEach(o.putArray("enum")::add);
    return o;
  }
}
