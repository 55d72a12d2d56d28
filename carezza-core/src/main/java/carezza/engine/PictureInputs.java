package carezza.engine;

import carezza.area.Area;
import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.image.Hash;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.pass.Amount;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.reading.Bands;
import carezza.reading.CastReading;
import carezza.reading.Focus;
import carezza.reading.Halo;
import carezza.reading.MarksSeen;
import carezza.reading.Reading;
import carezza.reading.SkinExposure;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.spot.Sight;
import carezza.spot.SkinSpot;
import carezza.spot.SkinSpot.Proposal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.stream.DoubleStream;

/**
 * Inputs of readings of the picture as a whole: its cast, where it is sharp, halos along the
 * borders of areas, what draws the eye. They take longer than those of the skin, are kept by
 * fingerprint, and keep to one thread: nobody waits for them.
 */
final class PictureInputs {
  /** Cast and halos are looked for at so many pixels a mm. */
  private static final double PX_PER_MM = 1.5;

  /** Side of the squares among which the sharpest place is sought, about an eye. */
  private static final double SQUARE_MM = 16;

  /** An eye goes this far beyond its lids. */
  private static final double LASHES_MM = 3;

  /** Squares along the side of what is looked at at once. */
  private static final int SQUARES = 6;

  private static final int MARGIN = 8;

  private final Engine engine;
  private final RunSheet sheet;
  private final SheetView now;
  private final SheetView before;
  private final BooleanSupplier cancelled;

  PictureInputs(
      Engine engine, RunSheet sheet, SheetView now, SheetView before, BooleanSupplier cancelled) {
    this.engine = engine;
    this.sheet = sheet;
    this.now = now;
    this.before = before;
    this.cancelled = cancelled;
  }

  private static int level(SheetView view) {
    return Pyramid.levelFor(view.frame().pxPerMm(), PX_PER_MM, 8);
  }

  private static boolean hasFace(SheetView view) {
    return view.sheet().faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
  }

  /** Of the light, not of the retouching: whitened eyes and gathered skin would tell another. */
  List<Reading> cast() {
    return CastReading.of(before.lights());
  }

  /** Of the skin: the end of Light against the source. */
  List<Reading> exposure() {
    RunSheet lit = sheet.muting(p -> p.kind().stage().compareTo(Stage.LIGHT) > 0);
    SheetView view = engine.view(lit, cancelled);
    Area skin = sheet.region("skin");
    int level = level(view);
    Rect r = view.areaBounds(skin).toLevel(level).intersect(view.bounds(level));
    if (skin.isEmpty() || r.isEmpty()) {
      return SkinExposure.none();
    }
    return SkinExposure.of(
        engine.original().read(level, r), view.read(level, r), view.mask(skin, level, r));
  }

  Reading halo() {
    List<Pass> bordered =
        now.sheet().passes().stream()
            .filter(p -> p.on() && p.strength() > 0 && Measuring.isJudged(p))
            .filter(p -> p.kind().usesArea() && !p.area().isWhole())
            .toList();
    if (bordered.isEmpty()) {
      return Halo.reading(Double.NaN);
    }
    int level = level(now);
    Rect all = now.bounds(level);
    Hash h = new Hash().add("halo").add(level).add(now.frame().pxPerMm());
    h.add(now.fingerprint(now.bounds(0))).add(before.fingerprint(now.bounds(0)));
    return engine
        .cache()
        .analysis(
            h.get(),
            64,
            () -> {
              double px = Math.scalb(now.frame().pxPerMm(), -level);
              Halo halo = new Halo(before.read(level, all), now.read(level, all), px);
              return Halo.reading(
                  bordered.stream()
                      .mapToDouble(p -> halo.along(now.mask(p, level, all)))
                      .filter(v -> !Double.isNaN(v))
                      .max()
                      .orElse(Double.NaN));
            });
  }

  /** Of the shot: what retouching sharpens or blurs is not its focus. */
  Reading focus() {
    if (!hasFace(now)) {
      return Reading.missing("focus", "noFace");
    }
    FaceMap map = now.sheet().faceMap().orElseThrow();
    int level = Measuring.level(now);
    double px = Math.scalb(now.frame().pxPerMm(), -level);
    if (px < 3) {
      return Reading.missing("focus", "tooFewPixels");
    }
    long key =
        new Hash().add("focus").add(level).add(map.fingerprint()).add(engine.sourceHash()).get();
    return engine
        .cache()
        .analysis(
            key,
            64,
            () -> {
              Rect eye = nearerEye(map).toLevel(level).intersect(now.bounds(level));
              Focus round = focusIn(eye.grow((int) (SQUARE_MM * px)), level, px);
              return Focus.reading(round.width(eye), sharpest(level, px));
            });
  }

