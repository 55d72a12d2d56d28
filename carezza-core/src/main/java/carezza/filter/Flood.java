package carezza.filter;

/** What hangs together: pixels that share sides. */
public final class Flood {
  private Flood() {}

  /**
   * Marks all pixels of a set that can be reached from some of its pixels.
   *
   * @param w pixels a row
   * @param within the set
   * @param reached true for the pixels to begin with; written to
   * @param queue as long as the set; begins with the pixels to begin with, and holds all that were
   *     reached afterwards
   * @param n how many there are to begin with
   * @return how many were reached, with those
   */
  public static int fill(int w, boolean[] within, boolean[] reached, int[] queue, int n) {
    int end = n;
    for (int head = 0; head < end; head++) {
      int i = queue[head];
      int x = i % w;
      end = step(i - 1, x > 0, within, reached, queue, end);
      end = step(i + 1, x < w - 1, within, reached, queue, end);
      end = step(i - w, i >= w, within, reached, queue, end);
      end = step(i + w, i + w < within.length, within, reached, queue, end);
    }
    return end;
  }

  private static int step(
      int j, boolean inside, boolean[] within, boolean[] reached, int[] queue, int end) {
    if (!inside || !within[j] || reached[j]) {
      return end;
    }
    reached[j] = true;
    queue[end] = j;
    return end + 1;
  }
}
