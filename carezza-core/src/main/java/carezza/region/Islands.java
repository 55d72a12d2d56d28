package carezza.region;

import carezza.filter.Flood;

/**
 * Surfaces by what hangs together: what a person wears hangs together with a face, and a small
 * island of another surface in the skin is a shadow or a mark on it.
 */
final class Islands {
  /** Share of an island's border that is skin where it lies in the skin. */
  private static final double ENCLOSED = 0.9;

  /** Chance from which a pixel beside an island is skin. */
  private static final float SKIN = 0.3f;

  private final float[][] surfaces;
  private final int w;

  /**
   * @param surfaces chance of each surface, by {@link SurfacePrior}'s numbers; written to
   * @param w pixels a row
   */
  Islands(float[][] surfaces, int w) {
    this.surfaces = surfaces;
    this.w = w;
  }

  /** Hair and clothing that do not hang together with a face go to the backdrop. */
  void leaveStrays(boolean[] onFace) {
    int n = onFace.length;
    boolean[] held = onFace.clone();
    boolean[] person = new boolean[n];
    int[] queue = new int[n];
    int tail = 0;
    for (int i = 0; i < n; i++) {
      person[i] = surfaces[SurfacePrior.BACKDROP][i] < 0.5f;
      if (onFace[i]) {
        queue[tail++] = i;
      }
    }
    Flood.fill(w, person, held, queue, tail);
    for (int i = 0; i < n; i++) {
      if (!held[i]) {
        move(SurfacePrior.HAIR, SurfacePrior.BACKDROP, i);
        move(SurfacePrior.CLOTHING, SurfacePrior.BACKDROP, i);
      }
    }
  }

  private void move(int from, int to, int i) {
    surfaces[to][i] += surfaces[from][i];
    surfaces[from][i] = 0;
  }

  /**
   * Islands of a surface in the skin go to the skin.
   *
   * @param largest pixels of an island
   */
  void fillHoles(int surface, double largest) {
    int n = surfaces[surface].length;
    boolean[] in = new boolean[n];
    for (int i = 0; i < n; i++) {
      in[i] = surfaces[surface][i] > 0.5f;
    }
    boolean[] done = new boolean[n];
    int[] queue = new int[n];
    for (int i = 0; i < n; i++) {
      if (in[i] && !done[i]) {
        queue[0] = i;
        done[i] = true;
        int size = Flood.fill(w, in, done, queue, 1);
        int moved = size < largest && isInSkin(in, queue, size) ? size : 0;
        for (int k = 0; k < moved; k++) {
          move(surface, SurfacePrior.SKIN, queue[k]);
        }
      }
    }
  }

  /** Whether most of what surrounds some pixels of a set is skin. */
  private boolean isInSkin(boolean[] in, int[] pixels, int count) {
    int around = 0;
    int onSkin = 0;
    for (int k = 0; k < count; k++) {
      for (int step : new int[] {-1, 1, -w, w}) {
        int j = pixels[k] + step;
        if (j >= 0 && j < in.length && !in[j]) {
          around++;
          onSkin += surfaces[SurfacePrior.SKIN][j] > SKIN ? 1 : 0;
        }
      }
    }
    return onSkin > ENCLOSED * around;
  }
}
