package carezza.finder;

import carezza.finder.Net.Op;
import carezza.finder.Net.Step;
import java.util.Arrays;
import java.util.Map;
import java.util.stream.IntStream;

/** The operations of a {@link Net} on tensors of height x width x channels. */
final class Operations {
  private static final int SAME = 0;

  private final Net net;
  private final Map<Integer, float[]> live;

  Operations(Net net, Map<Integer, float[]> live) {
    this.net = net;
    this.live = live;
  }

  private float[] value(int tensor) {
    float[] c = net.constants[tensor];
    return c == null ? live.get(tensor) : c;
  }

  void run(Step s) {
    int[] os = net.shapes[s.out()[0]];
    float[] out = new float[Arrays.stream(os).reduce(1, (a, b) -> a * b)];
    live.put(s.out()[0], out);
    float[] x = value(s.in()[0]);
    switch (s.op()) {
      case CONV -> convolve(s, x, out);
      case DEPTHWISE -> depthwise(s, x, out);
      case MAX_POOL, AVERAGE_POOL -> pool(s, x, out);
      case ADD, MUL -> combine(s, x, value(s.in()[1]), out);
      case PRELU -> prelu(x, value(s.in()[1]), out);
      case RELU -> each(x, out, v -> Math.max(0, v));
      case LOGISTIC -> each(x, out, v -> (float) (1 / (1 + Math.exp(-v))));
      case HARD_SWISH -> each(x, out, v -> v * Math.max(0, Math.min(6, v + 3)) / 6);
      case PAD -> pad(s, x, out);
      case CONCATENATION -> concatenate(s, out);
      case RESIZE_BILINEAR -> resize(s, x, out);
      case RESHAPE, STRIDED_SLICE, DEQUANTIZE -> System.arraycopy(x, 0, out, 0, out.length);
      case CUSTOM -> custom(s, x, out);
    }
  }

  private interface Function {
    float at(float v);
  }

  private static void each(float[] in, float[] out, Function f) {
    for (int i = 0; i < out.length; i++) {
      out[i] = f.at(in[i]);
    }
  }

  private static float[] activated(float[] v, int activation) {
    if (activation == 1 || activation == 3) {
      float most = activation == 3 ? 6 : Float.MAX_VALUE;
      for (int i = 0; i < v.length; i++) {
        v[i] = Math.max(0, Math.min(most, v[i]));
      }
    }
    return v;
  }

  /** Rows or columns added before the first, so that a kernel fits round every output. */
  private static int before(int padding, int in, int out, int stride, int kernel) {
    return padding == SAME ? Math.max(0, (out - 1) * stride + kernel - in) / 2 : 0;
  }

  private void convolve(Step s, float[] x, float[] out) {
    int[] is = net.shapes[s.in()[0]];
    int[] ks = net.shapes[s.in()[1]];
    int[] os = net.shapes[s.out()[0]];
    float[] w = byInput(value(s.in()[1]), ks);
    float[] bias = value(s.in()[2]);
    int stride = s.options().intAt(1, 1);
    int strideY = s.options().intAt(2, 1);
    int left = before(s.options().byteAt(0, 0), is[2], os[2], stride, ks[2]);
    int top = before(s.options().byteAt(0, 0), is[1], os[1], strideY, ks[1]);
    int ci = is[3];
    int co = os[3];
    IntStream.range(0, os[1])
        .parallel()
        .forEach(
            oy -> {
              float[] sum = new float[co];
              for (int ox = 0; ox < os[2]; ox++) {
                System.arraycopy(bias, 0, sum, 0, co);
                for (int ky = 0; ky < ks[1]; ky++) {
                  int y = oy * strideY + ky - top;
                  for (int kx = 0; y >= 0 && y < is[1] && kx < ks[2]; kx++) {
                    int px = ox * stride + kx - left;
                    if (px >= 0 && px < is[2]) {
                      addProduct(x, (y * is[2] + px) * ci, ci, w, (ky * ks[2] + kx) * ci * co, sum);
                    }
                  }
                }
                System.arraycopy(sum, 0, out, (oy * os[2] + ox) * co, co);
              }
            });
    activated(out, s.options().byteAt(3, 0));
  }

