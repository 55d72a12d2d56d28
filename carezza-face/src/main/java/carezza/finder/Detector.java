package carezza.finder;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Finds where faces may be: a net over a square of the picture gives boxes with eyes. */
final class Detector {
  /** Least certainty with which a face is offered. */
  static final double LEAST = 0.6;

  private static final double SAME = 0.3;

  /** A face: certainty, the square to look for landmarks in, and its own box for comparison. */
  record Found(double score, Box box, double[] bounds) {}

  private final Net net;
  private final double[][] anchors;

  private Detector(Net net, double[][] anchors) {
    this.net = net;
    this.anchors = anchors;
  }

  /** For faces that fill much of the picture. */
  static Detector near() {
    List<double[]> a = new ArrayList<>();
    grid(a, 16, 2);
    grid(a, 8, 6);
    return new Detector(Net.load("face_detection_short_range.tflite"), a.toArray(new double[0][]));
  }

  /** For small faces too. */
  static Detector far() {
    List<double[]> a = new ArrayList<>();
    grid(a, 48, 1);
    return new Detector(Net.load("face_detection_full_range.tflite"), a.toArray(new double[0][]));
  }

  private static void grid(List<double[]> to, int side, int each) {
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        for (int k = 0; k < each; k++) {
          to.add(new double[] {(x + 0.5) / side, (y + 0.5) / side});
        }
      }
    }
  }

  /** Faces inside a square, the most certain first. */
  List<Found> in(Copy copy, Box square) {
    int n = net.inputSide();
    List<float[]> out = net.run(copy.crop(square, n, 2, -1));
    float[] a = out.get(0);
    float[] b = out.get(1);
    float[] raw = a.length > b.length ? a : b;
    float[] scores = a.length > b.length ? b : a;
    List<double[]> boxes = new ArrayList<>();
    for (int i = 0; i < anchors.length; i++) {
      double p = 1 / (1 + Math.exp(-Math.max(-100, Math.min(100, scores[i]))));
      if (p >= LEAST) {
        boxes.add(decoded(raw, i, n, p));
      }
    }
    boxes.sort(Comparator.comparingDouble((double[] d) -> -d[0]));
    List<Found> found = new ArrayList<>();
    while (!boxes.isEmpty()) {
      double[] best = boxes.get(0);
      double[] mean = new double[best.length];
      double weight = 0;
      List<double[]> rest = new ArrayList<>();
      for (double[] d : boxes) {
        if (overlap(best, d) > SAME) {
          weight += d[0];
          for (int k = 1; k < mean.length; k++) {
            mean[k] += d[0] * d[k];
          }
        } else {
          rest.add(d);
        }
      }
      for (int k = 1; k < mean.length; k++) {
        mean[k] /= weight;
      }
      mean[0] = best[0];
      found.add(placed(mean, square));
      boxes = rest;
    }
    return found;
  }

  /** Score, centre, size and six points, all in 0..1 of the square. */
  private double[] decoded(float[] raw, int i, int n, double p) {
    double[] d = new double[17];
    int at = 16 * i;
    d[0] = p;
    d[1] = raw[at] / n + anchors[i][0];
    d[2] = raw[at + 1] / n + anchors[i][1];
    d[3] = raw[at + 2] / n;
    d[4] = raw[at + 3] / n;
    for (int k = 0; k < 6; k++) {
      d[5 + 2 * k] = raw[at + 4 + 2 * k] / n + anchors[i][0];
      d[6 + 2 * k] = raw[at + 5 + 2 * k] / n + anchors[i][1];
    }
    return d;
  }

  private static double overlap(double[] a, double[] b) {
    double w =
        Math.min(a[1] + a[3] / 2, b[1] + b[3] / 2) - Math.max(a[1] - a[3] / 2, b[1] - b[3] / 2);
    double h =
        Math.min(a[2] + a[4] / 2, b[2] + b[4] / 2) - Math.max(a[2] - a[4] / 2, b[2] - b[4] / 2);
    double both = Math.max(0, w) * Math.max(0, h);
    return both / (a[3] * a[4] + b[3] * b[4] - both);
  }

  private static Found placed(double[] d, Box square) {
    double[] centre = square.at(d[1], d[2]);
    double[] left = square.at(d[5], d[6]);
    double[] right = square.at(d[7], d[8]);
    double size = Math.max(d[3], d[4]) * square.size();
    double angle = Math.atan2(right[1] - left[1], right[0] - left[0]);
    return new Found(
        d[0],
        new Box(centre[0], centre[1], 1.5 * size, angle),
        new double[] {0, centre[0], centre[1], size, size});
  }

  static boolean isSame(Found a, Found b) {
    return overlap(a.bounds(), b.bounds()) > SAME;
  }
}