  private static Rect nearerEye(FaceMap map) {
    FoundFace f = map.faces().get(0);
    boolean right = f.rightIrisPx() >= f.leftIrisPx();
    List<Integer> lids = right ? FaceContours.RIGHT_EYE : FaceContours.LEFT_EYE;
    return Outline.through(f.points(lids))
        .bounds()
        .grow((int) Math.ceil(LASHES_MM * map.pxPerMm()));
  }

  private double sharpest(int level, double px) {
    Rect all = engine.source().bounds(level);
    int square = Math.max(16, (int) Math.round(SQUARE_MM * px));
    int side = SQUARES * square;
    List<Rect> parts = new ArrayList<>();
    for (int y = 0; y < all.h(); y += side) {
      for (int x = 0; x < all.w(); x += side) {
        parts.add(new Rect(x, y, side, side).intersect(all));
      }
    }
    return parts.stream()
        .flatMapToDouble(p -> widths(p, square, level, px))
        .filter(v -> !Double.isNaN(v))
        .min()
        .orElse(Double.NaN);
  }

  private Focus focusIn(Rect rect, int level, double px) {
    Rect r = rect.intersect(engine.source().bounds(level));
    return new Focus(Bands.logLuminance(engine.original().read(level, r)), px);
  }

  /** Blur widths of the squares of a part. */
  private DoubleStream widths(Rect part, int side, int level, double px) {
    Focus f = focusIn(part.grow(MARGIN), level, px);
    DoubleStream.Builder out = DoubleStream.builder();
    for (int y = part.y(); y < part.bottom(); y += side) {
      for (int x = part.x(); x < part.right(); x += side) {
        out.add(f.width(new Rect(x, y, side, side).intersect(part)));
      }
    }
    return out.build();
  }

  /**
   * Marks are looked for once, in the picture without any change of light: a change of light
   * changes what they are measured by alike. What is proposed to be softened only is too unsure to
   * be counted.
   */
  Reading toBeSeen() {
    RunSheet bare = sheet.muting(p -> p.kind().stage() != Stage.FRAME);
    double px = now.frame().pxPerMm();
    List<SkinSpot> marks =
        OneThread.get(engine.view(bare, cancelled)::skinMarks).stream()
            .filter(s -> s.proposal() == Proposal.HEAL)
            .toList();
    List<SkinSpot> kept =
        marks.stream()
            .filter(
                s ->
                    now.sheet().passes().stream()
                        .anyMatch(p -> p.on() && p.kind().keeps(p, s.centre(), px)))
            .toList();
    MarksSeen seen = new MarksSeen(before, now, Measuring.level(now), px);
    return seen.reading(marks, kept, Sight.PLAYBILL, now.framing().shownWidth());
  }

  /**
   * What a kind finds to do: as it begins without the retouching, asked for in that picture and in
   * this.
   *
   * @param reading the kind's reading
   */
  Reading amount(String reading) {
    PassKind kind =
        Kinds.all().stream().filter(k -> amount(k, reading).isPresent()).findFirst().orElseThrow();
    Amount amount = amount(kind, reading).orElseThrow();
    SheetView bare =
        engine.view(
            sheet.muting(p -> Measuring.isJudged(p) || p.kind().stage() == Stage.FINISH),
            cancelled);
    Pass begun = bare.begun(kind);
    EvaluationContext then = below(bare, begun);
    double was = amount.left().of(then, then);
    double is = amount.left().of(then, below(now, begun));
    return Double.isNaN(was + is)
        ? Reading.missing(reading, amount.cannot())
        : Reading.reported(reading, was, is, "");
  }

  private static Optional<Amount> amount(PassKind kind, String reading) {
    return kind.amounts().stream().filter(a -> a.reading().equals(reading)).findFirst();
  }

  private EvaluationContext below(SheetView view, Pass p) {
    return engine.view(view.sheet().add(p), cancelled).contextFor(p);
  }

  Reading pull() {
    return now.saliency().map(p -> p.reading(now)).orElse(Reading.missing("pull", "noFace"));
  }
}
