package carezza.neutral;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.Adaptation;
import carezza.neutral.LightEvidence.Card;
import carezza.neutral.LightEvidence.Sheen;
import carezza.neutral.LightEvidence.Spot;
import carezza.neutral.LightEvidence.Surface;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What a face shows of its light is weighed to that light; what cannot be is not trusted. */
public class WeighingTest {
  private static final Locus LIGHT_SKIN = Locus.of(66, 9, 15.5, 1, 1, 0, 4);
  private static final Locus DEEP_SKIN = Locus.of(42, 11, 16.5, 1, 1, 0, 4);
  private static final Locus WHITES = Locus.of(70, 1, 5, 1, 1, 0, 4);
  private static final Locus TEETH = Locus.of(75, 1, 15, 1, 1, 0, 4);

  /** A thing of a locus's colour in a light, at its own brightness. */
  private static Spot in(Light light, Locus l) {
    double[] w = light.logs();
    double r = Math.exp(l.red());
    double b = Math.exp(l.blue());
    double g = Math.log(l.luminance() / (0.2126 * r + 0.7152 + 0.0722 * b));
    return new Spot(l.red() + w[0], l.blue() + w[1], g);
  }

  private static Sheen sheen(Light light, Locus skin) {
    double[] w = light.logs();
    return new Sheen(in(light, skin), new Spot(w[0] + 0.02, w[1] - 0.02, -0.5), 3);
  }

  private static LightEvidence face(Light light, Locus skin) {
    return new LightEvidence(
        Optional.of(in(light, skin)),
        Optional.of(in(light, WHITES)),
        Optional.of(in(light, TEETH)),
        Optional.of(sheen(light, skin)),
        List.of(),
        Optional.empty(),
        Optional.empty());
  }

  private static LightEvidence with(LightEvidence e, List<Surface> surfaces, Optional<Card> card) {
    return new LightEvidence(e.skin(), e.whites(), e.teeth(), e.sheen(), surfaces, e.sides(), card);
  }

  @DataProvider
  public Object[][] lights() {
    return new Object[][] {
      {-60.0, 0.0}, {-25.0, 0.01}, {0.0, 0.0}, {30.0, -0.01}, {60.0, 0.0}, {110.0, 0.005}
    };
  }

  @Test(dataProvider = "lights")
  public void aFaceSaysItsLight(double mired, double duv) {
    Light light = new Light(mired, duv);
    for (Locus skin : List.of(LIGHT_SKIN, DEEP_SKIN)) {
      List<Proposal> all = Weighing.proposals(face(light, skin));
      Proposal first = all.get(0);
      assertThat(first.method()).isEqualTo(Proposal.TOGETHER);
      assertThat(Weighing.degrees(first.light(), light)).as("degrees").isLessThan(2.5);
      assertThat(first.isTrusted()).isTrue();
      assertThat(first.agree()).as("sources that agree").contains("eyeWhites");
    }
  }

  @Test
  public void greyClothNeitherLeadsNorMoves() {
    Light light = new Light(40, 0);
    LightEvidence bare = face(light, LIGHT_SKIN);
    double[] cool = new Light(-20, 0).logs();
    Surface cloth = new Surface("clothing", new Spot(cool[0], cool[1], -2), 0.4);
    List<Proposal> all = Weighing.proposals(with(bare, List.of(cloth), Optional.empty()));
    assertThat(Weighing.degrees(all.get(0).light(), light)).isLessThan(2.5);
    Proposal ifGrey = all.get(all.size() - 1);
    assertThat(ifGrey.method()).isEqualTo("if:clothing");
    assertThat(ifGrey.light().mired()).isCloseTo(-20, within(3.0));
    LightEvidence only =
        new LightEvidence(
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            List.of(cloth),
            Optional.empty(),
            Optional.empty());
    assertThat(Lights.of(only).first()).as("cloth alone").isEmpty();
  }

  @Test
  public void aCardLeadsUnlessAllElseContradictsIt() {
    Light light = new Light(40, 0.003);
    double[] grey = light.logs();
    Card card = new Card(new Spot(grey[0], grey[1], -1.7), new double[8], 1000);
    Proposal first =
        Weighing.proposals(with(face(light, LIGHT_SKIN), List.of(), Optional.of(card))).get(0);
    assertThat(first.method()).isEqualTo(Proposal.CARD);
    assertThat(Weighing.degrees(first.light(), light)).isLessThan(0.5);
    double[] blue = new Light(-70, 0.01).logs();
    Card painted = new Card(new Spot(blue[0], blue[1], -1.7), new double[8], 1000);
    Proposal other =
        Weighing.proposals(with(face(light, LIGHT_SKIN), List.of(), Optional.of(painted))).get(0);
    assertThat(other.method()).isEqualTo(Proposal.TOGETHER);
  }

  /** A frame of the card alone is what is laid on the others of a job. */
  @Test
  public void aCardWithoutAFaceIsTaken() {
    double[] grey = new Light(35, 0).logs();
    double[] cool = new Light(-30, 0).logs();
    Surface wall = new Surface("picture", new Spot(cool[0], cool[1], -2), 0.4);
    LightEvidence e =
        new LightEvidence(
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            List.of(wall),
            Optional.empty(),
            Optional.of(new Card(new Spot(grey[0], grey[1], -1.7), new double[8], 1000)));
    Proposal first = Lights.of(e).first().orElseThrow();
    assertThat(first.method()).isEqualTo(Proposal.CARD);
    assertThat(first.light().mired()).isCloseTo(35, within(1.5));
  }

  @Test
  public void greenSkinIsNotTrusted() {
    Spot green = new Spot(-0.6, -0.5, -1.5);
    Spot magenta = new Spot(0.6, 0.5, -1);
    LightEvidence e =
        new LightEvidence(
            Optional.of(green),
            Optional.of(magenta),
            Optional.empty(),
            Optional.empty(),
            List.of(),
            Optional.empty(),
            Optional.empty());
    assertThat(Weighing.proposals(e).get(0).isTrusted()).isFalse();
    assertThat(Lights.of(e).first()).isEmpty();
  }

  @Test
  public void aLightIsWhatItsShiftUndoes() {
    for (double mired : new double[] {-120, -30, 0, 50, 140}) {
      for (double duv : new double[] {-0.02, 0, 0.01}) {
        double[] g = new Light(mired, duv).gains();
        double[] w = carezza.color.ColorEncoding.srgb().toWorking().times(g[0], g[1], g[2]);
        double[] white = Adaptation.shift(-mired, -duv).times(w[0], w[1], w[2]);
        assertThat(white[0] / white[1]).isCloseTo(1, within(1e-9));
        assertThat(white[2] / white[1]).isCloseTo(1, within(1e-9));
      }
    }
    assertThat(Light.degrees(new double[] {1, 1, 1}, new double[] {2, 2, 2})).isZero();
    assertThat(Light.degrees(new double[] {1, 0, 0}, new double[] {0, 0, 3})).isEqualTo(90);
  }
}
