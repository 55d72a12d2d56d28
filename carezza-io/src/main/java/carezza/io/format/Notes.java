package carezza.io.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

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
  private static final int ENTRY = 12;

  /** Of notes as they stand in a file; Exif that cannot be read is left out. */
  static Notes upright(byte[] exif, byte[] xmp) {
    return new Notes(turned(exif), turnedPacket(xmp));
  }

  private static byte[] turned(byte[] exif) {
    byte[] out = exif.clone();
    boolean little = out.length > 8 && out[0] == 'I' && out[1] == 'I';
    boolean big = out.length > 8 && out[0] == 'M' && out[1] == 'M';
    if (!little && !big) {
      return new byte[0];
    }
    ByteBuffer b = ByteBuffer.wrap(out);
    b.order(little ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    int at = b.getInt(4);
    if (at < 8 || at > out.length - 2) {
      return new byte[0];
    }
    int n = b.getShort(at) & 0xffff;
    int end = at + 2 + ENTRY * n;
    if (end > out.length - 4) {
      return new byte[0];
    }
    for (int i = 0; i < n; i++) {
      int entry = at + 2 + ENTRY * i;
      if ((b.getShort(entry) & 0xffff) == ORIENTATION) {
        b.putInt(entry + 8, 0).putShort(entry + 8, (short) 1);
      }
    }
    b.putInt(end, 0);
    return out;
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