  /** Weights as kernel place, input channel, output channel. */
  private static float[] byInput(float[] w, int[] ks) {
    int co = ks[0];
    int places = ks[1] * ks[2];
    int ci = ks[3];
    float[] out = new float[w.length];
    for (int o = 0; o < co; o++) {
      for (int k = 0; k < places; k++) {
        for (int i = 0; i < ci; i++) {
          out[(k * ci + i) * co + o] = w[(o * places + k) * ci + i];
        }
      }
    }
    return out;
  }

  private static void addProduct(float[] x, int at, int ci, float[] w, int wat, float[] sum) {
    int co = sum.length;
    int i = 0;
    for (; i + 3 < ci; i += 4) {
      float a = x[at + i];
      float b = x[at + i + 1];
      float c = x[at + i + 2];
      float d = x[at + i + 3];
      int r = wat + i * co;
      for (int o = 0; o < co; o++) {
        sum[o] += a * w[r + o] + b * w[r + co + o] + c * w[r + 2 * co + o] + d * w[r + 3 * co + o];
      }
    }
    for (; i < ci; i++) {
      float a = x[at + i];
      int r = wat + i * co;
      for (int o = 0; o < co; o++) {
        sum[o] += a * w[r + o];
      }
    }
  }

  private void depthwise(Step s, float[] x, float[] out) {
    int[] is = net.shapes[s.in()[0]];
    int[] ks = net.shapes[s.in()[1]];
    int[] os = net.shapes[s.out()[0]];
    float[] w = value(s.in()[1]);
    float[] bias = value(s.in()[2]);
    int stride = s.options().intAt(1, 1);
    int strideY = s.options().intAt(2, 1);
    int left = before(s.options().byteAt(0, 0), is[2], os[2], stride, ks[2]);
    int top = before(s.options().byteAt(0, 0), is[1], os[1], strideY, ks[1]);
    int c = os[3];
    int times = c / is[3];
    IntStream.range(0, os[1])
        .parallel()
        .forEach(
            oy -> {
              for (int ox = 0; ox < os[2]; ox++) {
                int at = (oy * os[2] + ox) * c;
                System.arraycopy(bias, 0, out, at, c);
                for (int ky = 0; ky < ks[1]; ky++) {
                  int y = oy * strideY + ky - top;
                  for (int kx = 0; y >= 0 && y < is[1] && kx < ks[2]; kx++) {
                    int px = ox * stride + kx - left;
                    if (px < 0 || px >= is[2]) {
                      continue;
                    }
                    int from = (y * is[2] + px) * is[3];
                    int k = (ky * ks[2] + kx) * c;
                    if (times == 1) {
                      addProducts(x, from, w, k, out, at, c);
                      continue;
                    }
                    for (int o = 0; o < c; o++) {
                      out[at + o] += x[from + o / times] * w[k + o];
                    }
                  }
                }
              }
            });
    activated(out, s.options().byteAt(4, 0));
  }

  /** Adds n products, one by one; a loop of its own, which the compiler makes vectors of. */
  private static void addProducts(
      float[] x, int from, float[] w, int k, float[] out, int at, int n) {
    for (int o = 0; o < n; o++) {
      out[at + o] += x[from + o] * w[k + o];
    }
  }

  private void pool(Step s, float[] x, float[] out) {
    int[] is = net.shapes[s.in()[0]];
    int[] os = net.shapes[s.out()[0]];
    int stride = s.options().intAt(1, 1);
    int strideY = s.options().intAt(2, 1);
    int kw = s.options().intAt(3, 1);
    int kh = s.options().intAt(4, 1);
    int left = before(s.options().byteAt(0, 0), is[2], os[2], stride, kw);
    int top = before(s.options().byteAt(0, 0), is[1], os[1], strideY, kh);
    boolean max = s.op() == Op.MAX_POOL;
    for (int oy = 0; oy < os[1]; oy++) {
      for (int ox = 0; ox < os[2]; ox++) {
        for (int c = 0; c < os[3]; c++) {
          float v = max ? Float.NEGATIVE_INFINITY : 0;
          int n = 0;
          for (int ky = 0; ky < kh; ky++) {
            for (int kx = 0; kx < kw; kx++) {
              int y = oy * strideY + ky - top;
              int px = ox * stride + kx - left;
              if (y >= 0 && y < is[1] && px >= 0 && px < is[2]) {
                float p = x[(y * is[2] + px) * is[3] + c];
                v = max ? Math.max(v, p) : v + p;
                n++;
              }
            }
          }
          out[(oy * os[2] + ox) * os[3] + c] = max ? v : v / n;
        }
      }
    }
  }

