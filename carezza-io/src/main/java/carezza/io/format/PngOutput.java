package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;

/** PNG of 8 and 16 bits with its profile in an iCCP chunk. */
final class PngOutput implements OutputFormat {
  /** The chunk of Exif, and the keyword of XMP (PNG, third edition). */
  static final String EXIF = "eXIf";

  static final String XMP = "XML:com.adobe.xmp";

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
  public void write(BufferedImage image, double quality, byte[] profile, Notes notes, Path out)
      throws IOException {
    ImageIoWriting.write("png", image, out, (param, usual) -> metadata(usual, profile, notes));
  }

  private static IIOMetadata metadata(IIOMetadata m, byte[] profile, Notes notes)
      throws IOException {
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
    if (notes.xmp().length > 0) {
      IIOMetadataNode text = new IIOMetadataNode("iTXtEntry");
      text.setAttribute("keyword", XMP);
      text.setAttribute("compressionFlag", "FALSE");
      text.setAttribute("compressionMethod", "0");
      text.setAttribute("languageTag", "");
      text.setAttribute("translatedKeyword", "");
      text.setAttribute("text", new String(notes.xmp(), StandardCharsets.UTF_8));
      IIOMetadataNode all = new IIOMetadataNode("iTXt");
      all.appendChild(text);
      root.appendChild(all);
    }
    if (notes.exif().length > 0) {
      IIOMetadataNode chunk = new IIOMetadataNode("UnknownChunk");
      chunk.setAttribute("type", EXIF);
      chunk.setUserObject(notes.exif());
      IIOMetadataNode all = new IIOMetadataNode("UnknownChunks");
      all.appendChild(chunk);
      root.appendChild(all);
    }
    m.mergeTree(TREE, root);
    return m;
  }
}
