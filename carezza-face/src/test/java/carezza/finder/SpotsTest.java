package carezza.finder;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.image.SourcePicture;
import carezza.pass.EvaluationContext;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import carezza.spot.Sight;
import carezza.spot.SkinSpot;
import carezza.spot.SkinSpot.Proposal;
import carezza.spot.SpotType;
import java.util.List;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Marks found on the sitters, and healed by what is proposed. */
public class SpotsTest {
  private DemoSitter ilse;
  private Engine engine;
  private RunSheet sheet;
  private List<SkinSpot> spots;

  @BeforeClass
  public void find() {
    ilse = DemoSitter.load("ilse");
    engine = engine(ilse.picture().picture());
    sheet = RunSheet.EMPTY.withFaceMap(map(engine));
    spots = engine.view(sheet, () -> false).spots();
  }

  private static Engine engine(SourcePicture p) {
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 28));
  }

  private static FaceMap map(Engine e) {
    return FaceMap.of(new NetFaceFinder().find(e.original(), () -> false));
  }

  private static boolean covers(DemoSitter.Mark m, SkinSpot s) {
    return Math.hypot(s.centre().x() - m.x(), s.centre().y() - m.y()) < m.radiusPx();
  }

  @DataProvider
  public Object[] sitters() {
    return DemoSitter.NAMES.toArray();
  }

  private List<SkinSpot> heals() {
    return spots.stream().filter(s -> s.proposal() == Proposal.HEAL).toList();
  }

  @Test
  public void everyBlemishAndScratchIsFoundAndNoFreckleHealed() {
    List<DemoSitter.Mark> marks = ilse.marks("blemish", "scratch");
    long found = marks.stream().filter(m -> heals().stream().anyMatch(s -> covers(m, s))).count();
    assertThat(found).as("of %d", marks.size()).isGreaterThanOrEqualTo(marks.size() - 1);
    long right = heals().stream().filter(s -> marks.stream().anyMatch(m -> covers(m, s))).count();
    assertThat(right).as("of %d heals", heals().size()).isGreaterThanOrEqualTo(heals().size() - 1);
    SkinSpot mole = spots.stream().filter(s -> s.type() == SpotType.MOLE).findFirst().orElseThrow();
    assertThat(mole.proposal()).isEqualTo(Proposal.KEEP);
    assertThat(spots).filteredOn(s -> s.type() == SpotType.FRECKLE).hasSizeGreaterThan(60);
    assertThat(spots)
        .filteredOn(s -> s.type() == SpotType.FRECKLE)
        .noneMatch(s -> s.proposal() == Proposal.HEAL);
  }

  /** Clean pictures, stubble, creases, collars and all: nothing to heal. */
  @Test(dataProvider = "sitters")
  public void cleanPicturesHaveNothingToHeal(String name) {
    Engine e = engine(DemoSitter.load(name).clean());
    RunSheet bare = RunSheet.EMPTY.withFaceMap(map(e));
    assertThat(e.view(bare, () -> false).spots())
        .filteredOn(s -> s.proposal() == Proposal.HEAL)
        .hasSizeLessThanOrEqualTo(1);
  }

  @Test
  public void withoutAFaceNoMarksAreLookedFor() {
    assertThat(engine.view(RunSheet.EMPTY, () -> false).spots()).isEmpty();
  }

  /** A heal for each; found again, what is healed is left alone. */
  @Test
  public void proposalsBecomeHeals() {
    Pass pass = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    RunSheet with = sheet.withPasses(List.of(pass));
    EvaluationContext context = engine.view(with, () -> false).contextFor(pass);
    Pass healed = pass.kind().proposed(context);
    List<Heal> all = healed.items(Heal.class);
    assertThat(all.size()).isGreaterThanOrEqualTo(heals().size());
    double px = context.frame().pxPerMm();
    for (SkinSpot s : heals().stream().filter(h -> h.type() == SpotType.BLEMISH).toList()) {
      assertThat(all)
          .as("reaches over the halo of %s", s)
          .anyMatch(
              h ->
                  h.distance(s.centre().x(), s.centre().y()) < 0.1 * px
                      && h.sizeMm() >= Math.min(12, 1.5 * s.reachMm()));
    }
    assertThat(all).extracting(Heal::id).doesNotHaveDuplicates();
    EvaluationContext again =
        engine.view(with.change(1, p -> healed), () -> false).contextFor(healed);
    assertThat(pass.kind().proposed(again).items(Heal.class)).isEqualTo(all);
  }

  @Test
  public void whatIsLargerAndDeeperShowsMore() {
    SkinSpot s = heals().get(0);
    double px = sheet.faceMap().orElseThrow().pxPerMm();
    for (Sight at : Sight.values()) {
      double here = at.thresholds(s, px, 2000);
      assertThat(here).isPositive();
      assertThat(at.thresholds(s, px, 8000)).as("shown smaller").isLessThan(here);
      SkinSpot faint =
          new SkinSpot(
              s.type(),
              s.centre(),
              s.sizeMm(),
              s.sizeMm(),
              0.02,
              0,
              1,
              0.5,
              s.proposal(),
              List.of());
      assertThat(at.thresholds(faint, px, 2000)).as("fainter").isLessThan(here / 5);
    }
  }
}