  /** Sums or products; the second operand may be one value a channel or one in all. */
  private static void combine(Step s, float[] a, float[] b, float[] out) {
    for (int i = 0; i < out.length; i++) {
      float p = a[i % a.length];
      float q = b[i % b.length];
      out[i] = s.op() == Op.ADD ? p + q : p * q;
    }
    activated(out, s.options() == null ? 0 : s.options().byteAt(0, 0));
  }

  private static void prelu(float[] x, float[] slope, float[] out) {
    for (int i = 0; i < out.length; i++) {
      out[i] = x[i] >= 0 ? x[i] : x[i] * slope[i % slope.length];
    }
  }

  private void pad(Step s, float[] x, float[] out) {
    int[] is = net.shapes[s.in()[0]];
    int[] os = net.shapes[s.out()[0]];
    int[] p = net.ints(s.in()[1]);
    for (int y = 0; y < is[1]; y++) {
      for (int px = 0; px < is[2]; px++) {
        System.arraycopy(
            x,
            (y * is[2] + px) * is[3],
            out,
            ((y + p[2]) * os[2] + px + p[4]) * os[3] + p[6],
            is[3]);
      }
    }
  }

  private void concatenate(Step s, float[] out) {
    int[] os = net.shapes[s.out()[0]];
    int axis = s.options().intAt(0, 0);
    int from = axis < 0 ? axis + os.length : axis;
    int outer = 1;
    for (int d = 0; d < from; d++) {
      outer *= os[d];
    }
    int row = out.length / outer;
    int at = 0;
    for (int in : s.in()) {
      float[] x = value(in);
      int part = x.length / outer;
      for (int o = 0; o < outer; o++) {
        System.arraycopy(x, o * part, out, o * row + at, part);
      }
      at += part;
    }
  }

  private void resize(Step s, float[] x, float[] out) {
    int[] is = net.shapes[s.in()[0]];
    int[] os = net.shapes[s.out()[0]];
    boolean corners = s.options() != null && s.options().byteAt(2, 0) != 0;
    boolean centres = s.options() != null && s.options().byteAt(3, 0) != 0;
    for (int oy = 0; oy < os[1]; oy++) {
      float fy = place(oy, is[1], os[1], corners, centres);
      for (int ox = 0; ox < os[2]; ox++) {
        float fx = place(ox, is[2], os[2], corners, centres);
        sample(x, is[1], is[2], is[3], fx, fy, true, out, (oy * os[2] + ox) * os[3]);
      }
    }
  }

  private static float place(int o, int in, int out, boolean corners, boolean centres) {
    float scale = corners && out > 1 ? (in - 1f) / (out - 1f) : (float) in / out;
    float v = centres ? (o + 0.5f) * scale - 0.5f : o * scale;
    return Math.max(0, Math.min(in - 1, v));
  }

  /** Bilinear; beyond the border the nearest pixel, or 0. */
  private static void sample(
      float[] x, int h, int w, int c, float fx, float fy, boolean nearest, float[] out, int at) {
    int x0 = (int) Math.floor(fx);
    int y0 = (int) Math.floor(fy);
    for (int dy = 0; dy < 2; dy++) {
      for (int dx = 0; dx < 2; dx++) {
        int px = x0 + dx;
        int py = y0 + dy;
        float k = (dx == 0 ? 1 - (fx - x0) : fx - x0) * (dy == 0 ? 1 - (fy - y0) : fy - y0);
        if (nearest) {
          px = Math.min(w - 1, px);
          py = Math.min(h - 1, py);
        } else if (px < 0 || py < 0 || px >= w || py >= h) {
          continue;
        }
        for (int i = 0; k != 0 && i < c; i++) {
          out[at + i] += k * x[(py * w + px) * c + i];
        }
      }
    }
  }

