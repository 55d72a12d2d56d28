package carezza.io;

import carezza.color.Adaptation;
import carezza.color.ColorEncoding;
import carezza.color.Matrix3;
import carezza.color.WorkingSpace;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * Reads the curves and the matrix of an RGB profile, or the curve of a grey one (ICC.1:2022,
 * three-component matrix-based and monochrome profiles), and builds such RGB profiles.
 */
public final class IccProfile {
  private static final int SIG_RGB = 0x52474220;
  private static final int SIG_GREY = 0x47524159;
  private static final int SIG_CMYK = 0x434d594b;
  private static final int SIG_ACSP = 0x61637370;

  /** Determinant of the primaries (of sRGB .2) under which they cannot be told apart. */
  private static final double LEAST_VOLUME = 1e-4;

  /** Codes at which curves are tried: all of 16 bits. */
  private static final int CURVE_SAMPLES = 65535;

  private static final int GREY_SAMPLES = 4096;
  private static final double[] SRGB_PRIMARIES = {0.64, 0.33, 0.30, 0.60, 0.15, 0.06};

  private static final double MOST_LIGHT = 100;
  private static final double LEAST_RISE = 1e-3;

  private IccProfile() {}

  /** Colours that a profile is for: 1, 3 or 4; 0 for others and for what is no profile. */
  public static int colours(byte[] icc) {
    if (icc.length < 132 || ByteBuffer.wrap(icc).getInt(36) != SIG_ACSP) {
      return 0;
    }
    return switch (ByteBuffer.wrap(icc).getInt(16)) {
      case SIG_GREY -> 1;
      case SIG_RGB -> 3;
      case SIG_CMYK -> 4;
      default -> 0;
    };
  }

  /** Whether an RGB profile says by tables alone what its codes are. */
  public static boolean isTable(byte[] icc) {
    ByteBuffer b = ByteBuffer.wrap(icc);
    return colours(icc) == 3 && tag(b, "rXYZ") < 0 && tag(b, "A2B0") >= 0;
  }

  /** The profile's own name. */
  public static String nameOf(byte[] icc) {
    return name(ByteBuffer.wrap(icc));
  }

  /**
   * An RGB profile under which three equal codes are what one is under a grey profile, so that a
   * grey picture can be written in colour.
   *
   * @throws IllegalArgumentException with the reason when it is not a grey profile with a curve
   */
  public static byte[] rgbOfGrey(byte[] icc) {
    ByteBuffer b = ByteBuffer.wrap(icc);
    if (colours(icc) != 1) {
      throw new IllegalArgumentException("profile is not for grey");
    }
    ColorEncoding.Curve curve = curve(b, "kTRC");
    refuseUnusable(curve);
    return of(name(b), SRGB_PRIMARIES, sampled(curve));
  }

  /** A curve as the body of a tag. */
  private static byte[] sampled(ColorEncoding.Curve curve) {
    return body(
        "curv",
        4 + 2 * GREY_SAMPLES,
        b -> {
          b.putInt(GREY_SAMPLES);
          for (int i = 0; i < GREY_SAMPLES; i++) {
            double v = curve.toLinear(i / (GREY_SAMPLES - 1.0));
            b.putShort((short) Math.round(65535 * Math.max(0, Math.min(1, v))));
          }
        });
  }

  /**
   * @return the encoding that a profile describes
   * @throws IllegalArgumentException with the reason when it is not a matrix-based RGB profile
   */
  public static ColorEncoding encoding(byte[] icc) {
    if (icc.length < 132) {
      throw new IllegalArgumentException("profile is shorter than its header");
    }
    ByteBuffer b = ByteBuffer.wrap(icc);
    if (b.getInt(36) != SIG_ACSP) {
      throw new IllegalArgumentException("profile has no ICC signature");
    }
    if (b.getInt(16) != SIG_RGB) {
      throw new IllegalArgumentException("profile is not for RGB");
    }
    Matrix3 toD50 =
        Matrix3.of(
            xyz(b, "rXYZ", 0),
            xyz(b, "gXYZ", 0),
            xyz(b, "bXYZ", 0),
            xyz(b, "rXYZ", 1),
            xyz(b, "gXYZ", 1),
            xyz(b, "bXYZ", 1),
            xyz(b, "rXYZ", 2),
            xyz(b, "gXYZ", 2),
            xyz(b, "bXYZ", 2));
    ColorEncoding.Curve r = curve(b, "rTRC");
    boolean shared = tag(b, "rTRC") == tag(b, "gTRC") && tag(b, "gTRC") == tag(b, "bTRC");
    ColorEncoding.Curve[] curves =
        shared
            ? new ColorEncoding.Curve[] {r, r, r}
            : new ColorEncoding.Curve[] {r, curve(b, "gTRC"), curve(b, "bTRC")};
    Stream.of(curves).distinct().forEach(IccProfile::refuseUnusable);
    if (!(Math.abs(determinant(toD50.m())) > LEAST_VOLUME)) {
      throw new IllegalArgumentException("profile has primaries that span no space");
    }
    Matrix3 toD65 = Adaptation.bradford(WorkingSpace.D50_XYZ, WorkingSpace.D65_XYZ).after(toD50);
    return new ColorEncoding(name(b), curves, toD65);
  }

