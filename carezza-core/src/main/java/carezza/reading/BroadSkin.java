package carezza.reading;

import carezza.color.CieLab;
import carezza.field.MaskedBlur;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * All skin before and now, reduced to 1.5 px/mm or a little more, as the readings of broad forms
 * and colours need it.
 */
final class BroadSkin {
  /** Pixels a mm. */
  final double px;

  final int level;
  final Rect rect;
  final RgbBlock lightBefore;
  final RgbBlock lightNow;

  /** 1 on skin. */
  final Plane mask;

  /** 1 on skin away from its border. */
  final Plane inner;

  final Plane before;
  final Plane now;
  final float[][] labBefore;
  final float[][] labNow;

  BroadSkin(RgbBlock b, RgbBlock n, Plane skin, double pxPerMm) {
    px = pxPerMm / (1 << b.level());
    level = b.level();
    rect = b.rect();
    lightBefore = b;
    lightNow = n;
    mask = new Plane(rect);
    for (int i = 0; i < mask.data().length; i++) {
      mask.data()[i] = skin.data()[i] > 0.6f ? 1 : 0;
    }
    inner = SkinGround.eroded(mask, SkinGround.INNER_MM * px);
    before = Bands.logLuminance(b);
    now = Bands.logLuminance(n);
    labBefore = lab(b);
    labNow = lab(n);
  }

  private static float[][] lab(RgbBlock b) {
    float[][] out = new float[3][b.size()];
    float[] c = new float[3];
    for (int i = 0; i < b.size(); i++) {
      CieLab.of(b.r()[i], b.g()[i], b.b()[i], c);
      out[0][i] = c[0];
      out[1][i] = c[1];
      out[2][i] = c[2];
    }
    return out;
  }

  Plane blur(Plane v, double mm) {
    return MaskedBlur.of(v, mask, mm * px, 0);
  }

  Plane band(Plane v, double innerMm, double outerMm) {
    return Bands.difference(blur(v, innerMm), blur(v, outerMm));
  }
}
