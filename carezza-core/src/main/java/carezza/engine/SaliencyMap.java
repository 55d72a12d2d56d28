package carezza.engine;

import carezza.area.Area;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.reading.Reading;
import carezza.reading.Saliency;
import carezza.region.RegionName;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What draws the eye in a sheet's picture, found once for the whole of it.
 *
 * @param mean contrast of centre and surround over the picture at a level, CIELAB units
 * @param level that level
 * @param eye that of the nearer eye
 * @param rivals places outside the sitter with some contrast, the strongest first
 */
public record SaliencyMap(Plane mean, int level, double eye, List<Saliency.Place> rivals) {
  /** Share of the eye's contrast from which a place is a rival. */
  private static final double LEAST = 0.8;

  /** Share from which the strongest place is said. */
  private static final double LEAST_SAID = 0.2;

  private static final int MOST_PLACES = 6;

  /** Pixels of the smallest sigma looked at. */
  private static final double LEAST_PX = 1.5;

  /** The contrast at a source pixel, linear between the level's pixels. */
  public double at(double x, double y) {
    double px = Math.scalb(x, -level) - 0.5;
    double py = Math.scalb(y, -level) - 0.5;
    int ix = (int) Math.floor(px);
    int iy = (int) Math.floor(py);
    double fx = px - ix;
    double fy = py - iy;
    double top = mean.clamped(ix, iy) * (1 - fx) + mean.clamped(ix + 1, iy) * fx;
    double low = mean.clamped(ix, iy + 1) * (1 - fx) + mean.clamped(ix + 1, iy + 1) * fx;
    return top * (1 - fy) + low * fy;
  }

  /**
   * Places within the frame that rival the eye and were not waved away in a view's sheet, the
   * strongest first.
   */
  public List<Saliency.Place> places(SheetView view) {
    return open(view).filter(p -> p.ratio() >= LEAST).limit(MOST_PLACES).toList();
  }

  /** The strongest place that was not waved away, as a reading. */
  Reading reading(SheetView view) {
    return eye > 0
        ? Saliency.reading(open(view).mapToDouble(Saliency.Place::ratio).max().orElse(0))
        : Reading.missing("pull", "noEyeContrast");
  }

  private Stream<Saliency.Place> open(SheetView view) {
    List<Saliency.Place> left = view.sheet().leftAlone();
    double px = view.frame().pxPerMm();
    Framing framing = view.framing();
    return rivals.stream()
        .filter(p -> framing.shows(p.x(), p.y()))
        .filter(p -> left.stream().noneMatch(q -> p.isStill(q, px)));
  }

  /** Of a sheet with a face; none without, since nothing is there to rival. */
  public static Optional<SaliencyMap> of(Engine engine, SheetView view) {
    FaceMap map = view.sheet().faceMap().filter(m -> !m.faces().isEmpty()).orElse(null);
    if (map == null) {
      return Optional.empty();
    }
    int level = view.frame().levelFor(Saliency.finestMm(), LEAST_PX);
    Rect all = view.bounds(level);
    long key =
        new Hash()
            .add("pull")
            .add(level)
            .add(map.fingerprint())
            .add(view.fingerprint(view.bounds(0)))
            .get();
    return Optional.of(
        engine.cache().analysis(key, 8 * all.area(), () -> find(view, map, level, all)));
  }

  private static SaliencyMap find(SheetView view, FaceMap map, int level, Rect all) {
    double px = Math.scalb(view.frame().pxPerMm(), -level);
    RgbBlock b = view.read(level, all);
    List<Plane> contrasts = Saliency.contrasts(b, px);
    Plane mean = Saliency.mean(contrasts);
    FoundFace first = map.faces().get(0);
    Pin nearer = first.rightIrisPx() >= first.leftIrisPx() ? first.rightPupil() : first.leftPupil();
    double eye = Saliency.ofEye(mean, nearer, level, px);
    Plane sitter = view.mask(Area.found(RegionName.PERSON.key()), level, all);
    List<Saliency.Place> rivals =
        eye <= 0 ? List.of() : Saliency.rivals(contrasts, sitter, eye, LEAST_SAID, level, px);
    return new SaliencyMap(mean, level, eye, rivals);
  }
}
