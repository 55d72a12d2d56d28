package carezza.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.Pin;
import carezza.image.PixelReader;
import carezza.image.SourcePicture;
import carezza.spot.Sight;
import carezza.spot.SkinSpot;
import carezza.spot.SkinSpot.Proposal;
import carezza.spot.SpotType;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Marks drawn on grain, 6 px a mm, some of each taken away. */
public class MarksSeenTest {
  private static final int SIDE = 400;
  private static final double PX = 6;
  private static final ColorEncoding SRGB = ColorEncoding.srgb();

  private static final double[] GREY = {1, 1, 1};
  private static final double[] RED = {0, 1, 1};

  private static final SkinSpot ROUND = mark(new Pin(120, 120), 4, List.of());
  private static final SkinSpot LINE =
      mark(new Pin(250, 300), 20, List.of(new Pin(190, 300), new Pin(250, 300), new Pin(310, 300)));

  private static SkinSpot mark(Pin at, double mm, List<Pin> line) {
    return new SkinSpot(
        line.isEmpty() ? SpotType.BLEMISH : SpotType.SCRATCH,
        at,
        mm,
        mm,
        0.6,
        0.4,
        12,
        0.9,
        Proposal.HEAL,
        line);
  }

  /**
   * @param share of both marks that is there
   * @param gain of all light
   */
  private static PixelReader picture(double share, double gain) {
    return picture(share, gain, GREY, 0);
  }

  /**
   * @param colour what the marks take of red, green and blue
   * @param patch stops by which all light is less where the round mark is or was
   */
  private static PixelReader picture(double share, double gain, double[] colour, double patch) {
    Random random = new Random(3);
    SourcePicture p = new SourcePicture(SIDE, SIDE, 8, 3);
    for (int i = 0; i < SIDE * SIDE; i++) {
      Pin at = new Pin(i % SIDE + 0.5, i / SIDE + 0.5);
      double round = Math.exp(-Math.pow(ROUND.distance(at) / (2 * PX), 4));
      double line = Math.exp(-Math.pow(LINE.distance(at) / (0.5 * PX), 2));
      double mark = -0.6 * share * Math.max(round, line);
      double skin = 0.1 * random.nextGaussian() - patch * round;
      for (int c = 0; c < 3; c++) {
        float v = (float) (gain * 0.2 * Math.pow(2, skin + colour[c] * mark));
        p.setCode(c, i % SIDE, i / SIDE, SRGB.encode(c, 8, v));
      }
    }
    return new Engine(p, SRGB, new TileCache(1 << 24)).original();
  }

  @DataProvider
  public Object[] shares() {
    return new Object[] {1.0, 0.4, 0.0};
  }

  /** Whatever happens to all of the light. */
  @Test(dataProvider = "shares")
  public void whatIsLeftOfAMarkIsMeasured(double share) {
    MarksSeen seen = new MarksSeen(picture(1, 1), picture(share, 1.6), 0, PX);
    assertThat(seen.left(ROUND)).isCloseTo(share, within(0.06));
    assertThat(seen.left(LINE)).isCloseTo(share, within(0.12));
  }

  /** The skin's own light there, or a step that a heal left, is no mark. */
  @Test
  public void aRedMarkIsGoneWhenItsRedIs() {
    MarksSeen healed = new MarksSeen(picture(1, 1, RED, 0), picture(0, 1, RED, 0.15), 0, PX);
    assertThat(healed.left(ROUND)).isLessThan(0.1);
    MarksSeen half = new MarksSeen(picture(1, 1, RED, 0), picture(0.5, 1, RED, -0.15), 0, PX);
    assertThat(half.left(ROUND)).isCloseTo(0.5, within(0.1));
  }

  /** Of grey marks light is all there is to tell them by. */
  @Test
  public void aGreyMarkIsLeftWhenItsLightIs() {
    MarksSeen again = new MarksSeen(picture(1, 1), picture(0, 1, GREY, 0.6), 0, PX);
    assertThat(again.left(ROUND)).isCloseTo(1, within(0.06));
  }

  @Test
  public void marksThatAreGoneOrKeptAreNotCounted() {
    List<SkinSpot> both = List.of(ROUND, LINE);
    MarksSeen untouched = new MarksSeen(picture(1, 1), picture(1, 1), 0, PX);
    Reading r = untouched.reading(both, List.of(), Sight.WALL, 2000);
    assertThat(r.before()).isEqualTo(2);
    assertThat(r.now()).isEqualTo(2);
    assertThat(untouched.reading(both, List.of(LINE), Sight.WALL, 2000).now()).isEqualTo(1);
    MarksSeen healed = new MarksSeen(picture(1, 1), picture(0.02, 1), 0, PX);
    assertThat(healed.reading(both, List.of(), Sight.WALL, 2000).now()).isZero();
  }
}
