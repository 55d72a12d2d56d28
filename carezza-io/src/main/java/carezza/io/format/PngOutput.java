package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;

/** PNG of 8 and 16 bits with its profile in an iCCP chunk. */
final class PngOutput implements OutputFormat {
  private static final String TREE = "javax_imageio_png_1.0";

  @Override
  public String key() {
    return "PNG";
  }

  @Override
  public List<String> extensions() {
    return List.of("png");
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
  public void write(BufferedImage image, double quality, byte[] profile, Path out)
      throws IOException {
    ImageIoWriting.write("png", image, out, (param, usual) -> metadata(usual, profile));
  }

  private static IIOMetadata metadata(IIOMetadata m, byte[] profile) throws IOException {
    IIOMetadataNode root = (IIOMetadataNode) m.getAsTree(TREE);
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (DeflaterOutputStream d = new DeflaterOutputStream(packed)) {
      d.write(profile);
    }
    IIOMetadataNode icc = new IIOMetadataNode("iCCP");
    icc.setAttribute("profileName", "profile");
    icc.setAttribute("compressionMethod", "deflate");
    icc.setUserObject(packed.toByteArray());
    root.appendChild(icc);
    m.mergeTree(TREE, root);
    return m;
  }
}
