package carezza.region;

import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.image.Rect;
import java.util.Comparator;
import java.util.List;

/**
 * What is known of every pixel of a level before its colour is looked at: how likely each surface
 * is there, by the nearest face's {@link SurfacePrior}, and where it lies on that face. Evaluated
 * every few pixels; the shares are interpolated, being smooth.
 */
final class SurfacePlanes {
  private static final int GRID = 4;

  /** Chance of each surface, by its number. */
  final float[][] chance;

  /** Well inside a face, beard or not. */
  final boolean[] onFace;

  /** On forehead, nose and upper cheeks: skin, unless something hides nearly all of a face. */
  final boolean[] core;

  /** Lower than the chin. */
  final boolean[] below;

  /** Share of each pixel inside eyes and lips, which are no surface to learn from. */
  final float[] features;

  private final Rect rect;
  private final int level;
  private final List<SurfacePrior> faces;

  /** What is said of a place. */
  private record Place(double[] chance, boolean onFace, boolean core, boolean below) {}

  SurfacePlanes(FaceMap map, int level, Rect rect) {
    this.rect = rect;
    this.level = level;
    int n = rect.w() * rect.h();
    chance = new float[SurfacePrior.COUNT][n];
    onFace = new boolean[n];
    core = new boolean[n];
    below = new boolean[n];
    features = new float[n];
    map.faces().forEach(this::addFeatures);
    faces = map.faces().stream().map(f -> new SurfacePrior(map, f, map.pxPerMm())).toList();
    fill();
  }

  private void addFeatures(FoundFace f) {
    for (var line :
        List.of(FaceContours.RIGHT_EYE, FaceContours.LEFT_EYE, FaceContours.OUTER_LIPS)) {
      float[] in = Outline.through(f.points(line)).coverage(level, rect).data();
      for (int i = 0; i < in.length; i++) {
        features[i] = Math.max(features[i], in[i]);
      }
    }
  }

  private void fill() {
    int w = (rect.w() - 1) / GRID + 2;
    int h = (rect.h() - 1) / GRID + 2;
    Place[] grid = new Place[w * h];
    Rows.each(
        w * h,
        i -> {
          double x = rect.x() + i % w * GRID + 0.5;
          double y = rect.y() + i / w * GRID + 0.5;
          grid[i] = at(Math.scalb(x, level), Math.scalb(y, level));
        });
    Rows.each(rect.h(), y -> fillRow(y, grid, w));
  }

  private void fillRow(int y, Place[] grid, int w) {
    double fy = (y % GRID) / (double) GRID;
    int row = y / GRID * w;
    for (int x = 0; x < rect.w(); x++) {
      double fx = (x % GRID) / (double) GRID;
      int at = row + x / GRID;
      int i = y * rect.w() + x;
      for (int k = 0; k < chance.length; k++) {
        double left = grid[at].chance[k];
        double top = left + fx * (grid[at + 1].chance[k] - left);
        double under = grid[at + w].chance[k];
        double low = under + fx * (grid[at + w + 1].chance[k] - under);
        chance[k][i] = (float) (top + fy * (low - top));
      }
      onFace[i] = grid[at].onFace;
      core[i] = grid[at].core;
      below[i] = grid[at].below;
    }
  }

  private Place at(double x, double y) {
    SurfacePrior nearest =
        faces.stream().min(Comparator.comparingDouble(p -> p.fromMiddle(x, y))).orElseThrow();
    double beyond = nearest.beyond(x, y);
    double person = nearest.person(x, y, beyond);
    double[] out = new double[SurfacePrior.COUNT];
    nearest.shares(x, y, beyond, out);
    for (int k = 0; k < SurfacePrior.BACKDROP; k++) {
      out[k] *= person;
    }
    out[SurfacePrior.BACKDROP] = 1 - person;
    return new Place(
        out,
        SurfacePrior.isOnFace(beyond),
        nearest.isCore(x, y, beyond),
        nearest.isBelowChin(x, y));
  }

  /** Whether a pixel lies at nostrils or brows, where a face is dark by itself. */
  boolean isDark(int i) {
    double x = Math.scalb(rect.x() + i % rect.w() + 0.5, level);
    double y = Math.scalb(rect.y() + i / rect.w() + 0.5, level);
    return faces.stream().anyMatch(f -> f.isDark(x, y));
  }
}
