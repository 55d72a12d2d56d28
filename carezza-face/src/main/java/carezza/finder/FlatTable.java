package carezza.finder;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;

/**
 * A table of a FlatBuffers file (little-endian): fields are found through the table's own list of
 * offsets, and a field that is not there has its default.
 */
record FlatTable(ByteBuffer bytes, int at) {
  static FlatTable root(ByteBuffer bytes) {
    return new FlatTable(bytes, bytes.getInt(0));
  }

  /** Where a field's value lies, or 0 when it is not there. */
  private int field(int index) {
    int list = at - bytes.getInt(at);
    int slot = 4 + 2 * index;
    int offset = slot < bytes.getShort(list) ? bytes.getShort(list + slot) : 0;
    return offset == 0 ? 0 : at + offset;
  }

  boolean has(int index) {
    return field(index) != 0;
  }

  int intAt(int index, int absent) {
    int f = field(index);
    return f == 0 ? absent : bytes.getInt(f);
  }

  int byteAt(int index, int absent) {
    int f = field(index);
    return f == 0 ? absent : bytes.get(f);
  }

  FlatTable table(int index) {
    int f = field(index);
    return f == 0 ? null : new FlatTable(bytes, f + bytes.getInt(f));
  }

  private int vector(int index) {
    int f = field(index);
    return f == 0 ? 0 : f + bytes.getInt(f);
  }

  int length(int index) {
    int v = vector(index);
    return v == 0 ? 0 : bytes.getInt(v);
  }

  FlatTable tableOf(int index, int i) {
    int slot = vector(index) + 4 + 4 * i;
    return new FlatTable(bytes, slot + bytes.getInt(slot));
  }

  int[] ints(int index) {
    int v = vector(index);
    int[] out = new int[length(index)];
    for (int i = 0; i < out.length; i++) {
      out[i] = bytes.getInt(v + 4 + 4 * i);
    }
    return out;
  }

  /** The bytes of a vector of bytes, as a view. */
  ByteBuffer data(int index) {
    int v = vector(index);
    return v == 0
        ? ByteBuffer.allocate(0)
        : bytes.slice(v + 4, bytes.getInt(v)).order(bytes.order());
  }

  String string(int index) {
    return StandardCharsets.UTF_8.decode(data(index)).toString();
  }
}
