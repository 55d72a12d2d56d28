package carezza.sitter.fault;

import carezza.io.format.SampleImage;
import java.awt.image.BufferedImage;
import java.awt.image.WritableRaster;
import java.util.Random;

/**
 * A picture made by a number: noise, noise in the low bits only, flat, a gradient, or like a
 * photograph; of 8 or 16 bits, with or without alpha, of odd sizes.
 *
 * @param number from which all of it follows
 * @param content what it shows
 * @param depth bits a sample
 * @param image its samples
 */
public record MadePicture(int number, Content content, int depth, BufferedImage image) {
  public enum Content {
    NOISE,
    LOW_BITS,
    FLAT,
    GRADIENT,
    PHOTOGRAPH
  }

  /** The picture of a number. */
  public static MadePicture of(int number) {
    Random r = new Random(7919L * number + 1);
    Content content = Content.values()[number % Content.values().length];
    int depth = number / 5 % 2 == 0 ? 16 : 8;
    int bands = number / 10 % 4 == 3 ? 4 : 3;
    int w = number % 37 == 0 ? 1 : 1 + r.nextInt(420);
    int h = number % 41 == 1 ? 1 : 1 + r.nextInt(330);
    return new MadePicture(number, content, depth, image(content, w, h, depth, bands, number));
  }

  public static BufferedImage noise(int w, int h, int depth, int bands, long seed) {
    return image(Content.NOISE, w, h, depth, bands, seed);
  }

  public static BufferedImage photograph(int w, int h, int depth, int bands, long seed) {
    return image(Content.PHOTOGRAPH, w, h, depth, bands, seed);
  }

  private static BufferedImage image(Content what, int w, int h, int depth, int bands, long seed) {
    BufferedImage image = SampleImage.of(w, h, depth, bands == 4);
    WritableRaster raster = image.getRaster();
    Random r = new Random(seed);
    int most = (1 << depth) - 1;
    int[] flat = {r.nextInt(most + 1), r.nextInt(most + 1), r.nextInt(most + 1), most};
    int[] row = new int[w * bands];
    for (int y = 0; y < h; y++) {
      for (int i = 0; i < row.length; i++) {
        int x = i / bands;
        int c = i % bands;
        double wave = 0.5 + 0.4 * Math.sin(x / 40.0 + c) * Math.cos(y / 55.0 - c);
        row[i] =
            switch (what) {
              case NOISE -> r.nextInt(most + 1);
              case LOW_BITS -> (flat[c] & ~255 | r.nextInt(256)) & most;
              case FLAT -> flat[c];
              case GRADIENT -> (int) ((long) most * (x + y) / Math.max(1, w + h - 2));
              case PHOTOGRAPH ->
                  (int) Math.max(0, Math.min(most, most * (wave + 0.01 * r.nextGaussian())));
            };
      }
      raster.setPixels(0, y, w, 1, row);
    }
    return image;
  }

  /** A picture with the same samples. */
  public static BufferedImage copy(BufferedImage image) {
    BufferedImage out =
        SampleImage.of(
            image.getWidth(),
            image.getHeight(),
            image.getColorModel().getComponentSize(0),
            image.getColorModel().hasAlpha());
    out.getRaster().setRect(image.getRaster());
    return out;
  }

  @Override
  public String toString() {
    return "picture "
        + number
        + ": "
        + content
        + " "
        + image.getWidth()
        + " x "
        + image.getHeight()
        + ", "
        + depth
        + " bits, "
        + image.getRaster().getNumBands()
        + " channels";
  }
}
