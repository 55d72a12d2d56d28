package carezza.finder;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A small convolutional net read from a TensorFlow Lite file and run in plain Java: the operations
 * that the shipped nets have, float32, layout height x width x channels. Weights of 16 bits are
 * unpacked on reading. Not thread-safe while running; {@link #run} keeps nothing between calls.
 */
final class Net {
  /** The operations known, by their number in the file form. */
  enum Op {
    ADD(0),
    AVERAGE_POOL(1),
    CONCATENATION(2),
    CONV(3),
    DEPTHWISE(4),
    DEQUANTIZE(6),
    LOGISTIC(14),
    MAX_POOL(17),
    MUL(18),
    RELU(19),
    RESHAPE(22),
    RESIZE_BILINEAR(23),
    CUSTOM(32),
    PAD(34),
    STRIDED_SLICE(45),
    PRELU(54),
    HARD_SWISH(117);

    private final int code;

    Op(int code) {
      this.code = code;
    }

    static Op of(int code) {
      for (Op o : values()) {
        if (o.code == code) {
          return o;
        }
      }
      throw new IllegalArgumentException("operation " + code + " is not known");
    }
  }

  /**
   * One step.
   *
   * @param custom name of a custom operation, else empty
   * @param options the operation's options, or null
   * @param raw bytes of a custom operation's options
   */
  record Step(Op op, String custom, int[] in, int[] out, FlatTable options, ByteBuffer raw) {}

  final int[][] shapes;
  final float[][] constants;
  private final int[][] constantInts;
  private final int[] inputs;
  private final int[] outputs;
  private final List<Step> steps = new ArrayList<>();

  private Net(ByteBuffer bytes) {
    FlatTable model = FlatTable.root(bytes);
    FlatTable graph = model.tableOf(2, 0);
    int n = graph.length(0);
    shapes = new int[n][];
    constants = new float[n][];
    constantInts = new int[n][];
    for (int i = 0; i < n; i++) {
      FlatTable t = graph.tableOf(0, i);
      shapes[i] = t.ints(0);
      ByteBuffer data = model.tableOf(4, t.intAt(2, 0)).data(0);
      if (data.remaining() > 0) {
        unpack(i, t.byteAt(1, 0), data);
      }
    }
    inputs = graph.ints(1);
    outputs = graph.ints(2);
    for (int i = 0; i < graph.length(3); i++) {
      FlatTable o = graph.tableOf(3, i);
      FlatTable code = model.tableOf(1, o.intAt(0, 0));
      Op op = Op.of(Math.max(code.byteAt(0, 0), code.intAt(3, 0)));
      int[] in = o.ints(1);
      int[] out = o.ints(2);
      if (op == Op.DEQUANTIZE && constants[in[0]] != null) {
        constants[out[0]] = constants[in[0]];
      } else {
        steps.add(new Step(op, code.string(1), in, out, o.table(4), o.data(5)));
      }
    }
  }

  /** A net among the resources of this package. */
  static Net load(String name) {
    try (InputStream in = Net.class.getResourceAsStream(name)) {
      if (in == null) {
        throw new IOException("no net " + name);
      }
      return new Net(ByteBuffer.wrap(in.readAllBytes()).order(ByteOrder.LITTLE_ENDIAN));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private void unpack(int tensor, int type, ByteBuffer data) {
    switch (type) {
      case 0 -> {
        constants[tensor] = new float[data.remaining() / 4];
        data.asFloatBuffer().get(constants[tensor]);
      }
      case 1 -> {
        float[] f = new float[data.remaining() / 2];
        for (int i = 0; i < f.length; i++) {
          f[i] = half(data.getShort(2 * i));
        }
        constants[tensor] = f;
      }
      case 2 -> {
        constantInts[tensor] = new int[data.remaining() / 4];
        data.asIntBuffer().get(constantInts[tensor]);
      }
      default -> throw new IllegalArgumentException("tensor type " + type + " is not known");
    }
  }

  /** IEEE 754 half precision. */
  static float half(short bits) {
    int sign = (bits & 0x8000) << 16;
    int exponent = bits >> 10 & 31;
    int fraction = bits & 1023;
    if (exponent == 0) {
      return Math.copySign(Math.scalb(fraction, -24), Float.intBitsToFloat(sign | 0x3f800000));
    }
    return Float.intBitsToFloat(
        sign | (exponent == 31 ? 0xff : exponent + 112) << 23 | fraction << 13);
  }

  /** Side of the square input in pixels. */
  int inputSide() {
    return shapes[inputs[0]][1];
  }

  /** Constant integers of a tensor, such as paddings and new sizes. */
  int[] ints(int tensor) {
    return constantInts[tensor];
  }

  /** The first step of a custom operation that makes the given tensor. */
  List<Step> steps() {
    return steps;
  }

  /**
   * @param input height x width x channels
   * @return the outputs in the model's order
   */
  List<float[]> run(float[] input) {
    Map<Integer, float[]> live = new HashMap<>();
    live.put(inputs[0], input);
    Operations ops = new Operations(this, live);
    for (Step s : steps) {
      ops.run(s);
    }
    List<float[]> out = new ArrayList<>();
    for (int o : outputs) {
      out.add(live.get(o));
    }
    return out;
  }
}
