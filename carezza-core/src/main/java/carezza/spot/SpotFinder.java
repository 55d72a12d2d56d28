package carezza.spot;

import carezza.face.FaceMap;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Finds the marks on a face's skin, says what each is by its colour, depth, border and shape, and
 * proposes what to do. Rules with physical units: what light a mark takes away in red against green
 * tells blood, melanin and pigment apart whatever the skin (Tsumura 2003, "Image-based skin color
 * and texture analysis/synthesis by extracting hemoglobin and melanin information").
 */
public final class SpotFinder {
  /** Where the skin of a picture is asked for. */
  @FunctionalInterface
  public interface Skin {
    /** Weights 0..1 over a rectangle of a level. */
    Plane at(int level, Rect rect);
  }

  private final SpotGround ground;

  private SpotFinder(SpotGround ground) {
    this.ground = ground;
  }

  /**
   * The marks of a picture, those that show most first.
   *
   * @param picture as it is when marks are looked for
   * @param map with at least one found face
   * @param skin where there is skin
   */
  public static List<SkinSpot> find(PixelReader picture, FaceMap map, Skin skin) {
    SpotGround ground = SpotGround.of(picture, map, skin);
    return ground == null ? List.of() : new SpotFinder(ground).all();
  }

  private List<SkinSpot> all() {
    List<SkinSpot> scratches = Scratches.in(ground);
    List<SkinSpot> round = new ArrayList<>();
    List<SpotRules.Dark> dark = new ArrayList<>();
    List<SpotScales.Candidate> candidates = SpotScales.candidates(ground);
    SpotShape[] shapes =
        candidates.parallelStream().map(c -> SpotShape.of(ground, c)).toArray(SpotShape[]::new);
    for (int i = 0; i < shapes.length; i++) {
      if (shapes[i] != null && shapes[i].green() < 0) {
        dark.add(SpotRules.Dark.of(ground, shapes[i]));
        SpotRules.typed(ground, candidates.get(i), shapes[i])
            .filter(s -> scratches.stream().noneMatch(l -> Scratches.covers(l, s, ground)))
            .ifPresent(round::add);
      }
    }
    List<SkinSpot> all = new ArrayList<>(scratches);
    all.addAll(SpotRules.asOneFace(round, dark, Math.scalb(ground.px, ground.level)));
    all.sort(Comparator.comparingDouble(SkinSpot::shows).reversed());
    return List.copyOf(all);
  }
}
