package carezza.io.format;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import java.util.zip.InflaterInputStream;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import org.w3c.dom.NodeList;

/** PNG of 1 to 16 bits with the profile of its iCCP chunk. */
final class PngInput implements InputFormat {
  private static final String DECODER = "com.sun.imageio.plugins.png.PNGImageReader";

  @Override
  public String key() {
    return "PNG";
  }

  @Override
  public List<String> extensions() {
    return List.of("png");
  }

  @Override
  public boolean matches(byte[] b) {
    return b.length >= 8 && (b[0] & 0xff) == 0x89 && b[1] == 'P' && b[2] == 'N' && b[3] == 'G';
  }

  @Override
  public Decoded read(Path file, DoubleConsumer progress, Consumer<String> warn)
      throws IOException {
    try (ImageIoReading in = new ImageIoReading(file, "png", DECODER, progress)) {
      IIOMetadata m = in.reader().getImageMetadata(0);
      return new Decoded(in.read(), profile(m, warn), Orientation.UPRIGHT, notes(m));
    }
  }

  private static Notes notes(IIOMetadata metadata) {
    IIOMetadataNode root = (IIOMetadataNode) metadata.getAsTree("javax_imageio_png_1.0");
    byte[] exif = new byte[0];
    NodeList chunks = root.getElementsByTagName("UnknownChunk");
    for (int i = 0; i < chunks.getLength(); i++) {
      IIOMetadataNode c = (IIOMetadataNode) chunks.item(i);
      if (PngOutput.EXIF.equals(c.getAttribute("type")) && c.getUserObject() instanceof byte[] b) {
        exif = b;
      }
    }
    byte[] xmp = new byte[0];
    NodeList texts = root.getElementsByTagName("iTXtEntry");
    for (int i = 0; i < texts.getLength(); i++) {
      IIOMetadataNode t = (IIOMetadataNode) texts.item(i);
      if (PngOutput.XMP.equals(t.getAttribute("keyword"))) {
        xmp = t.getAttribute("text").getBytes(StandardCharsets.UTF_8);
      }
    }
    return Notes.upright(exif, xmp);
  }

  private static byte[] profile(IIOMetadata metadata, Consumer<String> warn) throws IOException {
    IIOMetadataNode root = (IIOMetadataNode) metadata.getAsTree("javax_imageio_png_1.0");
    NodeList found = root.getElementsByTagName("iCCP");
    if (found.getLength() == 0) {
      return new byte[0];
    }
    Object packed = ((IIOMetadataNode) found.item(0)).getUserObject();
    try (InputStream in = new InflaterInputStream(new ByteArrayInputStream((byte[]) packed))) {
      return in.readAllBytes();
    } catch (IOException e) {
      warn.accept("The embedded colour profile is damaged; sRGB is assumed.");
      return new byte[0];
    }
  }
}
