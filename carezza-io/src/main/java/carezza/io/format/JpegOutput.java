package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import javax.imageio.ImageWriteParam;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;

/** JPEG of 8 bits at full colour resolution with its profile. */
final class JpegOutput implements OutputFormat {
  private static final String TREE = "javax_imageio_jpeg_image_1.0";
  private static final int SEGMENT = 65519;
  private static final int MOST = 65533;

  /** Markers APP1 and APP2. */
  private static final String NOTES = "225";

  private static final String ICC = "226";

  @Override
  public String key() {
    return "JPEG";
  }

  @Override
  public List<String> extensions() {
    return List.of("jpg", "jpeg");
  }

  @Override
  public List<Integer> depths() {
    return List.of(8);
  }

  @Override
  public boolean hasAlpha() {
    return false;
  }

  @Override
  public boolean isUsuallySrgb() {
    return true;
  }

  @Override
  public ReadBack.Bound bound() {
    return ReadBack.Bound.NEAR;
  }

  @Override
  public void write(BufferedImage image, double quality, byte[] profile, Notes notes, Path out)
      throws IOException {
    ImageIoWriting.write(
        "jpeg",
        image,
        out,
        (param, usual) -> {
          param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
          param.setCompressionQuality((float) quality);
          return metadata(usual, profile, notes);
        });
  }

  /** Full colour resolution (4:4:4) and the profile in APP2 segments (ICC.1:2022, annex B.4). */
  private static IIOMetadata metadata(IIOMetadata m, byte[] profile, Notes notes)
      throws IOException {
    IIOMetadataNode root = (IIOMetadataNode) m.getAsTree(TREE);
    var parts = root.getElementsByTagName("componentSpec");
    for (int i = 0; i < parts.getLength(); i++) {
      IIOMetadataNode c = (IIOMetadataNode) parts.item(i);
      c.setAttribute("HsamplingFactor", "1");
      c.setAttribute("VsamplingFactor", "1");
    }
    IIOMetadataNode sequence =
        (IIOMetadataNode) root.getElementsByTagName("markerSequence").item(0);
    int n = (profile.length + SEGMENT - 1) / SEGMENT;
    for (int i = 0; i < n; i++) {
      ByteArrayOutputStream b = new ByteArrayOutputStream();
      b.write("ICC_PROFILE\0".getBytes(StandardCharsets.US_ASCII));
      b.write(i + 1);
      b.write(n);
      b.write(
          Arrays.copyOfRange(profile, i * SEGMENT, Math.min(profile.length, (i + 1) * SEGMENT)));
      segment(sequence, ICC, b.toByteArray());
    }
    noted(sequence, JpegInput.XMP, notes.xmp());
    noted(sequence, JpegInput.EXIF, notes.exif());
    m.setFromTree(TREE, root);
    return m;
  }

  /** Notes go into one segment, or are left out where they are larger. */
  private static void noted(IIOMetadataNode sequence, byte[] mark, byte[] notes)
      throws IOException {
    if (notes.length > 0 && notes.length + mark.length <= MOST) {
      ByteArrayOutputStream b = new ByteArrayOutputStream();
      b.write(mark);
      b.write(notes);
      segment(sequence, NOTES, b.toByteArray());
    }
  }

  private static void segment(IIOMetadataNode sequence, String marker, byte[] body) {
    IIOMetadataNode app = new IIOMetadataNode("unknown");
    app.setAttribute("MarkerTag", marker);
    app.setUserObject(body);
    sequence.insertBefore(app, sequence.getFirstChild());
  }
}
