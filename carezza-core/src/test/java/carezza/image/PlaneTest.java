package carezza.image;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Planes of numbers, the levels they lie on, and floats as bytes. */
public class PlaneTest {
  private static Plane sloping(Rect r) {
    Plane p = new Plane(r);
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = 3 * (r.x() + i % r.w()) - 2 * (r.y() + i / r.w());
    }
    return p;
  }

  @Test
  public void betweenPixelsASlopeIsMetAndBeyondThemTheNearestStands() {
    Plane p = sloping(new Rect(-4, 6, 10, 8));
    assertThat(p.linear(-3.5, 6.5)).isEqualTo(-24);
    assertThat(p.linear(0.25, 9.75)).isCloseTo(3 * -0.25 - 2 * 9.25, within(1e-5));
    assertThat(p.linear(-100, 6.5)).isEqualTo(p.at(-4, 6));
    assertThat(p.linear(100, 100)).isEqualTo(p.at(5, 13));
    assertThat(p.clamped(99, -99)).isEqualTo(p.at(5, 6));
  }

  @Test
  public void aPartIsTakenWithItsPlaceAndWhatIsMissingFilled() {
    Plane p = sloping(new Rect(0, 0, 10, 8));
    Plane part = p.crop(new Rect(7, 6, 6, 4), -1);
    assertThat(part.at(8, 7)).isEqualTo(p.at(8, 7));
    assertThat(part.at(10, 7)).isEqualTo(-1);
    assertThat(part.at(8, 9)).isEqualTo(-1);
    Plane onto = new Plane(new Rect(0, 0, 10, 8));
    onto.paste(part);
    assertThat(onto.at(9, 7)).isEqualTo(p.at(9, 7));
    assertThat(onto.at(6, 7)).isZero();
    onto.paste(new Plane(new Rect(50, 50, 3, 3)));
    assertThat(onto.at(9, 7)).isEqualTo(p.at(9, 7));
  }

  @Test
  public void halvingKeepsTheMean() {
    Plane p = sloping(new Rect(2, 4, 8, 6));
    Plane h = p.halved();
    assertThat(h.rect()).isEqualTo(new Rect(1, 2, 4, 3));
    double sum = 0;
    for (float v : p.data()) {
      sum += v;
    }
    double halves = 0;
    for (float v : h.data()) {
      halves += v;
    }
    assertThat(4 * halves).isCloseTo(sum, within(1e-3));
    assertThatThrownBy(() -> sloping(new Rect(1, 4, 8, 6)).halved())
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("even");
  }

  @DataProvider
  public Object[][] lengths() {
    return new Object[][] {
      {100, 100, 0}, {100, 51, 0}, {100, 50, 1}, {100, 12, 3}, {100, 0.001, 12}
    };
  }

  @Test(dataProvider = "lengths")
  public void theCoarsestLevelStillHasSoManyPixels(double size, double least, int level) {
    assertThat(Pyramid.levelFor(size, least)).isEqualTo(level);
    assertThat(Pyramid.levelFor(size, least, 2)).isEqualTo(Math.min(2, level));
  }

  @Test
  public void theFinestLevelFitsASide() {
    assertThat(Pyramid.levelWithin(new Rect(0, 0, 4000, 3000), 4000)).isZero();
    assertThat(Pyramid.levelWithin(new Rect(0, 0, 4000, 3000), 1999)).isEqualTo(2);
    assertThat(Pyramid.levelWithin(new Rect(0, 0, 10, 9000), 1200)).isEqualTo(3);
  }

  @Test
  public void floatsComeBackFromBytesBitByBit() {
    float[] v = {0, -0f, 1, -1.5f, Float.NaN, Float.MIN_VALUE, Float.NEGATIVE_INFINITY, 1e30f};
    ByteBuffer b = ByteBuffer.allocate(4 * v.length);
    FloatBytes.put(v, b);
    assertThat(b.hasRemaining()).isFalse();
    b.flip();
    float[] back = FloatBytes.get(b, v.length);
    for (int i = 0; i < v.length; i++) {
      assertThat(Float.floatToRawIntBits(back[i])).isEqualTo(Float.floatToRawIntBits(v[i]));
    }
  }
}
