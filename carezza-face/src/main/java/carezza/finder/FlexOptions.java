package carezza.finder;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.HashMap;
import java.util.Map;

/**
 * The options of a custom operation: a FlatBuffers "flexbuffer" whose root is a map of names to
 * numbers and lists of whole numbers.
 */
final class FlexOptions {
  private static final int INT = 1;
  private static final int FLOAT = 3;
  private static final int VECTOR_INT = 11;

  private final Map<String, Object> values = new HashMap<>();

  FlexOptions(ByteBuffer raw) {
    ByteBuffer b = raw.duplicate().order(ByteOrder.LITTLE_ENDIAN);
    int n = b.limit();
    int rootWidth = b.get(n - 1);
    int w = 1 << (b.get(n - 2) & 3);
    int rootAt = n - 2 - rootWidth;
    int map = rootAt - (int) whole(b, rootAt, rootWidth);
    int count = (int) whole(b, map - w, w);
    int keyWidth = (int) whole(b, map - 2 * w, w);
    int keys = map - 3 * w - (int) whole(b, map - 3 * w, w);
    for (int i = 0; i < count; i++) {
      int keyAt = keys + i * keyWidth;
      String key = text(b, keyAt - (int) whole(b, keyAt, keyWidth));
      int type = b.get(map + count * w + i) & 0xff;
      values.put(key, value(b, map + i * w, w, type));
    }
  }

  private static Object value(ByteBuffer b, int at, int w, int packed) {
    return switch (packed >> 2) {
      case INT -> (double) whole(b, at, w);
      case FLOAT -> w == 4 ? (double) b.getFloat(at) : b.getDouble(at);
      case VECTOR_INT -> {
        int start = at - (int) whole(b, at, w);
        int width = 1 << (packed & 3);
        int[] out = new int[(int) whole(b, start - width, width)];
        for (int i = 0; i < out.length; i++) {
          out[i] = (int) whole(b, start + i * width, width);
        }
        yield out;
      }
      default -> throw new IllegalArgumentException("option of type " + (packed >> 2));
    };
  }

  private static long whole(ByteBuffer b, int at, int width) {
    return switch (width) {
      case 1 -> b.get(at) & 0xff;
      case 2 -> b.getShort(at) & 0xffff;
      case 4 -> b.getInt(at);
      default -> b.getLong(at);
    };
  }

  private static String text(ByteBuffer b, int at) {
    StringBuilder s = new StringBuilder();
    for (int i = at; b.get(i) != 0; i++) {
      s.append((char) b.get(i));
    }
    return s.toString();
  }

  double number(String key) {
    return (Double) values.get(key);
  }

  int integer(String key) {
    return (int) number(key);
  }

  int[] integers(String key) {
    return (int[]) values.get(key);
  }
}
