package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A value for each of a list of fields, and what a newer version set beside them. Every value is
 * legal. Immutable; a change makes another.
 */
public final class Settings {
  private final List<Field<?>> fields;
  private final Map<String, Object> values;
  private final Extra extra;

  /** 0 until it is asked for. */
  private volatile long fingerprint;

  private Settings(List<Field<?>> fields, Map<String, Object> values, Extra extra) {
    this.fields = fields;
    this.values = values;
    this.extra = extra;
  }

  /** Every field at its start. */
  public static Settings start(List<Field<?>> fields) {
    Map<String, Object> values = new LinkedHashMap<>();
    for (Field<?> f : fields) {
      if (values.put(f.key(), f.start()) != null) {
        throw new IllegalArgumentException("two settings are named '" + f.key() + "'");
      }
    }
    return new Settings(fields, values, Extra.NONE);
  }

  /** Settings of a document: fields that it does not have start, what is not known is kept. */
  public static Settings read(List<Field<?>> fields, JsonNode n) {
    Set<String> known = fields.stream().map(Field::key).collect(Collectors.toSet());
    Settings out = start(fields);
    for (Field<?> f : fields) {
      if (n.has(f.key())) {
        out = out.read(f, n.path(f.key()));
      }
    }
    return new Settings(fields, out.values, Extra.beyond(n, known));
  }

  private <T> Settings read(Field<T> f, JsonNode n) {
    return with(f, f.read(n));
  }

  public ObjectNode write() {
    ObjectNode o = Json.F.objectNode();
    fields.forEach(f -> write(f, o));
    extra.addTo(o);
    return o;
  }

  private <T> void write(Field<T> f, ObjectNode o) {
    JsonNode n = f.write(get(f));
    if (!n.isNull() && !isLeftOut(f)) {
      o.set(f.key(), n);
    }
  }

  private <T> boolean isLeftOut(Field<T> f) {
    return f.isLater() && get(f).equals(f.start());
  }

  /** What the journal holds of a change from {@code before}: the fields that differ. */
  public ObjectNode delta(Settings before) {
    ObjectNode o = Json.F.objectNode();
    fields.forEach(f -> delta(f, before, o));
    if (!extra.equals(before.extra)) {
      extra.addTo(o);
    }
    return o;
  }

  private <T> void delta(Field<T> f, Settings before, ObjectNode o) {
    if (!get(f).equals(before.get(f))) {
      o.set(f.key(), f.delta(before.get(f), get(f)));
    }
  }

  /** The settings that a {@link #delta} leads to. */
  public Settings applied(JsonNode delta) {
    Settings out = this;
    for (Field<?> f : fields) {
      if (delta.has(f.key())) {
        out = out.applied(f, delta.path(f.key()));
      }
    }
    Extra more = Extra.beyond(delta, values.keySet());
    return more.isEmpty() ? out : new Settings(fields, out.values, more);
  }

  private <T> Settings applied(Field<T> f, JsonNode delta) {
    return with(f, f.applied(get(f), delta));
  }

  public List<Field<?>> fields() {
    return fields;
  }

  /**
   * The field of a name.
   *
   * @throws IllegalArgumentException when there is none
   */
  public Field<?> field(String key) {
    return fields.stream()
        .filter(f -> f.key().equals(key))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException("there is no setting '" + key + "'"));
  }

  /** What a newer version set. */
  public Extra extra() {
    return extra;
  }

  /** The value of a field. */
  @SuppressWarnings("unchecked") // values are put in by fields of the same name and type only
  public <T> T get(Field<T> f) {
    own(f);
    return (T) values.get(f.key());
  }

  /**
   * With another value.
   *
   * @throws IllegalArgumentException that says name, value and rule when it is not legal
   */
  public <T> Settings with(Field<T> f, T value) {
    own(f);
    Map<String, Object> v = new LinkedHashMap<>(values);
    v.put(f.key(), f.check(value));
    return new Settings(fields, v, extra);
  }

  private void own(Field<?> f) {
    for (Field<?> own : fields) {
      if (own == f) {
        return;
      }
    }
    if (!fields.contains(f)) {
      throw new IllegalArgumentException("there is no setting '" + f.key() + "' here");
    }
  }

  /** All things of a type in lists. */
  public <I> Stream<I> items(Class<I> type) {
    return values.values().stream()
        .filter(List.class::isInstance)
        .flatMap(v -> ((List<?>) v).stream())
        .filter(type::isInstance)
        .map(type::cast);
  }

  /** The places that are set, by their fields' names. */
  public Map<String, Place> places() {
    Map<String, Place> out = new HashMap<>();
    for (Field<?> f : fields) {
      if (f instanceof PlaceField p) {
        get(p).ifPresent(v -> out.put(p.key(), v));
      }
    }
    return out;
  }

  /** Fingerprint of all values; found once. */
  public long fingerprint() {
    long known = fingerprint;
    if (known == 0) {
      Hash h = new Hash();
      fields.forEach(f -> addTo(h, f));
      known = h.get();
      fingerprint = known;
    }
    return known;
  }

  private <T> void addTo(Hash h, Field<T> f) {
    f.addTo(h.add(f.key()), get(f));
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Settings s && values.equals(s.values) && extra.equals(s.extra);
  }

  @Override
  public int hashCode() {
    return 31 * values.hashCode() + extra.hashCode();
  }

  @Override
  public String toString() {
    return extra.isEmpty() ? values.toString() : values + " and " + extra;
  }
}
