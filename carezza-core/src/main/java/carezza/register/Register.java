package carezza.register;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.function.Function;

/**
 * Everything there is of one sort, by name and in the order in which it is offered: what Carezza
 * lists itself, then what else the class path offers as a {@linkplain ServiceLoader service}, so
 * that something new can join without a line being changed here. Immutable.
 *
 * @param <T> what is registered
 */
public final class Register<T> {
  private final Map<String, T> byKey = new LinkedHashMap<>();

  private Register() {}

  /**
   * @param type by which services are found
   * @param key name of one, unique
   * @param own those of Carezza
   */
  public static <T> Register<T> of(Class<T> type, Function<T, String> key, List<T> own) {
    Register<T> out = new Register<>();
    List<T> all = new ArrayList<>(own);
    ServiceLoader.load(type, type.getClassLoader()).forEach(all::add);
    for (T t : all) {
      if (out.byKey.put(key.apply(t), t) != null) {
        throw new IllegalStateException(
            "two of " + type.getSimpleName() + " are named '" + key.apply(t) + "'");
      }
    }
    return out;
  }

  public List<T> all() {
    return List.copyOf(byKey.values());
  }

  public Optional<T> find(String key) {
    return Optional.ofNullable(byKey.get(key));
  }
}
