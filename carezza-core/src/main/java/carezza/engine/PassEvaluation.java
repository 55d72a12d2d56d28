package carezza.engine;

import carezza.area.Area;
import carezza.color.Matrix3;
import carezza.geometry.Framing;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.neutral.Lights;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Lasting;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.reading.Bands;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.spot.SkinLine;
import carezza.spot.SkinSpot;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;

/** What a pass sees: the picture below it in a view, which is an earlier one while held. */
record PassEvaluation(Pass pass, TileMaker tiles, int depth, boolean isHeld, Matrix3 light)
    implements EvaluationContext {
  @Override
  public EvaluationContext on(Pass p) {
    return new PassEvaluation(p, tiles, depth, isHeld, light);
  }

  @Override
  public EvaluationContext unlit() {
    SheetFingerprints bare = tiles.fingerprints().unlit(depth);
    return bare == tiles.fingerprints()
        ? this
        : new PassEvaluation(
            pass, tiles.over(bare, -1), bare.below(pass.id()), isHeld, Matrix3.IDENTITY);
  }

  @Override
  public EvaluationContext without(Stage stage) {
    SheetFingerprints bare = tiles.fingerprints().without(stage);
    int there = bare.below(pass.id());
    return bare == tiles.fingerprints()
        ? this
        : new PassEvaluation(pass, tiles.over(bare, -1), there, isHeld, bare.light(there));
  }

  @Override
  public Frame frame() {
    return tiles.fingerprints().frame();
  }

  @Override
  public PixelReader below() {
    return tiles.below(depth);
  }

  @Override
  public long belowFingerprint(Rect rect) {
    return tiles.fingerprints().picture(depth, rect);
  }

  @Override
  public Area area() {
    return isHeld ? tiles.fingerprints().sheet().pass(pass.id()).orElse(pass).area() : pass.area();
  }

  @Override
  public Plane mask(Area area, int level, Rect rect) {
    return tiles.mask(depth, area, level, rect);
  }

  @Override
  public long areaFingerprint(Area area, Rect rect) {
    return tiles.fingerprints().area(area, depth, rect);
  }

  @Override
  public Rect areaBounds(Area area) {
    return tiles.fingerprints().areas().bounds(area);
  }

  @Override
  public Framing framing() {
    return tiles.fingerprints().sheet().framing(tiles.engine().source().bounds());
  }

  @Override
  public Lights lights() {
    return viewBelow().lights();
  }

  @Override
  public List<SkinLine> lines() {
    return viewBelow().lines();
  }

  @Override
  public List<SkinSpot> spots() {
    return viewBelow().spots();
  }

  @Override
  public List<SkinSpot> skinMarks() {
    return viewBelow().skinMarks();
  }

  @Override
  public Plane evened(int level, Rect rect) {
    SheetView is = viewBelow();
    RunSheet sheet = is.sheet().withPasses(is.sheet().passes().stream().filter(Pass::on).toList());
    List<PassKind> there = sheet.passes().stream().map(Pass::kind).toList();
    for (PassKind kind : Kinds.all().stream().filter(PassKind::evensLight).toList()) {
      if (there.contains(kind)) {
        continue;
      }
      sheet = sheet.add(tiles.engine().view(sheet, () -> false).begun(kind));
    }
    SheetView would = tiles.engine().view(sheet, () -> false);
    Plane was = Bands.logLuminance(is.readTogether(level, rect));
    return Bands.difference(Bands.logLuminance(would.readTogether(level, rect)), was);
  }

  private SheetView viewBelow() {
    List<Pass> all = tiles.fingerprints().sheet().passes();
    Set<Long> below =
        all.stream().takeWhile(p -> p.id() != pass.id()).map(Pass::id).collect(Collectors.toSet());
    RunSheet sheet = tiles.fingerprints().sheet().muting(p -> !below.contains(p.id()));
    return tiles.engine().view(sheet, () -> false);
  }

  @Override
  public boolean isKnown(long key) {
    return tiles.engine().cache().peek(key) != null;
  }

  @Override
  public <T> T analysis(long key, long bytes, Supplier<T> compute) {
    return tiles.engine().cache().analysis(key, bytes, compute);
  }

  @Override
  public <T> T lasting(long key, long bytes, Lasting<T> form, Supplier<T> compute) {
    return analysis(key, bytes, isHeld ? compute : () -> tiles.engine().kept(key, form, compute));
  }
}
