package carezza.bench;

import carezza.color.ColorEncoding;
import carezza.image.Plane;
import carezza.image.SourcePicture;

/** A picture of 8 bits of sRGB as linear light, to be painted on, and back. */
final class LinearLight {
  private static final ColorEncoding SRGB = ColorEncoding.srgb();

  final Plane[] channels = new Plane[3];

  LinearLight(SourcePicture p) {
    float[] table = SRGB.table(0, 8);
    for (int c = 0; c < 3; c++) {
      channels[c] = new Plane(p.bounds());
      for (int i = 0; i < channels[c].data().length; i++) {
        channels[c].data()[i] = table[p.code(c, i % p.width(), i / p.width())];
      }
    }
  }

  SourcePicture picture() {
    int w = channels[0].w();
    SourcePicture out = new SourcePicture(w, channels[0].h(), 8, 3);
    for (int c = 0; c < 3; c++) {
      float[] v = channels[c].data();
      for (int i = 0; i < v.length; i++) {
        out.setCode(c, i % w, i / w, SRGB.encode(c, 8, Math.max(0, Math.min(1, v[i]))));
      }
    }
    return out;
  }
}
