package carezza.engine;

import carezza.area.Matte;
import carezza.image.FloatBytes;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.Lasting;
import carezza.region.Regions;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What is found in a picture as bytes and back, bit by bit: mattes, lists of them, and truths. */
final class FoundCode {
  private static final byte MATTE = 1;
  private static final byte MATTES = 2;
  private static final byte TRUTH = 3;
  private static final int HEAD = 5 * Integer.BYTES;

  private static final Lasting<Object> FORM =
      new Lasting<>() {
        @Override
        public int version() {
          return Regions.VERSION;
        }

        @Override
        public Optional<byte[]> toBytes(Object found) {
          return encode(found);
        }

        @Override
        public Optional<Object> fromBytes(byte[] bytes) {
          return decode(bytes);
        }
      };

  private FoundCode() {}

  /** For whatever is found; what is of no form known here is not kept. */
  @SuppressWarnings("unchecked")
  static <T> Lasting<T> form() {
    return (Lasting<T>) FORM;
  }

  /** Empty for what is not kept. */
  static Optional<byte[]> encode(Object found) {
    if (found instanceof Boolean b) {
      return Optional.of(new byte[] {TRUTH, (byte) (b ? 1 : 0)});
    }
    if (found instanceof Matte m) {
      return Optional.of(encode(MATTE, List.of(m)));
    }
    boolean mattes =
        found instanceof List<?> all
            && !all.isEmpty()
            && all.stream().allMatch(Matte.class::isInstance);
    return mattes
        ? Optional.of(encode(MATTES, ((List<?>) found).stream().map(Matte.class::cast).toList()))
        : Optional.empty();
  }

  private static byte[] encode(byte kind, List<Matte> mattes) {
    int size = 1 + Integer.BYTES;
    for (Matte m : mattes) {
      size += HEAD + Float.BYTES * m.plane().data().length;
    }
    ByteBuffer out = ByteBuffer.allocate(size).put(kind).putInt(mattes.size());
    for (Matte m : mattes) {
      Rect r = m.plane().rect();
      out.putInt(m.level()).putInt(r.x()).putInt(r.y()).putInt(r.w()).putInt(r.h());
      FloatBytes.put(m.plane().data(), out);
    }
    return out.array();
  }

  /** Empty when the bytes are not of this form. */
  static Optional<Object> decode(byte[] bytes) {
    if (bytes.length == 2 && bytes[0] == TRUTH) {
      return Optional.of(bytes[1] == 1);
    }
    if (bytes.length < 1 + Integer.BYTES || bytes[0] != MATTE && bytes[0] != MATTES) {
      return Optional.empty();
    }
    ByteBuffer in = ByteBuffer.wrap(bytes);
    byte kind = in.get();
    int count = in.getInt();
    List<Matte> out = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      if (in.remaining() < HEAD) {
        return Optional.empty();
      }
      int level = in.getInt();
      int x = in.getInt();
      int y = in.getInt();
      int w = in.getInt();
      int h = in.getInt();
      boolean fits = w >= 0 && h >= 0 && (long) w * h * Float.BYTES <= in.remaining();
      if (!fits || level < 0) {
        return Optional.empty();
      }
      out.add(new Matte(level, new Plane(new Rect(x, y, w, h), FloatBytes.get(in, w * h))));
    }
    return out.isEmpty() ? Optional.empty() : Optional.of(kind == MATTE ? out.get(0) : out);
  }
}
