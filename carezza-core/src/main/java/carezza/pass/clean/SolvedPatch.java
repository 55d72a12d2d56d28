package carezza.pass.clean;

import carezza.color.Matrix3;
import carezza.image.FloatBytes;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Lasting;
import java.nio.ByteBuffer;
import java.util.Optional;

/** What a heal or a piece adds to the linear light of the picture below, at one level. */
final class SolvedPatch {
  /** For the cache of what was found: see {@link Lasting#version}. */
  private static final int VERSION = 1;

  private static final int HEAD = 5 * Integer.BYTES;

  static final Lasting<SolvedPatch> FORM =
      new Lasting<>() {
        @Override
        public int version() {
          return VERSION;
        }

        @Override
        public Optional<byte[]> toBytes(SolvedPatch p) {
          return Optional.of(p.toBytes());
        }

        @Override
        public Optional<SolvedPatch> fromBytes(byte[] bytes) {
          return read(bytes);
        }
      };

  private final int level;
  private final Rect rect;
  private final float[][] delta;

  /**
   * @param rect pixels of the level
   * @param delta what is added to red, green and blue
   */
  SolvedPatch(int level, Rect rect, float[][] delta) {
    this.level = level;
    this.rect = rect;
    this.delta = delta;
  }

  private byte[] toBytes() {
    ByteBuffer out = ByteBuffer.allocate(HEAD + 3 * Float.BYTES * (int) rect.area());
    out.putInt(level).putInt(rect.x()).putInt(rect.y()).putInt(rect.w()).putInt(rect.h());
    for (float[] d : delta) {
      FloatBytes.put(d, out);
    }
    return out.array();
  }

  private static Optional<SolvedPatch> read(byte[] bytes) {
    if (bytes.length < HEAD) {
      return Optional.empty();
    }
    ByteBuffer in = ByteBuffer.wrap(bytes);
    int level = in.getInt();
    Rect rect = new Rect(in.getInt(), in.getInt(), in.getInt(), in.getInt());
    boolean fits = level >= 0 && rect.w() >= 0 && rect.h() >= 0;
    if (!fits || in.remaining() != 3 * Float.BYTES * rect.area()) {
      return Optional.empty();
    }
    float[][] delta = new float[3][];
    for (int c = 0; c < 3; c++) {
      delta[c] = FloatBytes.get(in, (int) rect.area());
    }
    return Optional.of(new SolvedPatch(level, rect, delta));
  }

  /** Where it lies, in pixels of its own level or a coarser one. */
  Rect rectAt(int atLevel) {
    return rect.toLevel(atLevel - level);
  }

  /** Of what nothing is added to. */
  static SolvedPatch nothing(int level) {
    return new SolvedPatch(level, new Rect(0, 0, 0, 0), new float[3][0]);
  }

  /** Adds the patch wherever it lies. */
  void addTo(RgbBlock b, Matrix3 light, float[] gain) {
    addTo(b, light, gain, null);
  }

  /**
   * Adds the patch, brought into a light and each channel times its gain, to a block of its own
   * level or a coarser one.
   *
   * @param weight 0..1 a pixel of the block, or null for 1 everywhere
   */
  void addTo(RgbBlock b, Matrix3 light, float[] gain, float[] weight) {
    int side = 1 << (b.level() - level);
    Rect part = rectAt(b.level()).intersect(b.rect());
    float[] m = light.floats();
    for (int i = 0; i < 9; i++) {
      m[i] *= gain[i / 3] / (side * side);
    }
    for (int y = part.y(); y < part.bottom(); y++) {
      for (int x = part.x(); x < part.right(); x++) {
        int i = b.index(x, y);
        float w = weight == null ? 1 : weight[i];
        if (w == 0) {
          continue;
        }
        float red = w * sum(delta[0], x * side, y * side, side);
        float green = w * sum(delta[1], x * side, y * side, side);
        float blue = w * sum(delta[2], x * side, y * side, side);
        b.r()[i] += m[0] * red + m[1] * green + m[2] * blue;
        b.g()[i] += m[3] * red + m[4] * green + m[5] * blue;
        b.b()[i] += m[6] * red + m[7] * green + m[8] * blue;
      }
    }
  }

  private float sum(float[] d, int x0, int y0, int side) {
    if (side == 1) {
      return d[(y0 - rect.y()) * rect.w() + x0 - rect.x()];
    }
    float sum = 0;
    int x1 = Math.min(x0 + side, rect.right());
    int y1 = Math.min(y0 + side, rect.bottom());
    for (int y = Math.max(y0, rect.y()); y < y1; y++) {
      int row = (y - rect.y()) * rect.w() - rect.x();
      for (int x = Math.max(x0, rect.x()); x < x1; x++) {
        sum += d[row + x];
      }
    }
    return sum;
  }
}
