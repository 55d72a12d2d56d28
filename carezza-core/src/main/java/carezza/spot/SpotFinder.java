package carezza.spot;

import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

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

  private final List<SkinSpot> scratches = new ArrayList<>();
  private final List<SkinSpot> hairs = new ArrayList<>();
  private final List<SkinSpot> shining = new ArrayList<>();
  private final List<SkinSpot> round = new ArrayList<>();
  private final List<DarkPlace> dark = new ArrayList<>();

  private SpotFinder() {}

  /**
   * The marks of a picture, those that show most first.
   *
   * @param picture as it is when marks are looked for
   * @param map with at least one found face
   * @param skin where there is skin
   */
  public static List<SkinSpot> find(PixelReader picture, FaceMap map, Skin skin) {
    return find(picture, map, skin, SpotGround.PART_PX);
  }

  static List<SkinSpot> find(PixelReader picture, FaceMap map, Skin skin, int partPx) {
    SpotFinder finder = new SpotFinder();
    SpotGround.each(picture, map, skin, partPx, finder::look);
    List<SkinSpot> all = new ArrayList<>(finder.scratches);
    all.addAll(finder.hairs);
    all.addAll(finder.shining);
    Map<Integer, List<DarkPlace>> dark =
        finder.dark.stream().collect(Collectors.groupingBy(d -> nearest(map, d.at())));
    finder.round.stream()
        .collect(Collectors.groupingBy(s -> nearest(map, s.centre())))
        .forEach((face, own) -> all.addAll(FaceSpots.judged(own, dark.get(face), map.pxPerMm())));
    all.sort(Comparator.comparingDouble(SkinSpot::shows).reversed());
    return List.copyOf(all);
  }

  /** Index of the face whose marks these are: freckles of one sitter are none of another's. */
  private static int nearest(FaceMap map, Pin at) {
    List<FoundFace> faces = map.faces();
    return IntStream.range(0, faces.size())
        .boxed()
        .min(
            Comparator.comparingDouble(
                k ->
                    at.distance(faces.get(k).rightPupil()) + at.distance(faces.get(k).leftPupil())))
        .orElse(0);
  }

  private void look(SpotGround ground) {
    SpotGround coarse = ground.forLines();
    List<SkinSpot> lying = SkinHairs.in(coarse);
    List<SkinSpot> lines =
        Scratches.in(coarse).stream()
            .filter(s -> lying.stream().noneMatch(l -> SkinHairs.isBeside(l, s, ground)))
            .toList();
    hairs.addAll(lying);
    scratches.addAll(lines);
    SpotScales scales = new SpotScales(ground);
    ShineSpots.in(ground, scales.light()).stream()
        .filter(s -> lying.stream().noneMatch(l -> SkinHairs.covers(l, s, ground)))
        .forEach(shining::add);
    List<SpotScales.Candidate> candidates = scales.candidates();
    SpotShape[] shapes =
        candidates.parallelStream().map(c -> SpotShape.of(ground, c)).toArray(SpotShape[]::new);
    for (int i = 0; i < shapes.length; i++) {
      SpotScales.Candidate c = candidates.get(i);
      if (shapes[i] != null && shapes[i].green() < 0 && ground.owns(c.x(), c.y())) {
        dark.add(DarkPlace.of(ground, c, shapes[i]));
        SpotRules.typed(ground, c, shapes[i])
            .filter(s -> lines.stream().noneMatch(l -> Scratches.covers(l, s, ground)))
            .filter(s -> lying.stream().noneMatch(l -> SkinHairs.covers(l, s, ground)))
            .ifPresent(round::add);
      }
    }
  }
}
