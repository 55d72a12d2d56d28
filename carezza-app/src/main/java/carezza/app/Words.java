package carezza.app;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.text.MessageFormat;
import java.util.Collections;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/**
 * All words on the screen, from one bundle, and those that kinds from elsewhere on the class path
 * bring in a file of the name {@link #MORE}.
 */
public final class Words {
  /** Where words that are not Carezza's own lie. */
  public static final String MORE = "META-INF/carezza/words.properties";

  private static final Map<String, String> ALL = load();

  /** Changes every word on its way to the screen; only tests of long words do. */
  private static volatile UnaryOperator<String> dress = UnaryOperator.identity();

  private Words() {}

  static void dress(UnaryOperator<String> how) {
    dress = how;
  }

  private static Map<String, String> load() {
    Map<String, String> out = new TreeMap<>();
    try {
      ClassLoader loader = Words.class.getClassLoader();
      for (URL more : Collections.list(loader.getResources(MORE))) {
        add(more, out);
      }
      add(Words.class.getResource("words.properties"), out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return Collections.unmodifiableMap(out);
  }

  private static void add(URL file, Map<String, String> to) throws IOException {
    Properties p = new Properties();
    try (InputStreamReader in = new InputStreamReader(file.openStream(), StandardCharsets.UTF_8)) {
      p.load(in);
    }
    p.stringPropertyNames().forEach(k -> to.put(k, p.getProperty(k)));
  }

  /**
   * @throws IllegalArgumentException when there is no such key
   */
  public static String of(String key, Object... args) {
    String s = ALL.get(key);
    if (s == null) {
      throw new IllegalArgumentException("no words for '" + key + "'");
    }
    return dress.apply(args.length == 0 ? s : new MessageFormat(s, Locale.ENGLISH).format(args));
  }

  public static boolean has(String key) {
    return ALL.containsKey(key);
  }
}
