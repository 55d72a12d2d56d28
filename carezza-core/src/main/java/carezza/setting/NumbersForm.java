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
 * @param later those that came when there were documents without them, after the others: each with
 *     what it is where it is not written
 * @param numbers of a thing, in the order of their names
 * @param extra what a newer version knows of a thing
 * @param make makes a thing again
 */
public record NumbersForm<I extends Item>(
    String what,
    String description,
    List<String> names,
    List<Later> later,
    Function<I, double[]> numbers,
    Function<I, Extra> extra,
    Maker<I> make)
    implements ItemsField.Form<I> {
  private static final String ID = "id";

  /** A number that is written only where it differs from {@code absent}. */
  public record Later(String name, double absent) {}

  public NumbersForm(
      String what,
      String description,
      List<String> names,
      Function<I, double[]> numbers,
      Function<I, Extra> extra,
      Maker<I> make) {
    this(what, description, names, List.of(), numbers, extra, make);
  }

  /** Makes a thing of its numbers. */
  @FunctionalInterface
  public interface Maker<I> {
    I of(long id, double[] numbers, Extra extra);
  }

  @Override
  public void addTo(Hash h, I item) {
    double[] v = numbers.apply(item);
    for (int k = 0; k < v.length; k++) {
      if (k < names.size()) {
        h.add(v[k]);
      } else if (isWritten(k, v[k])) {
        h.add(nameOf(k)).add(v[k]);
      }
    }
  }

  @Override
  public ObjectNode write(I item) {
    ObjectNode o = Json.F.objectNode().put(ID, item.id());
    double[] v = numbers.apply(item);
    for (int k = 0; k < v.length; k++) {
      if (isWritten(k, v[k])) {
        o.put(nameOf(k), v[k]);
      }
    }
    extra.apply(item).addTo(o);
    return o;
  }

  private boolean isWritten(int k, double v) {
    return k < names.size() || v != later.get(k - names.size()).absent();
  }

  private String nameOf(int k) {
    return k < names.size() ? names.get(k) : later.get(k - names.size()).name();
  }

  @Override
  public I read(JsonNode n) {
    double[] v = new double[names.size() + later.size()];
    for (int k = 0; k < v.length; k++) {
      boolean isAbsent = k >= names.size() && !n.has(nameOf(k));
      v[k] =
          isAbsent
              ? later.get(k - names.size()).absent()
              : Json.number(n.path(nameOf(k)), what + " " + nameOf(k));
    }
    long id = (long) Json.number(n.path(ID), what + " " + ID);
    Set<String> known = new HashSet<>(names);
    later.forEach(l -> known.add(l.name()));
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
    later.forEach(l -> members.set(l.name(), Json.type("number")));
    return o;
  }
}
