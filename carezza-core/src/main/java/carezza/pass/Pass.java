package carezza.pass;

import carezza.area.Area;
import carezza.image.Hash;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * One re-editable edit. Immutable; every change makes a new one.
 *
 * @param id unique in its run sheet, kept through changes
 * @param kind what it does
 * @param values a value for each of the kind's parameters
 * @param area where it acts
 * @param strength 0 to the kind's maximum; 1 is 100 %
 * @param on muted when false
 * @param places named places it refers to
 * @param heals heals, for the kind that has them
 */
public record Pass(
    long id,
    PassKind kind,
    Map<String, Double> values,
    Area area,
    double strength,
    boolean on,
    Map<String, Place> places,
    List<Heal> heals) {

  public Pass {
    TreeMap<String, Double> all = new TreeMap<>();
    for (Parameter p : kind.parameters()) {
      all.put(p.key(), p.check(values.getOrDefault(p.key(), p.start())));
    }
    for (String key : values.keySet()) {
      if (!all.containsKey(key)) {
        throw new IllegalArgumentException(kind.key() + " has no setting '" + key + "'");
      }
    }
    values = java.util.Collections.unmodifiableMap(all);
    places = java.util.Collections.unmodifiableMap(new TreeMap<>(places));
    heals = List.copyOf(heals);
    if (!(strength >= 0 && strength <= kind.maxStrength())) {
      throw new IllegalArgumentException(
          "strength = " + strength + ", must be in [0, " + kind.maxStrength() + "]");
    }
  }

  /** A new pass of a kind at its starting settings. */
  public static Pass start(long id, PassKind kind, Area area) {
    return new Pass(id, kind, Map.of(), area, 1, true, Map.of(), List.of());
  }

  public double value(String key) {
    Double v = values.get(key);
    if (v == null) {
      throw new IllegalArgumentException(kind.key() + " has no setting '" + key + "'");
    }
    return v;
  }

  public Pass with(String key, double value) {
    Map<String, Double> v = new TreeMap<>(values);
    v.put(key, value);
    return new Pass(id, kind, v, area, strength, on, places, heals);
  }

  public Pass withArea(Area a) {
    return new Pass(id, kind, values, a, strength, on, places, heals);
  }

  public Pass withStrength(double s) {
    return new Pass(id, kind, values, area, s, on, places, heals);
  }

  public Pass withOn(boolean o) {
    return new Pass(id, kind, values, area, strength, o, places, heals);
  }

  public Pass withPlace(String name, Place p) {
    Map<String, Place> all = new TreeMap<>(places);
    all.put(name, p);
    return new Pass(id, kind, values, area, strength, on, all, heals);
  }

  public Pass withHeals(List<Heal> h) {
    return new Pass(id, kind, values, area, strength, on, places, h);
  }

  public Pass withId(long newId) {
    return new Pass(newId, kind, values, area, strength, on, places, heals);
  }

  /** Fingerprint of kind, values and places: what an analysis of this pass depends on. */
  public long settingsHash() {
    Hash h = new Hash().add(kind.key());
    values.forEach((k, v) -> h.add(k).add(v));
    places.forEach((k, p) -> h.add(k).add(p.x()).add(p.y()).add(p.sizeMm()));
    return h.get();
  }
}
