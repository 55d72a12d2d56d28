package carezza.finder;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.SourcePicture;
import carezza.pass.Action;
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
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Marks found on the sitters, and healed by what is proposed. */
public class SpotsTest {
  /** Shorter ones are the ends of strands, wider than what a heal of a hair takes off. */
  private static final double STRAND_MM = 12;

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

  /** Hairs that leave her hair are shown, healed if the hand says so, and gone then. */
  @Test
  public void flyingHairsAreOfferedAndNotHealedUnasked() {
    List<SkinSpot> hairs = spots.stream().filter(s -> s.type() == SpotType.FLYING_HAIR).toList();
    assertThat(hairs).hasSizeGreaterThan(1).allMatch(s -> s.proposal() == Proposal.LOOK);
    Pass pass = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    RunSheet with = sheet.withPasses(List.of(pass));
    EvaluationContext context = engine.view(with, () -> false).contextFor(pass);
    Action.Offer offer = offer(context, "marks.flyingHair");
    Pass healed = offer.how().apply(pass);
    assertThat(healed.items(Heal.class)).hasSizeGreaterThanOrEqualTo(hairs.size());
    List<SkinSpot> left = engine.view(with.change(1, p -> healed), () -> false).spots();
    double px = context.frame().pxPerMm();
    for (SkinSpot s : hairs.stream().filter(h -> h.sizeMm() > STRAND_MM).toList()) {
      Pin middle = s.line().get(s.line().size() / 2);
      assertThat(left)
          .filteredOn(o -> o.type() == SpotType.FLYING_HAIR)
          .as("still there, at %s", middle)
          .noneMatch(o -> o.line().stream().anyMatch(p -> p.distance(middle) < 2 * px));
    }
  }

  /** The border of a heal lies on clean skin; a halo, as many of hers have, is part of it. */
  @Test
  public void aHealIsAsWideAsWhatItMustCover() {
    Pass pass = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    List<Heal> heals = offer(context(pass), "marks.blemish").how().apply(pass).items(Heal.class);
    double px = sheet.faceMap().orElseThrow().pxPerMm();
    List<DemoSitter.Mark> marks = ilse.marks("blemish");
    List<Double> wide = new ArrayList<>();
    int covered = 0;
    for (DemoSitter.Mark m : marks) {
      for (Heal h : heals) {
        double off = h.distance(m.x(), m.y());
        double radius = h.sizeMm() * px / 2;
        if (off < m.radiusPx()) {
          covered += radius - off > 0.9 * m.radiusPx() ? 1 : 0;
          wide.add(radius / m.radiusPx());
        }
      }
    }
    assertThat(covered).as("of %d", marks.size()).isGreaterThanOrEqualTo(marks.size() - 1);
    wide.sort(Double::compare);
    assertThat(wide.get(wide.size() / 2)).as("radii of their marks").isBetween(1.1, 1.8);
  }

  /** What is less sure than a heal is softened in one step: something of it stays. */
  @Test
  public void whatIsLessSureIsOfferedToBeSoftened() {
    List<SkinSpot> faint = spots.stream().filter(s -> s.proposal() == Proposal.SOFTEN).toList();
    assertThat(faint).isNotEmpty();
    Pass pass = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    List<Heal> heals = offer(context(pass), "marks.soften").how().apply(pass).items(Heal.class);
    assertThat(heals).hasSize(faint.size()).allMatch(h -> h.share() == 0.6);
    for (SkinSpot s : faint) {
      assertThat(heals).anyMatch(h -> h.distance(s.centre().x(), s.centre().y()) < 1);
    }
  }

  private static Action.Offer offer(EvaluationContext context, String key) {
    Action.Choose find =
        (Action.Choose)
            context.pass().kind().actions().stream()
                .filter(a -> a.key().equals("findMarks"))
                .findFirst()
                .orElseThrow();
    return find.found().in(context).stream()
        .filter(o -> o.key().equals(key))
        .findFirst()
        .orElseThrow();
  }

  /** One after the other, each keeps its heals while the next is decided; taken back, all go. */
  @Test
  public void hairsThatLieSideBySideAreDecidedEachByItself() {
    Pass pass = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    Action.Reviewed review =
        pass.kind().actions().stream()
            .filter(Action.Review.class::isInstance)
            .map(a -> ((Action.Review) a).does())
            .findFirst()
            .orElseThrow();
    double px = sheet.faceMap().orElseThrow().pxPerMm();
    List<Action.Found> hairs =
        review.found(context(pass)).stream().filter(f -> f.name().equals("flyingHair")).toList();
    assertThat(hairs).hasSizeGreaterThan(2);
    Pass now = pass;
    for (Action.Found f : hairs) {
      now = review.decide(context(now), f, "heal").apply(now);
    }
    for (Action.Found f : hairs) {
      assertThat(review.decided(now, f, px)).as("at %s, %s", f.x(), f.y()).isEqualTo("heal");
    }
    Action.Found first = hairs.get(0);
    now = review.decide(context(now), first, "keep").apply(now);
    assertThat(review.decided(now, first, px)).isEqualTo("keep");
    for (Action.Found f : hairs.subList(1, hairs.size())) {
      assertThat(review.decided(now, f, px)).as("at %s, %s", f.x(), f.y()).isEqualTo("heal");
    }
    for (Action.Found f : hairs) {
      now = review.decide(context(now), f, "").apply(now);
    }
    assertThat(now.items(Heal.class)).isEmpty();
  }

  private EvaluationContext context(Pass p) {
    return engine.view(sheet.withPasses(List.of(p)), () -> false).contextFor(p);
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
                      && h.sizeMm() >= Math.min(12, 1.3 * s.reachMm()));
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

  /** A line shows by its width: more where it is longer, far less than a disc as wide as that. */
  @Test
  public void aLineIsSeenByItsWidth() {
    double px = sheet.faceMap().orElseThrow().pxPerMm();
    for (Sight at : Sight.values()) {
      double shorter = at.thresholds(line(10), px, 2000);
      double longer = at.thresholds(line(20), px, 2000);
      SkinSpot disc =
          new SkinSpot(
              SpotType.BLEMISH, new Pin(0, 0), 20, 20, 0.3, 0.1, 9, 0.9, Proposal.HEAL, List.of());
      assertThat(longer).as("%s", at).isBetween(1.2 * shorter, 1.5 * shorter);
      assertThat(at.thresholds(disc, px, 2000)).as("%s", at).isGreaterThan(1.5 * longer);
    }
  }

  private static SkinSpot line(double mm) {
    List<Pin> line = List.of(new Pin(0, 0), new Pin(mm, 0));
    return new SkinSpot(
        SpotType.SCRATCH, line.get(0), mm, mm, 0.3, 0.1, 9, 0.9, Proposal.HEAL, line);
  }
}
