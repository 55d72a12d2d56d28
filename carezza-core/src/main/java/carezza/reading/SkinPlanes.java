package carezza.reading;

import carezza.image.Rect;
import java.util.Arrays;
import java.util.List;

/** The planes of a face by name, and which of them a pixel lies on. */
@FunctionalInterface
public interface SkinPlanes {
  List<String> NAMES = List.of("forehead", "rightCheek", "leftCheek", "nose", "chin", "neck");

  /** No plane anywhere. */
  SkinPlanes NONE =
      (level, rect) -> {
        int[] none = new int[(int) rect.area()];
        Arrays.fill(none, -1);
        return none;
      };

  /** Index into {@link #NAMES} of each pixel of a rectangle of a level; -1 on none. */
  int[] at(int level, Rect rect);
}
