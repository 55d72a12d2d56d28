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
    for (SpotScales.Candidate c : SpotScales.candidates(ground)) {
      SpotShape shape = SpotShape.of(ground, c);
      if (shape != null && shape.green() < 0) {
        dark.add(SpotRules.Dark.of(ground, shape));
        SpotRules.typed(ground, c, shape)
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