  /** A curve that is no number somewhere, or has no rise: nothing could be encoded by it. */
  private static void refuseUnusable(ColorEncoding.Curve c) {
    double least = Double.POSITIVE_INFINITY;
    double most = Double.NEGATIVE_INFINITY;
    for (int i = 0; i <= CURVE_SAMPLES; i++) {
      double v = c.toLinear((double) i / CURVE_SAMPLES);
      if (!(Math.abs(v) <= MOST_LIGHT)) {
        throw new IllegalArgumentException("profile has a curve that gives no light");
      }
      least = Math.min(least, v);
      most = Math.max(most, v);
    }
    if (c.toLinear(1) - c.toLinear(0) < (most - least) / 2 || most - least < LEAST_RISE) {
      throw new IllegalArgumentException("profile has a curve that does not rise");
    }
  }

  private static double determinant(double[] m) {
    return m[0] * (m[4] * m[8] - m[5] * m[7])
        - m[1] * (m[3] * m[8] - m[5] * m[6])
        + m[2] * (m[3] * m[7] - m[4] * m[6]);
  }

  /** An sRGB profile to embed. */
  public static byte[] srgb() {
    return ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
  }

  private static int tag(ByteBuffer b, String name) {
    int want = ByteBuffer.wrap(name.getBytes(StandardCharsets.US_ASCII)).getInt();
    int n = b.getInt(128);
    for (int i = 0; i < n && 132 + 12 * i + 12 <= b.capacity(); i++) {
      if (b.getInt(132 + 12 * i) == want) {
        int at = b.getInt(132 + 12 * i + 4);
        if (at < 0 || at + 12 > b.capacity()) {
          break;
        }
        return at;
      }
    }
    return -1;
  }

  private static int required(ByteBuffer b, String name) {
    int at = tag(b, name);
    if (at < 0) {
      throw new IllegalArgumentException("profile has no " + name + " tag");
    }
    return at;
  }

  private static double xyz(ByteBuffer b, String name, int i) {
    int at = required(b, name);
    return b.getInt(at + 8 + 4 * i) / 65536.0;
  }

  private static ColorEncoding.Curve curve(ByteBuffer b, String name) {
    int at = required(b, name);
    String type = ascii(b, at, 4);
    if (type.equals("curv")) {
      return table(b, at);
    }
    if (type.equals("para")) {
      return parametric(b, at);
    }
    throw new IllegalArgumentException("profile has an unknown curve type " + type);
  }

  private static ColorEncoding.Curve table(ByteBuffer b, int at) {
    int n = b.getInt(at + 8);
    if (n == 0) {
      return v -> v;
    }
    if (n < 0 || at + 12 + 2L * n > b.capacity()) {
      throw new IllegalArgumentException("profile has a curve that is cut off");
    }
    if (n == 1) {
      double gamma = (b.getShort(at + 12) & 0xffff) / 256.0;
      return v -> Math.pow(v, gamma);
    }
    double[] t = new double[n];
    for (int i = 0; i < n; i++) {
      t[i] = (b.getShort(at + 12 + 2 * i) & 0xffff) / 65535.0;
    }
    return v -> {
      double p = v * (n - 1);
      int i = Math.min(n - 2, (int) p);
      return t[i] + (p - i) * (t[i + 1] - t[i]);
    };
  }

