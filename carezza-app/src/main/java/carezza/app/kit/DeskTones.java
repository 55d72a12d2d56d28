package carezza.app.kit;

import carezza.color.ColorEncoding;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;

/**
 * The greys of the desk and of what lies on it, and the one accent, all found from the desk's
 * lightness: words keep their contrast at every one. Greys are neutral; the accent is a blue-green,
 * far from any skin hue, made lighter or darker until it reads as well as words do.
 *
 * <p>Contrast is that of WCAG 2.1: (a + 0.05) / (b + 0.05) of relative luminances.
 */
public final class DeskTones {
  /** Lightness of the desk, L*. */
  public static final double DARKEST = 20;

  public static final double USUAL = 48;
  public static final double LIGHTEST = 80;

  /** What words have at least on whatever they stand on; a little more than must be. */
  public static final double CONTRAST = 4.6;

  /** Up to this lightness of the desk a card is dark, beyond it light. */
  private static final double DARK_CARD = 34;

  /** Beyond this lightness black reads better on the desk than white. */
  private static final double LIGHT_DESK = 49.5;

  /**
   * A card is so much lighter than the usual desk, and less by this share of what a desk is over.
   */
  private static final double ABOVE = 21;

  private static final double LESS = 0.44;

  /** The accent as linear light of sRGB's primaries, at full strength. */
  private static final double[] ACCENT = {0.02, 0.6, 0.55};

  private static final int SCALE = 400;
  private static final double[] SHARES = {0.2126, 0.7152, 0.0722};
  private static final ColorEncoding SRGB = ColorEncoding.srgb();

  private final Map<String, Integer> tones = new LinkedHashMap<>();

  private DeskTones(double desk) {
    boolean dark = desk <= DARK_CARD;
    double card = dark ? desk + 6 : desk + ABOVE - LESS * (desk - USUAL);
    int onDesk = put("desk", grey(desk));
    boolean darkWords = desk > LIGHT_DESK;
    int foot = put("foot", grey(desk + (darkWords ? 4 : -7)));
    int onCard = put("card", grey(card));
    int open = put("card-open", grey(card + (dark ? 4 : 5)));
    int control = put("control", grey(card + (dark ? 9 : -7)));
    put("rule", grey(card + (dark ? 12 : -9)));
    put("track", grey(card + (dark ? 24 : -24)));
    put("desk-rule", grey(desk + (darkWords ? -12 : 12)));
    put("desk-track", grey(desk + (darkWords ? -22 : 24)));
    put("ink", words(1, onCard, open, control));
    put("ink-soft", words(0.62, onCard, open));
    put("accent", accent(onCard, open));
    put("on-accent", words(1, tones.get("accent")));
    put("desk-target", grey(desk + (darkWords ? -32 : 30)));
    put("desk-ink", words(1, onDesk, foot));
    put("desk-soft", words(0.7, onDesk, foot));
    put("desk-accent", accent(onDesk, foot));
  }

  /** The tones of a desk of so much L*. */
  public static DeskTones of(double lightness) {
    return new DeskTones(Math.max(DARKEST, Math.min(LIGHTEST, lightness)));
  }

  private int put(String name, int tone) {
    tones.put(name, tone);
    return tone;
  }

  /** A tone as 0xffRRGGBB. */
  public int of(String name) {
    return tones.get(name);
  }

  /** All of them as looked-up colours of a style. */
  public String style() {
    StringBuilder out = new StringBuilder();
    tones.forEach(
        (name, tone) ->
            out.append(String.format(Locale.ROOT, "-%s: #%06x; ", name, tone & 0xffffff)));
    return out.toString();
  }

  private static int grey(double lightness) {
    double l = Math.max(0, Math.min(100, lightness));
    double f = (l + 16) / 116;
    double y = l > 8 ? f * f * f : l * 27 / 24389;
    return ofLight(y, y, y);
  }

  private static int ofLight(double r, double g, double b) {
    return 0xff000000
        | SRGB.encode(0, 8, (float) r) << 16
        | SRGB.encode(1, 8, (float) g) << 8
        | SRGB.encode(2, 8, (float) b);
  }

  /** Relative luminance of a tone. */
  static double luminance(int tone) {
    double y = 0;
    for (int c = 0; c < 3; c++) {
      y += SHARES[c] * ColorEncoding.srgbToLinear((tone >> 16 - 8 * c & 0xff) / 255.0);
    }
    return y;
  }

  /** Contrast ratio of two tones, 1 to 21. */
  public static double contrast(int a, int b) {
    double x = luminance(a);
    double y = luminance(b);
    return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
  }

  private static double least(int tone, int... grounds) {
    double least = Double.MAX_VALUE;
    for (int g : grounds) {
      least = Math.min(least, contrast(tone, g));
    }
    return least;
  }

  /**
   * Black or white, whichever stands out more, or of that so much of its contrast as is wanted.
   *
   * @param share of the best contrast, as far as words stay readable
   */
  private static int words(double share, int... grounds) {
    boolean light = least(grey(100), grounds) > least(grey(0), grounds);
    double from = light ? 97 : 5;
    double wanted = Math.max(CONTRAST, share * least(grey(from), grounds));
    int best = grey(light ? 100 : 0);
    for (double l = light ? 100 : 0; l >= 0 && l <= 100; l += light ? -0.5 : 0.5) {
      boolean holds = least(grey(l), grounds) >= wanted && (light ? l <= from : l >= from);
      if (holds) {
        best = grey(l);
      }
    }
    return best;
  }

  /** The accent, as much darker or lighter than its full light as it needs to be read. */
  private static int accent(int... grounds) {
    boolean light = least(grey(100), grounds) > least(grey(0), grounds);
    int best = grey(light ? 100 : 0);
    for (int i = 0; i <= SCALE; i++) {
      int tone = onScale(light ? SCALE - i : i);
      if (least(tone, grounds) >= CONTRAST) {
        best = tone;
      }
    }
    return best;
  }

  /** From black through the full accent, half way up, to white. */
  private static int onScale(int at) {
    double t = 2.0 * at / SCALE;
    double[] v = new double[3];
    for (int c = 0; c < 3; c++) {
      v[c] = t <= 1 ? t * t * ACCENT[c] : ACCENT[c] + (t - 1) * (1 - ACCENT[c]);
    }
    return ofLight(v[0], v[1], v[2]);
  }
}
