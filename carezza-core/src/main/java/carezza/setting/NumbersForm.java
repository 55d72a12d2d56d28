package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/**
 * How a thing of a list stands in the document that is an id and numbers.
 *
 * @param <I> the thing
 * @param what it is, for sentences about what is wrong with one
 * @param description for the schema
 * @param names of the numbers
 * @param numbers of a thing, in the order of their names
 * @param extra what a newer version knows of a thing
 * @param make makes a thing again
 */
public record NumbersForm<I extends Item>(
    String what,
    String description,
    List<String> names,
    Function<I, double[]> numbers,
    Function<I, Extra> extra,
    Maker<I> make)
    implements ItemsField.Form<I> {
  private static final String ID = "id";

  /** Makes a thing of its numbers. */
  @FunctionalInterface
  public interface Maker<I> {
    I of(long id, double[] numbers, Extra extra);
  }

  @Override
  public void addTo(Hash h, I item) {
    for (double v : numbers.apply(item)) {
      h.add(v);
    }
  }

  @Override
  public ObjectNode write(I item) {
    ObjectNode o = Json.F.objectNode().put(ID, item.id());
    double[] v = numbers.apply(item);
    for (int k = 0; k < v.length; k++) {
      o.put(names.get(k), v[k]);
    }
    extra.apply(item).addTo(o);
    return o;
  }

  @Override
  public I read(JsonNode n) {
    double[] v = names.stream().mapToDouble(k -> Json.number(n.path(k), what + " " + k)).toArray();
    long id = (long) Json.number(n.path(ID), what + " " + ID);
    Set<String> known = new HashSet<>(names);
    known.add(ID);
    return make.of(id, v, Extra.beyond(n, known));
  }

  @Override
  public ObjectNode schema() {
    ObjectNode o = Json.type("object").put("description", description);
    ObjectNode members = o.putObject("properties");
    members.set(ID, Json.type("integer"));
    o.putArray("required").add(ID);
    for (String k : names) {
      members.set(k, Json.type("number"));
      o.withArray("required").add(k);
    }
    return o;
  }
}
