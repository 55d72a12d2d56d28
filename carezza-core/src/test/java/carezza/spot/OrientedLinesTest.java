package carezza.spot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Thin lines of any direction, and what only looks like one. */
public class OrientedLinesTest {
  private static final int W = 120;
  private static final int H = 90;

  private static Plane line(double degrees, double from, double to) {
    Plane d = new Plane(new Rect(0, 0, W, H));
    for (double t = from; t <= to; t += 0.25) {
      int x = (int) Math.round(60 + t * Math.cos(Math.toRadians(degrees)));
      int y = (int) Math.round(45 + t * Math.sin(Math.toRadians(degrees)));
      d.data()[y * W + x] = 1;
    }
    return d;
  }

  private static Plane all() {
    return Plane.filled(new Rect(0, 0, W, H), 1);
  }

  private static double most(Plane p) {
    double most = 0;
    for (float v : p.data()) {
      most = Math.max(most, v);
    }
    return most;
  }

  @DataProvider
  public Object[] directions() {
    return new Object[] {0.0, 22.5, 45.0, 90.0, 112.5, 170.0};
  }

  @Test(dataProvider = "directions")
  public void aLineAnswersWhicheverWayItRunsAndASpotDoesNot(double degrees) {
    double answer = most(OrientedLines.along(line(degrees, -30, 30), all(), 10));
    assertThat(answer).isGreaterThan(0.5);
    Plane spot = new Plane(new Rect(0, 0, W, H));
    spot.data()[45 * W + 60] = 1;
    assertThat(most(OrientedLines.along(spot, all(), 10))).isLessThan(0.1);
  }

  /** Half of it missing to one side, it answers as far as it goes. */
  @Test
  public void beyondItsEndALineDoesNotAnswer() {
    Plane along = OrientedLines.along(line(0, -30, 0), all(), 10);
    assertThat(along.at(45, 45)).isEqualTo(1);
    assertThat(along.at(66, 45)).isLessThan(0.6f);
    assertThat(along.at(75, 45)).isLessThan(0.1f);
  }

  @Test
  public void whereNothingIsTrustedNothingAnswers() {
    Plane along = OrientedLines.along(line(0, -30, 30), new Plane(new Rect(0, 0, W, H)), 10);
    assertThat(along.data()).containsOnly(0);
  }

  @Test
  public void piecesGrowFromStrongToWeakAcrossCorners() {
    float[] z = new float[W * H];
    for (int k = 0; k < 20; k++) {
      z[(10 + k) * W + 10 + k] = k == 5 ? 9 : 4;
    }
    for (int k = 0; k < 20; k++) {
      z[60 * W + 50 + k] = 4;
    }
    z[80 * W + W - 1] = 9;
    z[81 * W] = 9;
    List<int[]> pieces = OrientedLines.pieces(z, W, 8, 3);
    assertThat(pieces).hasSize(3);
    assertThat(pieces.stream().mapToInt(p -> p.length).sorted().toArray())
        .as("a row's end is not beside the next one's beginning")
        .containsExactly(1, 1, 20);
  }

  @Test(dataProvider = "directions")
  public void theAxisOfAPieceIsItsDirectionAndExtent(double degrees) {
    Plane d = line(degrees, -30, 30);
    int[] piece = IntStream.range(0, W * H).filter(i -> d.data()[i] > 0).toArray();
    double[] axis = OrientedLines.axis(piece, W);
    assertThat(axis[0]).isCloseTo(60, within(0.5));
    assertThat(axis[1]).isCloseTo(45, within(0.5));
    double a = Math.toRadians(degrees);
    assertThat(Math.abs(axis[2] * Math.cos(a) + axis[3] * Math.sin(a))).isCloseTo(1, within(0.002));
    double[] ends = OrientedLines.extent(piece, axis, W);
    assertThat(ends[0]).isCloseTo(-30, within(1.0));
    assertThat(ends[1]).isCloseTo(30, within(1.0));
  }

  @Test
  public void pointsFollowALineThatBendsAndAreSourcePixels() {
    Rect r = new Rect(100, 200, W, H);
    Plane one = Plane.filled(r, 1);
    SpotGround g = SpotGround.of(1, 5, new RgbBlock(1, r), one, one);
    int[] piece = new int[61];
    for (int k = 0; k <= 60; k++) {
      piece[k] = (45 + (int) Math.round(8 * Math.sin(k / 20.0))) * W + 30 + k;
    }
    double[] axis = OrientedLines.axis(piece, W);
    double[] ends = OrientedLines.extent(piece, axis, W);
    List<Pin> points = OrientedLines.points(g, piece, axis, ends, 6);
    assertThat(points).hasSize(6);
    for (Pin p : points) {
      double k = p.x() / 2 - 0.5 - 100 - 30;
      assertThat(p.y() / 2 - 0.5 - 200).isCloseTo(45 + 8 * Math.sin(k / 20), within(1.0));
    }
    double[] xs = points.stream().mapToDouble(Pin::x).toArray();
    double[] sorted = xs.clone();
    Arrays.sort(sorted);
    assertThat(xs).isEqualTo(sorted);
  }

  @Test
  public void aResponseIsToldInSpreadsOfItsGround() {
    Rect r = new Rect(0, 0, W, H);
    Plane trust = Plane.filled(r, 1);
    SpotGround g = SpotGround.of(0, 2, new RgbBlock(0, r), trust, trust);
    Plane v = new Plane(r);
    Random random = new Random(6);
    for (int i = 0; i < v.data().length; i++) {
      v.data()[i] = 0.2f * (float) random.nextGaussian();
    }
    v.data()[45 * W + 60] = 2;
    trust.data()[10] = 0;
    float[] z = OrientedLines.inSpreads(v, g);
    assertThat((double) z[45 * W + 60]).isCloseTo(10, within(2.5));
    assertThat(z[10]).isZero();
  }
}
