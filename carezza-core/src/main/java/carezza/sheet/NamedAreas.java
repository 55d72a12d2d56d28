package carezza.sheet;

import carezza.area.Area;
import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;

/**
 * Areas under names: regions as far as they were pointed out or edited, and areas kept to be used
 * again. None is made from itself. Immutable; checked once, not at each change of a pass.
 */
public record NamedAreas(Map<String, Area> byName) {
  static final NamedAreas NONE = new NamedAreas(Map.of());

  public NamedAreas {
    byName = Collections.unmodifiableMap(new TreeMap<>(byName));
    for (String name : byName.keySet()) {
      if (leadsTo(name, name, byName, byName.size())) {
        throw new IllegalArgumentException("area '" + name + "' is made from itself");
      }
    }
  }

  /** Whether an area refers to another, over at most {@code steps} others. */
  private static boolean leadsTo(String from, String to, Map<String, Area> all, int steps) {
    Area a = all.get(from);
    return a != null
        && steps >= 0
        && a.refersTo().anyMatch(n -> n.equals(to) || leadsTo(n, to, all, steps - 1));
  }

  NamedAreas with(String name, Area area) {
    Map<String, Area> all = new TreeMap<>(byName);
    all.put(name, area);
    return new NamedAreas(all);
  }
}
