package carezza.engine;

import carezza.area.Area;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.neutral.EvidenceFinder;
import carezza.neutral.GreyCard;
import carezza.neutral.LightEvidence;
import carezza.neutral.LightEvidence.Card;
import carezza.neutral.LightEvidence.Sides;
import carezza.neutral.LightEvidence.Surface;
import carezza.neutral.Lights;
import carezza.region.RegionName;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/** What the picture of a view shows of its light, asked in the regions that are known. */
final class LightSources {
  /** Large things are looked at with so many pixels a mm; sheen, whites and teeth with more. */
  private static final double COARSE_PX_PER_MM = 1.5;

  private static final double FINE_PX_PER_MM = 3.5;
  private static final int MOST_LEVEL = 8;

  /** Sides of a face begin at this share of half the distance of the eyes. */
  private static final double SIDE = 0.35;

  private static final long KEPT_BYTES = 1000;

  private final Engine engine;
  private final SheetView view;

  LightSources(Engine engine, SheetView view) {
    this.engine = engine;
    this.view = view;
  }

  /** Found once for what the view shows. */
  Lights find() {
    Rect all = view.bounds(0);
    Hash h = new Hash().add("lights").add(view.fingerprint(all)).add(view.frame().pxPerMm());
    for (String region : List.of("eyeWhites", "teeth", "skin")) {
      h.add(view.areaFingerprint(view.sheet().region(region), all));
    }
    h.add(view.sheet().faceMap().map(FaceMap::fingerprint).orElse(0L));
    return engine.cache().analysis(h.get(), KEPT_BYTES, () -> Lights.of(evidence()));
  }

  private LightEvidence evidence() {
    boolean face = view.sheet().faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
    Area skin = face ? Area.found(RegionName.FACE.key()) : view.sheet().region("skin");
    return new LightEvidence(
        in(skin, COARSE_PX_PER_MM, (b, m, px) -> EvidenceFinder.skin(b, m)),
        in(
            view.sheet().region("eyeWhites"),
            FINE_PX_PER_MM,
            (b, m, px) -> EvidenceFinder.white(b, m)),
        in(view.sheet().region("teeth"), FINE_PX_PER_MM, (b, m, px) -> EvidenceFinder.middle(b, m)),
        in(skin, FINE_PX_PER_MM, EvidenceFinder::sheen),
        surfaces(face),
        face ? sides() : Optional.empty(),
        card(skin));
  }

  private Optional<Sides> sides() {
    FaceMap map = view.sheet().faceMap().orElseThrow();
    double half = map.rightEye().distance(map.leftEye()) / 2;
    double ux = (map.leftEye().x() - map.rightEye().x()) / (2 * half);
    double uy = (map.leftEye().y() - map.rightEye().y()) / (2 * half);
    Pin middle =
        new Pin(
            (map.leftEye().x() + map.rightEye().x()) / 2,
            (map.leftEye().y() + map.rightEye().y()) / 2);
    Optional<Double> skin =
        in(
            Area.found(RegionName.FACE.key()),
            COARSE_PX_PER_MM,
            (b, m, px) -> {
              double k = px / view.frame().pxPerMm();
              Pin c = within(middle, k, m.rect());
              double away = SIDE * half * k;
              return boxed(EvidenceFinder.skinSides(b, m, c.x(), c.y(), ux, uy, away));
            });
    Optional<Double> whites =
        in(
            view.sheet().region("eyeWhites"),
            FINE_PX_PER_MM,
            (b, m, px) -> {
              Pin c = within(middle, px / view.frame().pxPerMm(), m.rect());
              return boxed(EvidenceFinder.whiteSides(b, m, c.x(), c.y(), ux, uy));
            });
    return skin.flatMap(s -> whites.map(w -> new Sides(s, w)));
  }

  private static Pin within(Pin source, double k, Rect r) {
    return new Pin(source.x() * k - r.x(), source.y() * k - r.y());
  }

  private static Optional<Double> boxed(OptionalDouble v) {
    return v.isPresent() ? Optional.of(v.getAsDouble()) : Optional.empty();
  }

  /** Asked of a block, a mask and the pixels a mm. */
  private interface Question<T> {
    Optional<T> of(RgbBlock b, Plane mask, double pxPerMm);
  }

  private <T> Optional<T> in(Area area, double pxPerMm, Question<T> question) {
    if (area.isEmpty()) {
      return Optional.empty();
    }
    int level = Pyramid.levelFor(view.frame().pxPerMm(), pxPerMm, MOST_LEVEL);
    Rect r = view.areaBounds(area).toLevel(level).intersect(view.bounds(level));
    if (r.isEmpty()) {
      return Optional.empty();
    }
    double px = Math.scalb(view.frame().pxPerMm(), -level);
    return question.of(view.read(level, r), view.mask(area, level, r), px);
  }

  private Optional<Card> card(Area skin) {
    int level = Pyramid.levelFor(view.frame().pxPerMm(), COARSE_PX_PER_MM, MOST_LEVEL);
    Rect all = view.bounds(level);
    Plane not = skin.isEmpty() ? Plane.filled(all, 0) : view.mask(skin, level, all);
    return GreyCard.find(view.read(level, all), not, Math.scalb(view.frame().pxPerMm(), -level));
  }

  private List<Surface> surfaces(boolean face) {
    int level = Pyramid.levelFor(view.frame().pxPerMm(), COARSE_PX_PER_MM, MOST_LEVEL);
    Rect all = view.bounds(level);
    RgbBlock b = view.read(level, all);
    if (!face) {
      return EvidenceFinder.surfaces("picture", b, Plane.filled(all, 1));
    }
    List<Surface> out = new ArrayList<>();
    for (RegionName r : List.of(RegionName.CLOTHING, RegionName.BACKDROP)) {
      out.addAll(EvidenceFinder.surfaces(r.key(), b, view.mask(Area.found(r.key()), level, all)));
    }
    return out;
  }
}
