package carezza.io.format;

import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;

/** Images to be filled with a picture's codes. */
public final class SampleImage {
  private SampleImage() {}

  /**
   * An image of zeros: red, green, blue and perhaps alpha, interleaved.
   *
   * @param depth bits a sample, 8 or 16
   */
  public static BufferedImage of(int w, int h, int depth, boolean alpha) {
    int type = depth == 8 ? DataBuffer.TYPE_BYTE : DataBuffer.TYPE_USHORT;
    ComponentColorModel model =
        new ComponentColorModel(
            ColorSpace.getInstance(ColorSpace.CS_sRGB),
            alpha,
            false,
            alpha ? ComponentColorModel.TRANSLUCENT : ComponentColorModel.OPAQUE,
            type);
    WritableRaster raster = Raster.createInterleavedRaster(type, w, h, alpha ? 4 : 3, null);
    return new BufferedImage(model, raster, false, null);
  }
}
