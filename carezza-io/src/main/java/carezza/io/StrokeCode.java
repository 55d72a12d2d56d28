package carezza.io;

import carezza.area.Stroke;
import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.Base64;

/**
 * Stroke samples as text: differences from sample to sample, zigzag and variable-length bytes
 * (least significant seven bits first), base 64. Some 5 to 8 bytes a sample.
 */
final class StrokeCode {
  private StrokeCode() {}

  static String encode(int[] samples) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int i = 0; i < samples.length; i++) {
      int before = i < Stroke.FIELDS ? 0 : samples[i - Stroke.FIELDS];
      int d = samples[i] - before;
      int z = (d << 1) ^ (d >> 31);
      while ((z & ~0x7f) != 0) {
        out.write(z & 0x7f | 0x80);
        z >>>= 7;
      }
      out.write(z);
    }
    return Base64.getEncoder().withoutPadding().encodeToString(out.toByteArray());
  }

  /**
   * @throws IllegalArgumentException when the text is not a stroke
   */
  static int[] decode(String text) {
    byte[] b = Base64.getDecoder().decode(text);
    int[] out = new int[b.length];
    int n = 0;
    for (int i = 0; i < b.length; ) {
      int z = 0;
      int shift = 0;
      int v;
      do {
        if (i == b.length || shift > 28) {
          throw new IllegalArgumentException("a stroke is cut off");
        }
        v = b[i++];
        z |= (v & 0x7f) << shift;
        shift += 7;
      } while (v < 0);
      int before = n < Stroke.FIELDS ? 0 : out[n - Stroke.FIELDS];
      out[n++] = ((z >>> 1) ^ -(z & 1)) + before;
    }
    return Arrays.copyOf(out, n);
  }
}
