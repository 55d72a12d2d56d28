package carezza.region;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.Pin;
import carezza.image.SourcePicture;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Two drawn eyes, 63 mm apart at 5 px a mm, that look a little to one side. */
public class IrisSearchTest {
  private static final double PX = 5;
  private static final int Y = 100;
  private static final int[] MIDDLES = {120, 435};
  private static final double GAZE_MM = 2;
  private static final double RADIUS_MM = 6;

  /** Encoded grey values of what an eye is made of. */
  private record Eye(double iris, double ring, double pupil, double white, boolean reflection) {}

  private static final Eye DARK = new Eye(0.25, 0.2, 0.08, 0.75, false);
  private static final Eye NO_PUPIL_SEEN = new Eye(0.12, 0.1, 0.1, 0.6, false);
  private static final Eye PALER_THAN_WHITE = new Eye(0.72, 0.45, 0.1, 0.62, false);
  private static final Eye BEHIND_A_REFLECTION = new Eye(0.3, 0.2, 0.1, 0.7, true);

  private static SourcePicture drawn(Eye right, Eye left, long seed) {
    SourcePicture p = new SourcePicture(560, 200, 8, 3);
    Random random = new Random(seed);
    for (int y = 0; y < 200; y++) {
      for (int x = 0; x < 560; x++) {
        boolean first = x < 280;
        double v = value(first ? right : left, x + 0.5 - MIDDLES[first ? 0 : 1], y + 0.5 - Y);
        int code = (int) Math.round(255 * (v + 0.012 * random.nextGaussian()));
        for (int c = 0; c < 3; c++) {
          p.setCode(c, x, y, Math.max(0, Math.min(255, code)));
        }
      }
    }
    return p;
  }

  private static double value(Eye eye, double dx, double dy) {
    double u = dx / PX;
    double v = dy / PX;
    double out = 0.5;
    boolean open = eye != null && Math.abs(v) < 5.5 * (1 - u * u / 169);
    if (open) {
      double r = Math.hypot(u - GAZE_MM, v);
      out = r < 2 ? eye.pupil : r < 5.4 ? eye.iris : r < RADIUS_MM ? eye.ring : eye.white;
    } else if (Math.abs(v) < 6.3 * (1 - u * u / 190) && v < 0) {
      out = 0.15;
    }
    boolean lit = eye != null && eye.reflection && Math.abs(u - GAZE_MM - 1 + v / 2) < 2.2;
    return lit ? 0.45 * out + 0.5 : out;
  }

  @DataProvider
  public Object[][] eyes() {
    return new Object[][] {
      {DARK, DARK, 0.5, 0.5},
      {NO_PUPIL_SEEN, NO_PUPIL_SEEN, -1.5, 1},
      {PALER_THAN_WHITE, PALER_THAN_WHITE, 5, -6},
      {DARK, BEHIND_A_REFLECTION, 0.5, -7},
      {BEHIND_A_REFLECTION, BEHIND_A_REFLECTION, 3, -3},
    };
  }

  /** However far off the guess is, within the eye. */
  @Test(dataProvider = "eyes")
  public void irisesAreFoundInTheEye(Eye right, Eye left, double wrongRight, double wrongLeft) {
    for (long seed = 1; seed <= 3; seed++) {
      IrisSearch.Circle[] pair = pair(drawn(right, left, seed), wrongRight, wrongLeft);
      for (IrisSearch.Circle c : pair) {
        assertThat(c.u()).as("u, mm, seed %d", seed).isBetween(GAZE_MM - 0.8, GAZE_MM + 0.8);
        assertThat(c.v()).as("v, mm, seed %d", seed).isBetween(-0.9, 0.9);
        assertThat(c.radiusMm()).as("radius, mm, seed %d", seed).isBetween(5.4, 6.7);
      }
    }
  }

  @Test
  public void aClosedEyeKeepsItsGuess() {
    IrisSearch.Circle[] pair = pair(drawn(DARK, null, 1), 0.5, -3);
    assertThat(pair[0].u()).isBetween(GAZE_MM - 0.8, GAZE_MM + 0.8);
    assertThat(pair[1].u()).isCloseTo(GAZE_MM - 3, within(1e-6));
    assertThat(pair[1].radiusMm()).isEqualTo(IrisSearch.MEAN_RADIUS_MM);
  }

  /** What a person has pinned is near the iris, whatever else looks like one. */
  @Test
  public void aPinIsBelievedMoreThanAGuess() {
    Engine e = new Engine(drawn(DARK, DARK, 1), ColorEncoding.srgb(), new TileCache(1 << 24));
    EyeLight right = eye(e, 0, 0.5);
    EyeLight left = eye(e, 1, -6);
    assertThat(IrisSearch.pair(right, left, IrisSearch.OF_A_GUESS)[1].u()).isGreaterThan(1);
    assertThat(IrisSearch.pair(right, left, IrisSearch.OF_A_PIN)[1].u()).isLessThan(-2);
  }

  private static IrisSearch.Circle[] pair(SourcePicture p, double wrongRight, double wrongLeft) {
    Engine e = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 24));
    return IrisSearch.pair(eye(e, 0, wrongRight), eye(e, 1, wrongLeft), IrisSearch.OF_A_GUESS);
  }

  private static EyeLight eye(Engine e, int which, double wrongMm) {
    double x = MIDDLES[which];
    Pin guess = new Pin(x + PX * (GAZE_MM + wrongMm), Y);
    List<Pin> lids = new ArrayList<>();
    for (int k = 0; k < 16; k++) {
      double u = -13 * Math.cos(k * Math.PI / 8);
      double v = (k <= 8 ? 1 : -1) * 5.5 * (1 - u * u / 169);
      lids.add(new Pin(x + PX * u, Y + PX * v));
    }
    return new EyeLight(e.original(), lids, true, guess, PX);
  }
}
