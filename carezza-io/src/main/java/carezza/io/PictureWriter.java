package carezza.io;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;
import javax.imageio.stream.ImageOutputStream;

/** Writes codes as JPEG, PNG or TIFF with a profile embedded. */
final class PictureWriter {
  private static final int TIFF_ICC = 34675;
  private static final String JPEG_TREE = "javax_imageio_jpeg_image_1.0";
  private static final String PNG_TREE = "javax_imageio_png_1.0";
  private static final int SEGMENT = 65519;

  private PictureWriter() {}

  static void write(BufferedImage image, ExportSettings s, byte[] profile, Path out)
      throws IOException {
    String name = s.format().name().toLowerCase(Locale.ROOT);
    ImageWriter writer = writer(name);
    Files.deleteIfExists(out);
    Files.createFile(out);
    try (ImageOutputStream stream = ImageIO.createImageOutputStream(out.toFile())) {
      writer.setOutput(stream);
      ImageWriteParam param = writer.getDefaultWriteParam();
      IIOMetadata metadata =
          writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(image), param);
      switch (s.format()) {
        case JPEG -> {
          param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
          param.setCompressionQuality((float) s.quality());
          metadata = jpeg(metadata, profile);
        }
        case PNG -> metadata = png(metadata, profile);
        case TIFF -> {
          param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
          param.setCompressionType("ZLib");
          metadata = tiff(metadata, profile);
        }
      }
      writer.write(null, new IIOImage(image, null, metadata), param);
    } finally {
      writer.dispose();
    }
  }

  private static ImageWriter writer(String format) throws IOException {
    var all = ImageIO.getImageWritersByFormatName(format);
    while (all.hasNext()) {
      ImageWriter w = all.next();
      if (w.getClass().getName().startsWith("com.sun.")) {
        return w;
      }
    }
    throw new IOException("no writer for " + format);
  }

  /** Full colour resolution (4:4:4) and the profile in APP2 segments (ICC.1:2022, annex B.4). */
  private static IIOMetadata jpeg(IIOMetadata m, byte[] profile) throws IOException {
    IIOMetadataNode root = (IIOMetadataNode) m.getAsTree(JPEG_TREE);
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
      IIOMetadataNode app = new IIOMetadataNode("unknown");
      app.setAttribute("MarkerTag", "226");
      app.setUserObject(b.toByteArray());
      sequence.insertBefore(app, sequence.getFirstChild());
    }
    m.setFromTree(JPEG_TREE, root);
    return m;
  }

  private static IIOMetadata png(IIOMetadata m, byte[] profile) throws IOException {
    IIOMetadataNode root = (IIOMetadataNode) m.getAsTree(PNG_TREE);
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (DeflaterOutputStream d = new DeflaterOutputStream(packed)) {
      d.write(profile);
    }
    IIOMetadataNode icc = new IIOMetadataNode("iCCP");
    icc.setAttribute("profileName", "profile");
    icc.setAttribute("compressionMethod", "deflate");
    icc.setUserObject(packed.toByteArray());
    root.appendChild(icc);
    m.mergeTree(PNG_TREE, root);
    return m;
  }

  private static IIOMetadata tiff(IIOMetadata m, byte[] profile) throws IOException {
    TIFFDirectory d = TIFFDirectory.createFromMetadata(m);
    TIFFTag tag = new TIFFTag("ICC Profile", TIFF_ICC, 1 << TIFFTag.TIFF_UNDEFINED);
    d.removeTIFFField(TIFF_ICC);
    d.addTIFFField(new TIFFField(tag, TIFFTag.TIFF_UNDEFINED, profile.length, profile));
    return d.getAsMetadata();
  }
}
