package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A list of things that carry ids, in an order that may matter. The journal holds of a change what
 * was put in or changed, what was taken out, and the order where it does not follow.
 *
 * @param <I> what the list holds
 * @param key name in the document and the word bundle
 * @param type its class
 * @param form how one of them is written
 * @param isLater whether it came when there were documents without it: it is written only where it
 *     holds something
 */
public record ItemsField<I extends Item>(String key, Class<I> type, Form<I> form, boolean isLater)
    implements Field<List<I>> {
  public ItemsField(String key, Class<I> type, Form<I> form) {
    this(key, type, form, false);
  }

  /** How one thing of a list is written in the document; members not known stay with it. */
  public interface Form<I> {
    void addTo(Hash h, I item);

    ObjectNode write(I item);

    I read(JsonNode n);

    ObjectNode schema();
  }

  @Override
  public List<I> start() {
    return List.of();
  }

  @Override
  public List<I> check(List<I> value) {
    if (value.stream().mapToLong(Item::id).distinct().count() != value.size()) {
      throw new IllegalArgumentException(key + ": two have the same id");
    }
    return List.copyOf(value);
  }

  /** An id that no item of a list has. */
  public long nextId(List<I> value) {
    return value.stream().mapToLong(Item::id).max().orElse(0) + 1;
  }

  @Override
  public void addTo(Hash h, List<I> value) {
    value.forEach(i -> form.addTo(h, i));
  }

  @Override
  public JsonNode write(List<I> value) {
    ArrayNode a = Json.F.arrayNode();
    value.forEach(i -> a.add(form.write(i)));
    return a;
  }

  @Override
  public List<I> read(JsonNode n) {
    List<I> out = new ArrayList<>();
    n.forEach(i -> out.add(form.read(i)));
    return out;
  }

  @Override
  public ObjectNode schema() {
    ObjectNode o = Json.type("array");
    o.set("items", form.schema());
    return o;
  }

  @Override
  public JsonNode delta(List<I> before, List<I> now) {
    Map<Long, I> gone = byId(before);
    ObjectNode o = Json.F.objectNode();
    ArrayNode put = o.putArray("put");
    for (I i : now) {
      I was = gone.remove(i.id());
      if (!i.equals(was)) {
        put.add(form.write(i));
      }
    }
    if (!gone.isEmpty()) {
      gone.keySet().forEach(o.putArray("drop")::add);
    }
    if (!ids(applied(before, o)).equals(ids(now))) {
      ids(now).forEach(o.putArray("order")::add);
    }
    return o;
  }

  @Override
  public List<I> applied(List<I> before, JsonNode delta) {
    if (delta.isArray()) {
      return read(delta);
    }
    Map<Long, I> all = byId(before);
    delta.path("drop").forEach(id -> all.remove(id.longValue()));
    for (I i : read(delta.path("put"))) {
      all.put(i.id(), i);
    }
    if (!delta.has("order")) {
      return List.copyOf(all.values());
    }
    List<I> out = new ArrayList<>();
    Map<Long, I> rest = new HashMap<>(all);
    for (JsonNode id : delta.path("order")) {
      I i = rest.remove(id.longValue());
      if (i == null) {
        throw new IllegalArgumentException(key + ": " + id + " is missing");
      }
      out.add(i);
    }
    return out;
  }

  private Map<Long, I> byId(List<I> list) {
    Map<Long, I> out = new LinkedHashMap<>();
    list.forEach(i -> out.put(i.id(), i));
    return out;
  }

  private List<Long> ids(List<I> list) {
    return list.stream().map(Item::id).toList();
  }
}
