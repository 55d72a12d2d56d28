package carezza.finder;

import carezza.face.PersonMask;
import java.util.Arrays;

/**
 * Finds which parts of a picture show a person: a net over the whole frame, and again over a square
 * of 2.2 times the face, no larger than the frame, for a sharper border there. Both are turned so
 * that the face stands upright, and a dark face is shown to the net as light as others are. Where
 * it does not see a person on the face even so, it looks wider.
 */
final class PersonFinder {
  private static final double ROUND_FACE = 2.2;

  /** Share of the nearer square's half side over which it gives way to the whole frame. */
  private static final double GIVE_WAY = 0.2;

  /** Chances are kept in steps of so many 255ths, so that documents stay small. */
  private static final int LEVELS_APART = 5;

  /** Code, 0 to 1, to which a darker face is brought. */
  private static final float LIT = 0.5f;

  /** Pixels along the middle third of a face that are looked at. */
  private static final int MIDDLE = 32;

  /** A face is not taken to be darker than this code. */
  private static final float DARKEST = 0.02f;

  /** Least mean chance on the face itself at which what the net says is trusted. */
  private static final double SEEN = 0.7;

  private final Net net = Net.load("selfie_segmentation.tflite");

  /**
   * @param face square round the face, half as large again as its points, level with the eyes
   */
  PersonMask find(Copy copy, Box face) {
    double c = Math.abs(Math.cos(face.angle()));
    double s = Math.abs(Math.sin(face.angle()));
    double all = Math.max(copy.w() * c + copy.h() * s, copy.w() * s + copy.h() * c);
    Box whole = new Box(copy.w() / 2.0, copy.h() / 2.0, all, face.angle());
    double side = ROUND_FACE * face.size();
    Box near = new Box(face.cx(), face.cy(), Math.min(side, all), face.angle());
    int n = net.inputSide();
    float gain = gain(copy, face);
    float[] sharp = look(copy, near, gain);
    if (side > all && onFace(sharp, near, face) < SEEN) {
      near = new Box(face.cx(), face.cy(), side, face.angle());
      sharp = look(copy, near, gain);
    }
    float[] far = look(copy, whole, gain);
    double cell = Math.max(1, Math.max(copy.w(), copy.h()) / (double) PersonMask.LARGEST);
    int w = (int) Math.ceil(copy.w() / cell);
    int h = (int) Math.ceil(copy.h() / cell);
    byte[] chance = new byte[w * h];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        double px = (x + 0.5) * cell;
        double py = (y + 0.5) * cell;
        double[] at = inside(near, px, py);
        double rim = 1 - Math.max(Math.abs(at[0] - 0.5), Math.abs(at[1] - 0.5)) * 2;
        double share = Math.max(0, Math.min(1, rim / GIVE_WAY));
        double[] wide = inside(whole, px, py);
        double p = share * value(sharp, n, at) + (1 - share) * value(far, n, wide);
        chance[y * w + x] =
            (byte) (LEVELS_APART * Math.round(255 / LEVELS_APART * Math.max(0, Math.min(1, p))));
      }
    }
    return new PersonMask(cell * copy.side(), w, h, chance);
  }

  private float[] look(Copy copy, Box box, float gain) {
    float[] crop = copy.crop(box, net.inputSide(), gain, 0);
    for (int i = 0; i < crop.length; i++) {
      crop[i] = Math.min(1, crop[i]);
    }
    return net.run(crop).get(0);
  }

  /** What the codes of a dark face are multiplied by. */
  private float gain(Copy copy, Box face) {
    Box middle = new Box(face.cx(), face.cy(), face.size() / 3, face.angle());
    float[] codes = copy.crop(middle, MIDDLE, 1, 0);
    Arrays.sort(codes);
    return Math.max(1, LIT / Math.max(DARKEST, codes[codes.length / 2]));
  }

  /** Mean chance over the middle of the face. */
  private double onFace(float[] chance, Box box, Box face) {
    double sum = 0;
    for (int i = 0; i < MIDDLE * MIDDLE; i++) {
      double u = 0.5 + ((i % MIDDLE + 0.5) / MIDDLE - 0.5) / 3;
      double v = 0.5 + ((i / MIDDLE + 0.5) / MIDDLE - 0.5) / 3;
      double[] p = face.at(u, v);
      sum += value(chance, net.inputSide(), inside(box, p[0], p[1]));
    }
    return sum / (MIDDLE * MIDDLE);
  }

  /** A place in the square's own 0..1. */
  private static double[] inside(Box b, double x, double y) {
    double c = Math.cos(b.angle());
    double s = Math.sin(b.angle());
    double dx = x - b.cx();
    double dy = y - b.cy();
    return new double[] {0.5 + (dx * c + dy * s) / b.size(), 0.5 + (-dx * s + dy * c) / b.size()};
  }

  private static double value(float[] grid, int n, double[] at) {
    double u = Math.max(0, Math.min(n - 1.001, at[0] * n - 0.5));
    double v = Math.max(0, Math.min(n - 1.001, at[1] * n - 0.5));
    int x = (int) u;
    int y = (int) v;
    double fx = u - x;
    double fy = v - y;
    return (1 - fy) * ((1 - fx) * grid[y * n + x] + fx * grid[y * n + x + 1])
        + fy * ((1 - fx) * grid[(y + 1) * n + x] + fx * grid[(y + 1) * n + x + 1]);
  }
}
