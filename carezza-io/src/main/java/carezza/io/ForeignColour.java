package carezza.io;

import carezza.image.SourcePicture;
import java.awt.color.CMMException;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.util.stream.IntStream;

/**
 * Codes of profiles that are not curves and a matrix (RGB by tables, inks) turned by the platform's
 * colour engine into 16 bits of one wide RGB space, by the profile's own intent and without black
 * point compensation. The file's own codes are not kept: such a picture is written in that space.
 */
final class ForeignColour {
  /** Primaries of ITU-R BT.2020 with a gamma of 2.2: wider than any print. */
  static final byte[] WIDE =
      IccProfile.ofGamma(
          "BT.2020 primaries, gamma 2.2",
          new double[] {0.708, 0.292, 0.170, 0.797, 0.131, 0.046},
          2.2);

  private static final int ROWS = 64;

  private ForeignColour() {}

  /**
   * @param p codes, the first {@code colours} channels those of the profile; a fourth one beyond
   *     three is alpha
   * @param colours of the profile: 3 or 4
   * @throws IllegalArgumentException when the profile has not so many, or cannot be used
   */
  static SourcePicture wide(SourcePicture p, int colours, byte[] icc) {
    ICC_Profile from = ICC_Profile.getInstance(icc);
    if (from.getNumComponents() != colours || from.getColorSpaceType() == ColorSpace.TYPE_GRAY) {
      throw new IllegalArgumentException(
          "profile has " + from.getNumComponents() + " colours, the picture " + colours);
    }
    ICC_Profile[] way = {from, ICC_Profile.getInstance(WIDE)};
    boolean alpha = colours == 3 && p.channels() == 4;
    SourcePicture out = new SourcePicture(p.width(), p.height(), 16, alpha ? 4 : 3);
    int scale = p.depth() == 8 ? 257 : 1;
    int parts = (p.height() + ROWS - 1) / ROWS;
    try {
      IntStream.range(0, parts)
          .parallel()
          .forEach(part -> convert(p, out, colours, way, scale, part * ROWS));
    } catch (CMMException e) {
      throw new IllegalArgumentException("the colour engine refuses the profile", e);
    }
    return out;
  }

  private static void convert(
      SourcePicture p, SourcePicture out, int colours, ICC_Profile[] way, int scale, int y0) {
    int w = p.width();
    int h = Math.min(ROWS, p.height() - y0);
    WritableRaster in = Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, w, h, colours, null);
    WritableRaster rgb = Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, w, h, 3, null);
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < colours; c++) {
          in.setSample(x, y, c, scale * p.code(c, x, y0 + y));
        }
      }
    }
    new ColorConvertOp(way, null).filter(in, rgb);
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < 3; c++) {
          out.setCode(c, x, y0 + y, rgb.getSample(x, y, c));
        }
        if (out.channels() == 4) {
          out.setCode(3, x, y0 + y, scale * p.code(3, x, y0 + y));
        }
      }
    }
  }
}
