package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageWriteParam;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;

/**
 * TIFF of 8 and 16 bits, with its profile; deflated, or plain. The encoder leaves too little room
 * for strips that hardly become smaller and cuts them off (blocks of zlib are shorter than it
 * reckons), so what is read back otherwise than it was written is written plain: of such a picture
 * that takes no more room.
 */
final class TiffOutput implements OutputFormat {
  private static final int ICC = 34675;
  private static final String DEFLATED = "ZLib";

  private final boolean deflated;

  TiffOutput(boolean deflated) {
    this.deflated = deflated;
  }

  @Override
  public String key() {
    return "TIFF";
  }

  @Override
  public List<String> extensions() {
    return List.of("tif", "tiff");
  }

  @Override
  public List<Integer> depths() {
    return List.of(8, 16);
  }

  @Override
  public boolean hasAlpha() {
    return true;
  }

  @Override
  public Optional<OutputFormat> otherwise() {
    return deflated ? Optional.of(new TiffOutput(false)) : Optional.empty();
  }

  @Override
  public void write(BufferedImage image, double quality, byte[] profile, Notes notes, Path out)
      throws IOException {
    ImageIoWriting.write(
        "tiff",
        image,
        out,
        (param, usual) -> {
          if (deflated) {
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionType(DEFLATED);
          } else {
            param.setCompressionMode(ImageWriteParam.MODE_DISABLED);
          }
          return metadata(usual, profile, notes);
        });
  }

  private static IIOMetadata metadata(IIOMetadata m, byte[] profile, Notes notes)
      throws IOException {
    TIFFDirectory d = TIFFDirectory.createFromMetadata(m);
    TIFFTag tag = new TIFFTag("ICC Profile", ICC, 1 << TIFFTag.TIFF_UNDEFINED);
    d.removeTIFFField(ICC);
    d.addTIFFField(new TIFFField(tag, TIFFTag.TIFF_UNDEFINED, profile.length, profile));
    if (notes.xmp().length > 0) {
      TIFFTag packet = new TIFFTag("XMP", TiffInput.XMP, 1 << TIFFTag.TIFF_UNDEFINED);
      d.removeTIFFField(TiffInput.XMP);
      d.addTIFFField(
          new TIFFField(packet, TIFFTag.TIFF_UNDEFINED, notes.xmp().length, notes.xmp()));
    }
    return d.getAsMetadata();
  }
}
