package carezza.testing;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.sheet.RunSheet;
import java.util.Random;

/** Small seeded pictures for the core's tests: skin-like shade, blotches and noise. */
public final class Pictures {
  private Pictures() {}

  public static SourcePicture skin(int w, int h, int depth, long seed) {
    SourcePicture p = new SourcePicture(w, h, depth, 3);
    Random random = new Random(seed);
    double top = depth == 8 ? 255 : 65535;
    double[] base = {0.72, 0.55, 0.45};
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        double shade = 0.75 + 0.2 * Math.sin(x / 90.0 + 0.4) + 0.06 * Math.cos(y / 60.0);
        double spot = Math.exp(-((x - 70) * (x - 70) + (y - 60) * (y - 60)) / 60.0);
        double n = 0.03 * random.nextGaussian();
        for (int c = 0; c < 3; c++) {
          double v = base[c] * shade + n - (c == 0 ? 0.05 : 0.2) * spot;
          p.setCode(c, x, y, (int) Math.round(top * Math.max(0, Math.min(1, v))));
        }
      }
    }
    return p;
  }

  public static Engine engine(SourcePicture p) {
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 26));
  }

  /** 4 px a mm. */
  public static RunSheet pinned() {
    return RunSheet.EMPTY.withFaceMap(new FaceMap(new Pin(20, 40), new Pin(272, 40)));
  }

  /** Where two blocks differ in bits, or an empty text. */
  public static String difference(RgbBlock a, RgbBlock b) {
    for (int i = 0; i < a.size(); i++) {
      for (int c = 0; c < 3; c++) {
        float u = a.channel(c)[i];
        float v = b.channel(c)[i];
        if (Float.isNaN(u) || Float.floatToIntBits(u) != Float.floatToIntBits(v)) {
          return "channel "
              + c
              + " at "
              + i % a.rect().w()
              + ", "
              + i / a.rect().w()
              + ": "
              + u
              + " and "
              + v;
        }
      }
    }
    return "";
  }
}
