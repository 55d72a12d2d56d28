package carezza.engine;

import carezza.area.Area;
import carezza.area.Outline;
import carezza.area.Term;
import carezza.color.CieLab;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.Pass;
import carezza.pass.Places;
import carezza.pass.Stage;
import carezza.reading.CatchLights;
import carezza.reading.FacePlanes;
import carezza.reading.Reading;
import carezza.reading.ReadingInputs;
import carezza.reading.RegionLight;
import carezza.reading.SiteReadings;
import carezza.reading.SkinPlanes;
import carezza.reading.SkinReadings;
import carezza.reading.SkinSites;
import carezza.reading.WhiteReadings;
import carezza.region.RegionName;
import carezza.region.SitterRegion;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/** The inputs of readings for one sheet, each found once. For one thread. */
final class SheetInputs implements ReadingInputs {
  /** Eyes and mouth lie no farther outside a face's mesh, with the border of their masks. */
  private static final double FACE_MM = 5;

  private final Engine engine;
  private final RunSheet sheet;
  private final RunSheet judged;
  private final BooleanSupplier cancelled;
  private final SheetView now;
  private final SheetView before;
  private final Once<SkinParts> skinParts = new Once<>(this::findParts);
  private final Once<SkinReadings> skinReadings = new Once<>(this::findSkin);
  private final Once<List<Reading>> skin = new Once<>(() -> skinReadings.get().all());
  private final Once<List<Reading>> teeth = new Once<>(this::findTeeth);
  private final Once<List<Reading>> eyes = new Once<>(this::findEyes);
  private final Once<Optional<SiteReadings>> sites = new Once<>(this::findSites);
  private final Once<List<Reading>> cast = new Once<>(() -> picture().cast());
  private final Once<List<Reading>> exposure = new Once<>(() -> picture().exposure());

  SheetInputs(Engine engine, RunSheet sheet, BooleanSupplier cancelled) {
    this.engine = engine;
    this.sheet = sheet;
    this.cancelled = cancelled;
    judged = sheet.muting(p -> p.kind().stage() == Stage.FINISH);
    now = engine.view(judged, cancelled).prepared();
    before = engine.view(Measuring.before(sheet), cancelled);
  }

  private PictureInputs picture() {
    return new PictureInputs(engine, sheet, now, before, cancelled);
  }

  @Override
  public Optional<FaceMap> faceMap() {
    return sheet.faceMap();
  }

  @Override
  public Framing framing() {
    return now.framing();
  }

  @Override
  public boolean hasRegion(String name) {
    return !sheet.region(name).isEmpty();
  }

  @Override
  public RegionLight region(String name) {
    return light(sheet.region(name));
  }

  private RegionLight light(Area area) {
    int level = Measuring.level(now);
    Rect bounds = now.bounds(level);
    Rect wide = near(now.areaBounds(area)).toLevel(level).grow(8).intersect(bounds);
    Rect r = wide.anchored(64).intersect(bounds);
    return new RegionLight(
        before.readTogether(level, r),
        now.readTogether(level, r),
        now.mask(ofPrincipal(area), level, r),
        Math.scalb(now.frame().pxPerMm(), -level));
  }

  /** Of several sitters the principal one's features are read. */
  private Area ofPrincipal(Area area) {
    return principal()
        .map(f -> area.with(new Term(Term.How.WITHIN, SitterRegion.key(f.sitter()), 0)))
        .orElse(area);
  }

  private Rect near(Rect r) {
    return principal()
        .map(
            f ->
                Outline.through(f.points(FaceContours.OVAL))
                    .bounds()
                    .grow((int) (FACE_MM * now.frame().pxPerMm()))
                    .intersect(r))
        .orElse(r);
  }

  /** The principal sitter's face, where there are others. */
  private Optional<FoundFace> principal() {
    return faceMap().filter(m -> m.faces().size() > 1).flatMap(FaceMap::principal);
  }

  private SkinParts findParts() {
    return new SkinParts(engine, now, before, sheet.region("skin"), Measuring.level(now));
  }

  private SkinReadings findSkin() {
    return new SkinReadings(
        skinParts.get().patches(), Measuring.level(now), now.frame().pxPerMm(), planes());
  }

  /** The regions that were found, else boxes round the eyes, else none. */
  private SkinPlanes planes() {
    return sheet
        .faceMap()
        .map(m -> m.faces().isEmpty() ? new FacePlanes(m) : SkinParts.labels(now, SkinPlanes.NAMES))
        .orElse(SkinPlanes.NONE);
  }

