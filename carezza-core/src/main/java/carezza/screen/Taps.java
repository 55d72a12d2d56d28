package carezza.screen;

/**
 * One axis of the way from a pyramid level to device pixels: for each device pixel the level's
 * pixels it is a weighted mean of. A triangle as wide as a device pixel, at least as wide as two of
 * the level's; single pixels where they are to be seen as such.
 */
final class Taps {
  final int[] first;
  final int count;
  final float[] weight;

  /**
   * @param n device pixels
   * @param at position of the first device pixel's centre, in pixels of the level
   * @param step pixels of the level a device pixel
   * @param low first pixel of the level that there is
   * @param high the one after the last
   * @param single whether the nearest pixel alone is taken
   */
  Taps(int n, double at, double step, int low, int high, boolean single) {
    double half = Math.max(1, step);
    count = single ? 1 : (int) Math.ceil(2 * half);
    first = new int[n];
    weight = new float[n * count];
    for (int i = 0; i < n; i++) {
      double c = at + i * step;
      if (single) {
        first[i] = clamp((int) Math.floor(c), low, high);
        weight[i] = 1;
        continue;
      }
      int start = (int) Math.floor(c - 0.5 - half) + 1;
      first[i] = Math.max(low, Math.min(Math.max(low, high - count), start));
      double sum = 0;
      for (int k = 0; k < count; k++) {
        double w = Math.max(0, 1 - Math.abs(start + k - (c - 0.5)) / half);
        int slot = clamp(start + k, low, high) - first[i];
        weight[i * count + Math.max(0, Math.min(count - 1, slot))] += (float) w;
        sum += w;
      }
      for (int k = 0; k < count; k++) {
        weight[i * count + k] /= (float) sum;
      }
    }
  }

  private static int clamp(int v, int low, int high) {
    return Math.max(low, Math.min(high - 1, v));
  }
}