  private void custom(Step s, float[] x, float[] out) {
    switch (s.custom()) {
      case "Landmarks2TransformMatrix" -> matrix(new FlexOptions(s.raw()), x, out);
      case "TransformTensorBilinear" -> transformTensor(s, x, value(s.in()[1]), out);
      case "TransformLandmarks" -> transformLandmarks(x, value(s.in()[1]), out);
      case "Convolution2DTransposeBias" -> transposed(s, x, out);
      default -> throw new IllegalArgumentException("operation " + s.custom() + " is not known");
    }
  }

  private static void matrix(FlexOptions o, float[] p, float[] out) {
    int l = 3 * o.integer("left_rotation_idx");
    int r = 3 * o.integer("right_rotation_idx");
    double angle =
        o.number("target_rotation_radians") - Math.atan2(p[r + 1] - p[l + 1], p[r] - p[l]);
    double c = Math.cos(angle);
    double s = Math.sin(angle);
    double x0 = Double.MAX_VALUE;
    double y0 = Double.MAX_VALUE;
    double x1 = -Double.MAX_VALUE;
    double y1 = -Double.MAX_VALUE;
    for (int i : o.integers("subset_idxs")) {
      double u = p[3 * i] * c - p[3 * i + 1] * s;
      double v = p[3 * i] * s + p[3 * i + 1] * c;
      x0 = Math.min(x0, u);
      x1 = Math.max(x1, u);
      y0 = Math.min(y0, v);
      y1 = Math.max(y1, v);
    }
    double cx = (x0 + x1) / 2;
    double cy = (y0 + y1) / 2;
    double gx = cx * c + cy * s;
    double gy = -cx * s + cy * c;
    double kx = (x1 - x0) * o.number("scale_x") / o.integer("output_width");
    double ky = (y1 - y0) * o.number("scale_y") / o.integer("output_height");
    double half = o.integer("output_width") / 2.0;
    double[] m = {
      c * kx,
      s * ky,
      0,
      gx - c * kx * half - s * ky * half,
      -s * kx,
      c * ky,
      0,
      gy + s * kx * half - c * ky * half,
      0,
      0,
      1,
      0,
      0,
      0,
      0,
      1
    };
    for (int i = 0; i < m.length; i++) {
      out[i] = (float) m[i];
    }
  }

  private void transformTensor(Step s, float[] x, float[] m, float[] out) {
    int[] is = net.shapes[s.in()[0]];
    int[] os = net.shapes[s.out()[0]];
    for (int y = 0; y < os[1]; y++) {
      for (int px = 0; px < os[2]; px++) {
        float fx = m[0] * (px + 0.5f) + m[1] * (y + 0.5f) + m[3] - 0.5f;
        float fy = m[4] * (px + 0.5f) + m[5] * (y + 0.5f) + m[7] - 0.5f;
        sample(x, is[1], is[2], is[3], fx, fy, false, out, (y * os[2] + px) * os[3]);
      }
    }
  }

  private static void transformLandmarks(float[] p, float[] m, float[] out) {
    int dims = 2;
    for (int i = 0; i + 1 < out.length; i += dims) {
      out[i] = m[0] * p[i] + m[1] * p[i + 1] + m[3];
      out[i + 1] = m[4] * p[i] + m[5] * p[i + 1] + m[7];
    }
  }

  private void transposed(Step s, float[] x, float[] out) {
    int[] is = net.shapes[s.in()[0]];
    int[] os = net.shapes[s.out()[0]];
    float[] w = value(s.in()[1]);
    float[] bias = value(s.in()[2]);
    int ci = is[3];
    for (int oy = 0; oy < os[1]; oy++) {
      for (int ox = 0; ox < os[2]; ox++) {
        int from = ((oy / 2) * is[2] + ox / 2) * ci;
        for (int co = 0; co < os[3]; co++) {
          float sum = bias[co];
          int k = ((co * 2 + oy % 2) * 2 + ox % 2) * ci;
          for (int i = 0; i < ci; i++) {
            sum += x[from + i] * w[k + i];
          }
          out[(oy * os[2] + ox) * os[3] + co] = sum;
        }
      }
    }
  }
}