  @Override
  public List<Reading> skin() {
    return skin.get();
  }

  /** By how many stops the skin is lighter now: whites are read against it. */
  private double skinChange() {
    return skin().stream()
        .filter(r -> r.name().equals("lightness") && r.isAvailable())
        .mapToDouble(Reading::now)
        .findFirst()
        .orElse(0);
  }

  @Override
  public Optional<SiteReadings> sites() {
    return sites.get();
  }

  private Optional<SiteReadings> findSites() {
    return skinReadings.get().sites(SkinParts.labels(now, SkinSites.NAMES));
  }

  /** Without the retouching. */
  @Override
  public Optional<double[]> reference() {
    return sheet.passes().stream()
        .filter(Pass::on)
        .flatMap(p -> p.kind().reference(p).stream())
        .filter(p -> !Places.bounds(before.frame(), p).isEmpty())
        .findFirst()
        .map(p -> Places.meanLight(before, before.frame(), p))
        .map(c -> CieLab.of(c[0], c[1], c[2]));
  }

  @Override
  public List<Reading> teeth() {
    return teeth.get();
  }

  private List<Reading> findTeeth() {
    RegionLight b = region("teeth");
    return WhiteReadings.of("teeth", b.before(), b.now(), b.mask(), skinChange());
  }

  @Override
  public List<Reading> eyes() {
    return eyes.get();
  }

  /** Each eye by itself where it is known which is which. */
  private List<Reading> findEyes() {
    RegionLight b = region("eyeWhites");
    double change = skinChange();
    List<Reading> out = new ArrayList<>();
    FaceMap map = faceMap().orElse(null);
    if (map == null) {
      out.addAll(WhiteReadings.of("eyeWhites", b.before(), b.now(), b.mask(), change));
      out.add(Reading.missing("eyeBalance", "noFace"));
      out.add(Reading.missing("catchLights", "noFace"));
      return out;
    }
    Rect r = b.mask().rect();
    double side = Math.scalb(1.0, b.now().level());
    Plane right = new Plane(r);
    Plane left = new Plane(r);
    for (int i = 0; i < b.mask().data().length; i++) {
      Pin p = new Pin((r.x() + i % r.w() + 0.5) * side, (r.y() + i / r.w() + 0.5) * side);
      boolean isRight = p.distance(map.rightEye()) < p.distance(map.leftEye());
      (isRight ? right : left).data()[i] = b.mask().data()[i];
    }
    out.addAll(
        WhiteReadings.ofEyes(
            WhiteReadings.of("eyeWhites", b.before(), b.now(), right, change),
            WhiteReadings.of("eyeWhites", b.before(), b.now(), left, change)));
    out.add(WhiteReadings.balance(b.before(), b.now(), right, left, skinReadings.get().cheeks()));
    out.add(map.faces().isEmpty() ? Reading.missing("catchLights", "noFace") : catchLights());
    return out;
  }

  private Reading catchLights() {
    RegionLight b = light(Area.found(RegionName.IRISES.key()));
    Plane whites =
        now.mask(Area.found(RegionName.EYE_WHITES.key()), b.now().level(), b.mask().rect());
    Plane found =
        now.mask(Area.found(RegionName.CATCH_LIGHTS.key()), b.now().level(), b.mask().rect());
    Plane eyes = b.mask();
    for (int i = 0; i < eyes.data().length; i++) {
      eyes.data()[i] = Math.max(eyes.data()[i], Math.max(whites.data()[i], found.data()[i]));
    }
    return CatchLights.of(b.before(), b.now(), eyes, found);
  }

  @Override
  public Reading healMatch() {
    return new HealMatching(engine).of(judged, cancelled);
  }

  @Override
  public Reading split() {
    return judged.passes().stream()
        .filter(Pass::on)
        .flatMapToDouble(p -> p.kind().splitMm(p).stream())
        .mapToObj(mm -> SkinReadings.split(skinParts.get().pores(mm)))
        .findFirst()
        .orElse(Reading.missing("split", "noSplit"));
  }

  @Override
  public List<Reading> cast() {
    return cast.get();
  }

  @Override
  public List<Reading> exposure() {
    return exposure.get();
  }

  @Override
  public Reading halo() {
    return picture().halo();
  }

  @Override
  public Reading focus() {
    return picture().focus();
  }

  @Override
  public Reading pull() {
    return picture().pull();
  }

  @Override
  public Reading toBeSeen() {
    return picture().toBeSeen();
  }

  @Override
  public Reading amount(String reading) {
    return picture().amount(reading);
  }
}
