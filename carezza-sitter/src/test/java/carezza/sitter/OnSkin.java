package carezza.sitter;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import carezza.reading.Bands;

/** What tests of passes on made-up skin share: a patch of 10 by 8 cm and how light is compared. */
abstract class OnSkin {
  static final double PX = 6.4;
  static final int W = 640;
  static final int H = 512;
  static final double X = 0.5 * W;
  static final double Y = 0.5 * H;

  static Engine engine(MadeSkin s) {
    return new Engine(s.picture(16), ColorEncoding.srgb(), new TileCache(1 << 27));
  }

  static MadeSkin skin(double tone, long seed) {
    return new MadeSkin(W, H, PX, tone, seed);
  }

  /** Stops between two pictures at a place, blurred by 0.8 mm. */
  static double stops(RgbBlock now, RgbBlock was, double x, double y) {
    return logAt(now, x, y) - logAt(was, x, y);
  }

  static double logAt(RgbBlock b, double x, double y) {
    Plane e = Gaussian.blur(Bands.logLuminance(b), 0.8 * PX);
    return e.at((int) x, (int) y);
  }
}
