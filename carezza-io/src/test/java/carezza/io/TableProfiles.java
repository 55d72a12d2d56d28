package carezza.io;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.function.UnaryOperator;

/** Made-up profiles that say by a table of 16 bits what their codes are: lut16Type, ICC.1:2022. */
final class TableProfiles {
  private static final int HEAD = 128;

  private TableProfiles() {}

  /** RGB of a screen whose colours bend a little between the corners. */
  static byte[] rgb() {
    return profile("RGB ", "scnr", 3, 17, TableProfiles::screen);
  }

  /** Four made-up inks. */
  static byte[] inks() {
    return profile("CMYK", "prtr", 4, 9, TableProfiles::print);
  }

  private static double[] screen(double[] v) {
    double r = Math.pow(v[0], 2.1);
    double g = Math.pow(v[1], 2.2);
    double b = Math.pow(v[2], 2.3);
    double y = 0.25 * r + 0.68 * g + 0.07 * b;
    double x = 0.9642 / 0.99 * (0.46 * r + 0.36 * g + 0.15 * b + 0.02 * r * g);
    double z = 0.8249 / 0.84 * (0.02 * r + 0.1 * g + 0.71 * b + 0.01 * g * b);
    return lab(x, y, z);
  }

  private static double[] print(double[] v) {
    double black = 1 - 0.93 * v[3];
    double x = 0.95 * (1 - 0.78 * v[0]) * (1 - 0.55 * v[1]) * (1 - 0.12 * v[2]) * black;
    double y = 0.98 * (1 - 0.66 * v[0]) * (1 - 0.74 * v[1]) * (1 - 0.08 * v[2]) * black;
    double z = 0.8 * (1 - 0.28 * v[0]) * (1 - 0.66 * v[1]) * (1 - 0.88 * v[2]) * black;
    return lab(x, y, z);
  }

  private static double[] lab(double x, double y, double z) {
    double fx = f(x / 0.9642);
    double fy = f(y);
    double fz = f(z / 0.8249);
    return new double[] {116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)};
  }

  private static double f(double t) {
    return t > 216.0 / 24389 ? Math.cbrt(t) : (24389.0 / 27 * t + 16) / 116;
  }

  private static byte[] profile(
      String space, String type, int inputs, int grid, UnaryOperator<double[]> toLab) {
    byte[] table = table(inputs, grid, toLab);
    byte[] name = ("Made-up " + space.trim()).getBytes(StandardCharsets.US_ASCII);
    byte[] desc = new byte[12 + name.length + 1 + 78 + 3];
    ByteBuffer.wrap(desc)
        .put("desc".getBytes(StandardCharsets.US_ASCII))
        .putInt(8, name.length + 1);
    System.arraycopy(name, 0, desc, 12, name.length);
    byte[] white = new byte[20];
    ByteBuffer.wrap(white)
        .put("XYZ ".getBytes(StandardCharsets.US_ASCII))
        .putInt(8, 63190)
        .putInt(12, 65536)
        .putInt(16, 54061);
    byte[] text = "text\0\0\0\0none\0".getBytes(StandardCharsets.US_ASCII);
    byte[][] bodies = {desc, white, text, table};
    String[] tags = {"desc", "wtpt", "cprt", "A2B0"};
    int at = HEAD + 4 + 12 * tags.length;
    int size = at;
    for (byte[] b : bodies) {
      size += (b.length + 3) / 4 * 4;
    }
    ByteBuffer out = ByteBuffer.allocate(size);
    out.putInt(0, size).putInt(8, 0x02400000);
    put(out, 12, type);
    put(out, 16, space);
    put(out, 20, "Lab ");
    put(out, 36, "acsp");
    out.putInt(68, 63190).putInt(72, 65536).putInt(76, 54061).putInt(HEAD, tags.length);
    for (int i = 0; i < tags.length; i++) {
      put(out, HEAD + 4 + 12 * i, tags[i]);
      out.putInt(HEAD + 8 + 12 * i, at).putInt(HEAD + 12 + 12 * i, bodies[i].length);
      out.position(at);
      out.put(bodies[i]);
      at += (bodies[i].length + 3) / 4 * 4;
    }
    return out.array();
  }

  private static void put(ByteBuffer b, int at, String s) {
    for (int i = 0; i < 4; i++) {
      b.put(at + i, (byte) s.charAt(i));
    }
  }

  private static byte[] table(int inputs, int grid, UnaryOperator<double[]> toLab) {
    int nodes = (int) Math.pow(grid, inputs);
    ByteBuffer b = ByteBuffer.allocate(52 + 4 * inputs + 6 * nodes + 12);
    put(b, 0, "mft2");
    b.put(8, (byte) inputs).put(9, (byte) 3).put(10, (byte) grid);
    for (int i = 0; i < 9; i++) {
      b.putInt(12 + 4 * i, i % 4 == 0 ? 65536 : 0);
    }
    b.putShort(48, (short) 2).putShort(50, (short) 2);
    b.position(52);
    for (int i = 0; i < inputs; i++) {
      b.putShort((short) 0).putShort((short) 0xffff);
    }
    double[] v = new double[inputs];
    for (int n = 0; n < nodes; n++) {
      int rest = n;
      for (int i = inputs - 1; i >= 0; i--) {
        v[i] = rest % grid / (grid - 1.0);
        rest /= grid;
      }
      double[] lab = toLab.apply(v);
      b.putShort((short) code(lab[0] * 652.8));
      b.putShort((short) code((lab[1] + 128) * 256));
      b.putShort((short) code((lab[2] + 128) * 256));
    }
    for (int i = 0; i < 3; i++) {
      b.putShort((short) 0).putShort((short) 0xffff);
    }
    return b.array();
  }

  private static int code(double v) {
    return (int) Math.max(0, Math.min(65535, Math.round(v)));
  }
}