  private static ColorEncoding.Curve parametric(ByteBuffer b, int at) {
    int type = b.getShort(at + 8);
    int[] counts = {1, 3, 4, 5, 7};
    if (type < 0 || type > 4 || at + 12 + 4 * counts[type] > b.capacity()) {
      throw new IllegalArgumentException("profile has an unknown parametric curve " + type);
    }
    double[] p = new double[7];
    for (int i = 0; i < counts[type]; i++) {
      p[i] = b.getInt(at + 12 + 4 * i) / 65536.0;
    }
    double g = p[0];
    double a = p[1];
    double o = p[2];
    return switch (type) {
      case 0 -> v -> Math.pow(v, g);
      case 1 -> v -> v >= -o / a ? Math.pow(a * v + o, g) : 0;
      case 2 -> v -> v >= -o / a ? Math.pow(a * v + o, g) + p[3] : p[3];
      case 3 -> v -> v >= p[4] ? Math.pow(a * v + o, g) : p[3] * v;
      default -> v -> v >= p[4] ? Math.pow(a * v + o, g) + p[5] : p[3] * v + p[6];
    };
  }

  private static String name(ByteBuffer b) {
    int at = tag(b, "desc");
    if (at >= 0) {
      String type = ascii(b, at, 4);
      int n = b.getInt(at + 8);
      if (type.equals("desc") && n > 1 && at + 12 + n <= b.capacity()) {
        return ascii(b, at + 12, n - 1);
      }
      if (type.equals("mluc") && n > 0 && at + 28 <= b.capacity()) {
        int length = b.getInt(at + 20);
        int from = at + b.getInt(at + 24);
        if (length > 0 && from > 0 && from + length <= b.capacity()) {
          return new String(b.array(), from, length, StandardCharsets.UTF_16BE);
        }
      }
    }
    return "embedded profile";
  }

  private static String ascii(ByteBuffer b, int at, int n) {
    return new String(b.array(), at, n, StandardCharsets.US_ASCII);
  }

  /** A matrix profile with one gamma, for wide-gamut files of our own making. */
  public static byte[] ofGamma(String name, double[] primaries, double gamma) {
    short code = (short) Math.round(gamma * 256);
    return of(name, primaries, body("curv", 6, b -> b.putInt(1).putShort(code)));
  }

  private static byte[] of(String name, double[] primaries, byte[] curve) {
    Matrix3 toD50 =
        Adaptation.bradford(WorkingSpace.D65_XYZ, WorkingSpace.D50_XYZ)
            .after(WorkingSpace.fromPrimaries(primaries, WorkingSpace.D65_XY));
    List<byte[]> bodies = new ArrayList<>();
    String[] tags = {"desc", "wtpt", "rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC", "cprt"};
    byte[] text = name.getBytes(StandardCharsets.US_ASCII);
    bodies.add(body("desc", 90 + text.length, b -> b.putInt(text.length + 1).put(text)));
    bodies.add(xyzBody(WorkingSpace.D50_XYZ));
    for (int c = 0; c < 3; c++) {
      double[] m = toD50.m();
      bodies.add(xyzBody(new double[] {m[c], m[3 + c], m[6 + c]}));
    }
    for (int c = 0; c < 3; c++) {
      bodies.add(curve);
    }
    bodies.add(body("text", 5, b -> b.put("none".getBytes(StandardCharsets.US_ASCII))));
    int size = 132 + 12 * tags.length;
    for (byte[] body : bodies) {
      size += body.length;
    }
    ByteBuffer out = ByteBuffer.allocate(size);
    out.putInt(0, size).putInt(8, 0x02400000);
    put(out, 12, "mntr").putInt(16, SIG_RGB);
    put(out, 20, "XYZ ").putInt(36, SIG_ACSP);
    for (int i = 0; i < 3; i++) {
      out.putInt(68 + 4 * i, (int) Math.round(WorkingSpace.D50_XYZ[i] * 65536));
    }
    out.putInt(128, tags.length);
    int at = 132 + 12 * tags.length;
    for (int i = 0; i < tags.length; i++) {
      put(out, 132 + 12 * i, tags[i])
          .putInt(136 + 12 * i, at)
          .putInt(140 + 12 * i, bodies.get(i).length);
      out.position(at);
      out.put(bodies.get(i));
      at += bodies.get(i).length;
    }
    return out.array();
  }

  private static ByteBuffer put(ByteBuffer b, int at, String s) {
    for (int i = 0; i < 4; i++) {
      b.put(at + i, (byte) s.charAt(i));
    }
    return b;
  }

  private static byte[] xyzBody(double[] v) {
    return body(
        "XYZ ",
        12,
        b -> {
          for (double x : v) {
            b.putInt((int) Math.round(x * 65536));
          }
        });
  }

  private static byte[] body(String type, int length, Consumer<ByteBuffer> fill) {
    ByteBuffer b = ByteBuffer.allocate(8 + (length + 3) / 4 * 4);
    put(b, 0, type);
    b.position(8);
    fill.accept(b);
    return b.array();
  }
}
