package carezza.bench;

import carezza.color.ColorEncoding;
import carezza.image.Plane;
import carezza.image.SourcePicture;
import carezza.sitter.DemoSitter;
import java.util.List;

/**
 * A sitter with one part in another colour, through the truth's mask: the part's own light and
 * shade stay as far as is said.
 *
 * @param name what is done
 * @param part a mask of the sitter
 * @param rgb mean of the part in linear sRGB
 * @param ofSkin whether {@code rgb} counts in the mean colour of the sitter's skin
 * @param keep power of what each pixel was over the part's mean
 */
record Repainted(String name, String part, double[] rgb, boolean ofSkin, double keep) {
  static final List<Repainted> ALL =
      List.of(
          of("irises dark", "iris", 0.7, 0.025, 0.014, 0.009),
          of("irises pale", "iris", 0.7, 0.22, 0.28, 0.33),
          ofSkin("brows pale", "brows", 0.25, 1.12, 1.12, 1.12),
          of("lips red", "lips", 1, 0.35, 0.03, 0.05),
          ofSkin("lips as skin", "lips", 1, 0.9, 0.82, 0.8),
          of("hair black", "hair-headwear", 0.8, 0.012, 0.011, 0.01),
          of("hair white", "hair-headwear", 0.8, 0.5, 0.5, 0.5),
          of("clothing white", "clothing", 0.8, 0.75, 0.75, 0.74),
          ofSkin("clothing as skin", "clothing", 0.8, 0.95, 0.9, 0.88),
          of("backdrop white", "background", 0, 0.92, 0.92, 0.92),
          ofSkin("backdrop as skin", "background", 0, 0.9, 0.9, 0.9),
          of("skin dark", "skin", 1, 0.07, 0.035, 0.022),
          of("skin pale", "skin", 1, 0.58, 0.42, 0.34));

  private static final double LEAST = 1e-4;

  private static Repainted of(String name, String part, double keep, double... rgb) {
    return new Repainted(name, part, rgb, false, keep);
  }

  private static Repainted ofSkin(String name, String part, double keep, double... rgb) {
    return new Repainted(name, part, rgb, true, keep);
  }

  /** The picture, in 8 bits of sRGB. */
  SourcePicture on(DemoSitter sitter) {
    SourcePicture p = sitter.picture().picture();
    ColorEncoding srgb = ColorEncoding.srgb();
    float[] table = srgb.table(0, 8);
    Plane mask = sitter.mask(part);
    SourcePicture out = new SourcePicture(p.width(), p.height(), 8, 3);
    for (int c = 0; c < 3; c++) {
      double from = mean(p, mask, c, table);
      double to = rgb[c] * (ofSkin ? mean(p, sitter.mask("skin"), c, table) : 1);
      for (int i = 0; i < mask.data().length; i++) {
        int code = p.code(c, i % p.width(), i / p.width());
        float share = mask.data()[i];
        if (share > 0) {
          double old = table[code];
          double own = Math.pow((old + LEAST) / (from + LEAST), keep);
          double painted = old + share * (Math.min(1, to * own) - old);
          code = Math.max(0, Math.min(255, srgb.encode(c, 8, (float) painted)));
        }
        out.setCode(c, i % p.width(), i / p.width(), code);
      }
    }
    return out;
  }

  /** Geometric, over what belongs to a part alone. */
  private static double mean(SourcePicture p, Plane mask, int channel, float[] table) {
    double sum = 0;
    double n = 1e-9;
    for (int i = 0; i < mask.data().length; i++) {
      if (mask.data()[i] > 0.9f) {
        sum += Math.log(table[p.code(channel, i % p.width(), i / p.width())] + LEAST);
        n++;
      }
    }
    return Math.exp(sum / n) - LEAST;
  }
}
