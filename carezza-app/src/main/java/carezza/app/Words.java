package carezza.app;

import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;

/** All words on the screen, from one bundle. */
public final class Words {
  private static final ResourceBundle BUNDLE =
      ResourceBundle.getBundle("carezza.app.words", Locale.ENGLISH);

  private Words() {}

  public static String of(String key, Object... args) {
    String s = BUNDLE.getString(key);
    return args.length == 0 ? s : new MessageFormat(s, Locale.ENGLISH).format(args);
  }

  public static ResourceBundle bundle() {
    return BUNDLE;
  }
}
