package carezza.app;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What can be done from everywhere: by a key, in a menu, or by its name in the finder. */
public final class Commands {
  /**
   * One of them.
   *
   * @param key of the word bundle
   * @param keys of the keyboard, as they are shown; may be empty
   * @param needsPicture whether a picture must be open
   * @param what does it
   */
  public record Command(String key, String keys, boolean needsPicture, Runnable what) {
    /** What it is called, without a mark for its mnemonic. */
    public String name() {
      return Words.of("command." + key).replace("_", "").replace("\u2026", "");
    }

    /** As a menu writes it. */
    public String inMenu() {
      return Words.of("command." + key);
    }
  }

  private final Map<String, Command> all = new LinkedHashMap<>();

  void add(String key, String keys, boolean needsPicture, Runnable what) {
    all.put(key, new Command(key, keys, needsPicture, what));
  }

  /**
   * @throws IllegalArgumentException when there is none of that key
   */
  public Command of(String key) {
    return Optional.ofNullable(all.get(key))
        .orElseThrow(() -> new IllegalArgumentException("no command '" + key + "'"));
  }

  void run(String key) {
    of(key).what().run();
  }

  public List<Command> all() {
    return List.copyOf(all.values());
  }
}
