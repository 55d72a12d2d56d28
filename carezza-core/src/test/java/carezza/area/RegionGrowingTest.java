package carezza.area;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.engine.Engine;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.testing.Pictures;
import java.util.Optional;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Growing on a plain picture: a shaded disc of one colour on another. */
public class RegionGrowingTest {
  @DataProvider
  public Object[][] colours() {
    return new Object[][] {
      {new double[] {0.78, 0.60, 0.52}, new double[] {0.25, 0.33, 0.36}},
      {new double[] {0.45, 0.30, 0.22}, new double[] {0.50, 0.14, 0.13}},
      {new double[] {0.62, 0.50, 0.36}, new double[] {0.55, 0.54, 0.52}},
    };
  }

  private static SourcePicture disc(double[] in, double[] out, double dim) {
    SourcePicture p = new SourcePicture(420, 360, 8, 3);
    Random r = new Random(6);
    for (int y = 0; y < 360; y++) {
      for (int x = 0; x < 420; x++) {
        boolean inside = isInside(x, y);
        double shade = (inside ? 0.75 + 0.3 * (x - 110) / 200.0 : 1) * dim;
        for (int c = 0; c < 3; c++) {
          double v = (inside ? in : out)[c] * shade + 0.012 * r.nextGaussian();
          p.setCode(c, x, y, (int) Math.round(255 * Math.max(0, Math.min(1, v))));
        }
      }
    }
    return p;
  }

  private static boolean isInside(int x, int y) {
    return Math.hypot(x - 210, y - 180) < 100;
  }

  private static double overlap(SourcePicture p) {
    Engine e = Pictures.engine(p);
    Matte m =
        RegionGrowing.grow(
            new Seed(Seed.Like.SKIN, 190, 170, 1), e.original(), 2, Optional.empty());
    Plane got = m.at(0, new Rect(0, 0, 420, 360));
    double both = 0;
    double either = 0;
    for (int i = 0; i < got.data().length; i++) {
      float t = isInside(i % 420, i / 420) ? 1 : 0;
      both += Math.min(t, got.data()[i]);
      either += Math.max(t, got.data()[i]);
    }
    return both / either;
  }

  @Test(dataProvider = "colours")
  public void aShadedDiscIsFoundInAnyExposure(double[] in, double[] out) {
    for (double dim : new double[] {1, 0.7, 0.5}) {
      assertThat(overlap(disc(in, out, dim))).as("dimmed to %s", dim).isGreaterThan(0.9);
    }
  }

  /** As of what is found from a face: see {@code Regions.VERSION}, which has to rise with it. */
  @Test
  public void whatIsGrownBelongsToTheVersionOfTheRegions() {
    Engine e = Pictures.engine(Pictures.skin(300, 220, 8, 5));
    Hash h = new Hash();
    for (Seed.Like like : new Seed.Like[] {Seed.Like.SKIN, Seed.Like.TEETH}) {
      Seed seed = new Seed(like, 120, 90, 1);
      Matte m = RegionGrowing.grow(seed, e.original(), 4, Optional.empty());
      for (float w : m.at(1, new Rect(0, 0, 150, 110)).data()) {
        h.add(Float.floatToIntBits(w));
      }
    }
    assertThat(Long.toHexString(h.get())).isEqualTo("4cb92266a363b6a8");
  }

  @Test
  public void aTouchOutsideThePictureGrowsNothing() {
    Engine e = Pictures.engine(Pictures.skin(60, 40, 8, 1));
    Matte m =
        RegionGrowing.grow(
            new Seed(Seed.Like.TEETH, -5, 900, 1), e.original(), 2, Optional.empty());
    assertThat(m.at(0, new Rect(0, 0, 60, 40)).data()).containsOnly(0f);
  }

  @Test
  public void aMatteIsTheSameAtEveryLevelButForItsGrain() {
    Plane p = new Plane(new Rect(64, 0, 64, 64));
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = i % 64 < 32 ? 1 : 0;
    }
    Matte m = new Matte(1, p);
    assertThat(m.at(0, new Rect(130, 10, 1, 1)).data()[0]).isEqualTo(1f);
    assertThat(m.at(0, new Rect(220, 10, 1, 1)).data()[0]).isZero();
    assertThat(m.at(0, new Rect(20, 10, 1, 1)).data()[0]).as("outside").isZero();
    assertThat(m.at(3, new Rect(17, 2, 1, 1)).data()[0]).isEqualTo(1f);
    assertThat(m.bounds().contains(p.rect().toSource(1))).isTrue();
  }
}
