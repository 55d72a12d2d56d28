package carezza.io.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/**
 * What a file says of its picture beside the pixels: who took it, with what, whose it is. Kept for
 * what is written of it. The picture is turned upright when it is read, so a turn that the notes
 * speak of is taken out, and with it the small preview, which shows the picture as it was.
 *
 * @param exif a TIFF structure (CIPA DC-008, Exif 2.32), empty without
 * @param xmp a packet (ISO 16684-1), empty without
 */
public record Notes(byte[] exif, byte[] xmp) {
  public static final Notes NONE = new Notes(new byte[0], new byte[0]);

  private static final int ORIENTATION = 0x0112;
  private static final int[] IMAGE_SIZE = {0x0100, 0x0101};
  private static final int[] PIXEL_SIZE = {0xa002, 0xa003};
  private static final int EXIF_DIRECTORY = 0x8769;
  private static final int ENTRY = 12;

  /** Where an entry's value stands in it, and the type of one of four bytes. */
  private static final int VALUE = 8;

  private static final int LONG = 4;

  /** Of notes as they stand in a file; Exif that cannot be read is left out. */
  static Notes upright(byte[] exif, byte[] xmp) {
    return new Notes(turned(exif), turnedPacket(xmp));
  }

  private static byte[] turned(byte[] exif) {
    byte[] out = exif.clone();
    Optional<ByteBuffer> b = opened(out);
    int first = b.map(e -> e.getInt(4)).orElse(0);
    if (b.isEmpty() || !isDirectory(b.get(), first)) {
      return new byte[0];
    }
    entry(b.get(), first, ORIENTATION).ifPresent(e -> set(b.get(), e, 1));
    b.get().putInt(first + 2 + ENTRY * count(b.get(), first), 0);
    return out;
  }

  /** The same for a picture of another size: a crop, or one that was turned upright. */
  public Notes sized(int width, int height) {
    byte[] out = exif.clone();
    Optional<ByteBuffer> b = opened(out);
    if (b.isPresent() && isDirectory(b.get(), b.get().getInt(4))) {
      int first = b.get().getInt(4);
      sized(b.get(), first, IMAGE_SIZE, width, height);
      entry(b.get(), first, EXIF_DIRECTORY)
          .map(e -> b.get().getInt(e + VALUE))
          .filter(at -> isDirectory(b.get(), at))
          .ifPresent(at -> sized(b.get(), at, PIXEL_SIZE, width, height));
    }
    String s = new String(xmp, StandardCharsets.UTF_8);
    String now = said(said(s, "PixelXDimension", width), "PixelYDimension", height);
    return new Notes(out, now.equals(s) ? xmp : now.getBytes(StandardCharsets.UTF_8));
  }

  private static String said(String packet, String name, int v) {
    return packet
        .replaceAll("(exif:" + name + "\\s*=\\s*[\"'])\\d+", "$1" + v)
        .replaceAll("(<exif:" + name + ">)\\d+", "$1" + v);
  }

  private static void sized(ByteBuffer b, int directory, int[] tags, int width, int height) {
    entry(b, directory, tags[0]).ifPresent(e -> set(b, e, width));
    entry(b, directory, tags[1]).ifPresent(e -> set(b, e, height));
  }

  /** The bytes in their own order; empty where they are no TIFF structure. */
  private static Optional<ByteBuffer> opened(byte[] exif) {
    boolean little = exif.length > 8 && exif[0] == 'I' && exif[1] == 'I';
    boolean big = exif.length > 8 && exif[0] == 'M' && exif[1] == 'M';
    return little || big
        ? Optional.of(
            ByteBuffer.wrap(exif).order(little ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN))
        : Optional.empty();
  }

  private static boolean isDirectory(ByteBuffer b, int at) {
    return at >= 8 && at <= b.capacity() - 2 && at + 2 + ENTRY * count(b, at) <= b.capacity() - 4;
  }

  private static int count(ByteBuffer b, int directory) {
    return b.getShort(directory) & 0xffff;
  }

  private static Optional<Integer> entry(ByteBuffer b, int directory, int tag) {
    for (int i = 0; i < count(b, directory); i++) {
      int at = directory + 2 + ENTRY * i;
      if ((b.getShort(at) & 0xffff) == tag) {
        return Optional.of(at);
      }
    }
    return Optional.empty();
  }

  /** A single whole number, of two bytes or of four. */
  private static void set(ByteBuffer b, int entry, int v) {
    boolean isLong = b.getShort(entry + 2) == LONG;
    b.putInt(entry + VALUE, 0);
    if (isLong) {
      b.putInt(entry + VALUE, v);
    } else {
      b.putShort(entry + VALUE, (short) v);
    }
  }

  private static byte[] turnedPacket(byte[] xmp) {
    String s = new String(xmp, StandardCharsets.UTF_8);
    String upright =
        s.replaceAll("(tiff:Orientation\\s*=\\s*[\"'])\\d", "$11")
            .replaceAll("(<tiff:Orientation>)\\d", "$11");
    return upright.equals(s) ? xmp : upright.getBytes(StandardCharsets.UTF_8);
  }

  public boolean isEmpty() {
    return exif.length == 0 && xmp.length == 0;
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Notes n && Arrays.equals(exif, n.exif) && Arrays.equals(xmp, n.xmp);
  }

  @Override
  public int hashCode() {
    return 31 * Arrays.hashCode(exif) + Arrays.hashCode(xmp);
  }
}
