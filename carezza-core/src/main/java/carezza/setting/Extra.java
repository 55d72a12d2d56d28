package carezza.setting;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Set;

/**
 * Members of a JSON object that this version does not know: they act as nothing, stay with what
 * they were read with through every change, and are written back as they were. Immutable.
 */
public final class Extra {
  public static final Extra NONE = new Extra(Json.F.objectNode());

  private final ObjectNode members;

  private Extra(ObjectNode members) {
    this.members = members;
  }

  /** All members of an object. */
  public static Extra all(JsonNode n) {
    return n instanceof ObjectNode o && !o.isEmpty() ? new Extra(o.deepCopy()) : NONE;
  }

  /** The members of an object other than those that are known. */
  public static Extra beyond(JsonNode n, Set<String> known) {
    ObjectNode out = Json.F.objectNode();
    n.properties()
        .forEach(
            e -> {
              if (!known.contains(e.getKey())) {
                out.set(e.getKey(), e.getValue().deepCopy());
              }
            });
    return out.isEmpty() ? NONE : new Extra(out);
  }

  /** The same with one more member. */
  public Extra with(String key, JsonNode value) {
    ObjectNode out = members.deepCopy();
    out.set(key, value.deepCopy());
    return new Extra(out);
  }

  public boolean isEmpty() {
    return members.isEmpty();
  }

  /** A copy of a member; a missing node when there is none. */
  public JsonNode get(String key) {
    return members.path(key).deepCopy();
  }

  /** Puts the members into an object, in place of what has their names. */
  public void addTo(ObjectNode o) {
    o.setAll(members.deepCopy());
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Extra e && members.equals(e.members);
  }

  @Override
  public int hashCode() {
    return members.hashCode();
  }

  @Override
  public String toString() {
    return members.toString();
  }
}
