package carezza.image;

import java.nio.ByteBuffer;

/**
 * Floats as bytes and back, bit by bit. The bytes stand in four runs, those of the exponents
 * together, which packs better.
 */
public final class FloatBytes {
  private FloatBytes() {}

  public static void put(float[] values, ByteBuffer out) {
    for (int shift = 24; shift >= 0; shift -= 8) {
      for (float v : values) {
        out.put((byte) (Float.floatToRawIntBits(v) >> shift));
      }
    }
  }

  /** The next {@code n} floats. */
  public static float[] get(ByteBuffer in, int n) {
    int[] bits = new int[n];
    for (int shift = 24; shift >= 0; shift -= 8) {
      for (int i = 0; i < n; i++) {
        bits[i] |= (in.get() & 0xff) << shift;
      }
    }
    float[] out = new float[n];
    for (int i = 0; i < n; i++) {
      out[i] = Float.intBitsToFloat(bits[i]);
    }
    return out;
  }
}
