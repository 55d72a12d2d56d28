package carezza.spot;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.face.Pin;
import carezza.spot.SkinSpot.Proposal;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Marks among those round them: freckles, pores, and what is told from them. */
public class FaceSpotsTest {
  private static final double PX = 6;

  /** Where the one that is judged lies, source pixels. */
  private static final double AT = 9000;

  private static final double CONTRAST = 0.5;
  private static final double[] FRECKLE = {0.45, 1.35};

  private final List<SkinSpot> marks = new ArrayList<>();
  private final List<DarkPlace> ground = new ArrayList<>();

  /** Freckles whose shares of red light are so far from one another. */
  private void freckled(int n, double scatter) {
    marks.clear();
    ground.clear();
    for (int i = 0; i < n; i++) {
      double off = scatter * ((double) i / n - 0.5);
      double[] share = {FRECKLE[0] + off, FRECKLE[1]};
      add(spot(SpotType.FRECKLE, 20 * i, 1.5, 8, share), share, true);
    }
  }

  private void add(SkinSpot s, double[] share, boolean fleck) {
    marks.add(s);
    double weight = s.contrast() * s.sizeMm();
    ground.add(new DarkPlace(s.centre(), weight, 0.9, true, share[0], share[1], fleck));
  }

  private static SkinSpot spot(SpotType type, double x, double mm, double depth, double[] share) {
    double redness = CONTRAST * (1 - share[0]);
    return new SkinSpot(
        type, new Pin(x, 100), mm, mm, CONTRAST, redness, depth, 0.9, Proposal.HEAL, List.of());
  }

  private Proposal judged(SpotType type, double mm, double depth, double... share) {
    add(spot(type, AT, mm, depth, share), share, false);
    return FaceSpots.judged(marks, ground, PX).get(marks.size() - 1).proposal();
  }

  @DataProvider
  public Object[][] red() {
    return new Object[][] {
      {0, 1.8, 10.0, 0.2, 1.05, Proposal.HEAL},
      {60, 1.8, 10.0, 0.2, 1.05, Proposal.SOFTEN},
      {60, 3.0, 10.0, 0.2, 1.05, Proposal.HEAL},
      {60, 1.8, 18.0, 0.2, 1.05, Proposal.HEAL},
      {60, 3.0, 10.0, 0.3, 1.05, Proposal.SOFTEN},
      {60, 3.0, 18.0, 0.3, 1.05, Proposal.HEAL},
      {0, 3.0, 28.0, 0.3, 1.3, Proposal.HEAL},
      {60, 3.0, 28.0, 0.3, 1.3, Proposal.SOFTEN},
      {60, 5.0, 28.0, 0.3, 1.3, Proposal.SOFTEN},
    };
  }

  /** A small or brownish one among freckles may be one: softened only. */
  @Test(dataProvider = "red")
  public void redOnesLikeFrecklesAmongThemAreLessSure(
      int freckles, double mm, double depth, double red, double blue, Proposal proposal) {
    freckled(freckles, 0.2);
    assertThat(judged(SpotType.BLEMISH, mm, depth, red, blue)).isEqualTo(proposal);
  }

  @DataProvider
  public Object[][] dark() {
    return new Object[][] {
      {0, 0.8, 1.2, Proposal.HEAL},
      {60, 0.8, 1.2, Proposal.KEEP},
      {60, 0.8, 0.97, Proposal.HEAL},
      {60, 0.88, 1.2, Proposal.HEAL},
      {60, 0.7, 0.97, Proposal.KEEP},
    };
  }

  /** Among freckles a dark spot is one that takes red light, green and blue alike. */
  @Test(dataProvider = "dark")
  public void greySpotsAmongFrecklesAreNone(
      int freckles, double red, double blue, Proposal proposal) {
    freckled(freckles, 0.2);
    assertThat(judged(SpotType.DARK_SPOT, 3, 13, red, blue)).isEqualTo(proposal);
  }

  /** Where colours are kept coarsely freckles look now red, now grey. */
  @Test
  public void whereFrecklesScatterLessIsToldFromThem() {
    freckled(60, 0.2);
    assertThat(judged(SpotType.DARK_SPOT, 2, 13, 0.88, 0.97)).isEqualTo(Proposal.HEAL);
    freckled(60, 1.4);
    assertThat(judged(SpotType.DARK_SPOT, 2, 13, 0.88, 0.97)).isEqualTo(Proposal.KEEP);
    freckled(60, 0.2);
    assertThat(judged(SpotType.BLEMISH, 3, 28, 0.25, 1.05)).isEqualTo(Proposal.HEAL);
    freckled(60, 1.4);
    assertThat(judged(SpotType.BLEMISH, 3, 28, 0.25, 1.05)).isEqualTo(Proposal.SOFTEN);
  }

  /** A wide mark's colour is told where a freckle's is lost in noise. */
  @Test
  public void aWideOneIsToldWhereFrecklesScatter() {
    freckled(60, 1.4);
    assertThat(judged(SpotType.DARK_SPOT, 3, 13, 0.88, 0.97)).isEqualTo(Proposal.HEAL);
    freckled(60, 1.4);
    assertThat(judged(SpotType.BLEMISH, 6, 28, 0.25, 1.05)).isEqualTo(Proposal.HEAL);
  }

  /** Dark places of freckles' kind make a face freckled, though few are surely freckles. */
  @Test
  public void manyThatMayBeFrecklesAreAPattern() {
    freckled(40, 0.2);
    assertThat(judged(SpotType.DARK_SPOT, 3, 13, 0.7, 1.2)).isEqualTo(Proposal.HEAL);
    freckled(40, 0.2);
    for (int i = 0; i < 60; i++) {
      ground.add(new DarkPlace(new Pin(20 * i, 300), 0.5, 0.9, false, 0.75, 1.1, true));
    }
    assertThat(judged(SpotType.DARK_SPOT, 3, 13, 0.7, 1.2)).isEqualTo(Proposal.KEEP);
  }

  /** A freckle on its own is left to the hand. */
  @Test
  public void aFreckleAloneIsLookedAt() {
    freckled(0, 0);
    assertThat(judged(SpotType.FRECKLE, 2, 8, FRECKLE)).isEqualTo(Proposal.LOOK);
  }
}
