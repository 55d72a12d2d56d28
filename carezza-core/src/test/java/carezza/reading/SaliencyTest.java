package carezza.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.List;
import org.testng.annotations.Test;

/** A grey card at 1 px a mm of level 2 with an eye, and with rivals beside it. */
public class SaliencyTest {
  private static final int LEVEL = 2;
  private static final Rect ALL = new Rect(0, 0, 320, 256);
  private static final Pin EYE = new Pin(4 * 100, 4 * 120);

  private static void disc(RgbBlock b, double x, double y, double r, float red, float rest) {
    for (int i = 0; i < b.size(); i++) {
      if (Math.hypot(i % 320 + 0.5 - x, i / 320 + 0.5 - y) <= r) {
        b.r()[i] = red;
        b.g()[i] = rest;
        b.b()[i] = rest;
      }
    }
  }

  private static RgbBlock card() {
    RgbBlock b = new RgbBlock(LEVEL, ALL);
    disc(b, 0, 0, 1e6, 0.2f, 0.2f);
    disc(b, 100, 120, 6, 0.9f, 0.9f);
    return b;
  }

  private static List<Saliency.Place> rivals(RgbBlock b, Plane sitter) {
    List<Plane> c = Saliency.contrasts(b, 1);
    double eye = Saliency.ofEye(Saliency.mean(c), EYE, LEVEL, 1);
    assertThat(eye).isGreaterThan(5);
    return Saliency.rivals(c, sitter, eye, 0.5, LEVEL, 1);
  }

  private static Plane sitter() {
    Plane p = new Plane(ALL);
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = i % 320 < 160 ? 1 : 0;
    }
    return p;
  }

  @Test
  public void aCalmBackdropRivalsNothing() {
    assertThat(rivals(card(), sitter())).isEmpty();
  }

  @Test
  public void aBrightPlaceOutsideTheSitterIsFoundWithItsSize() {
    RgbBlock b = card();
    disc(b, 250, 60, 14, 1, 1);
    List<Saliency.Place> r = rivals(b, sitter());
    assertThat(r).hasSize(1);
    assertThat(r.get(0).x()).isCloseTo(4 * 250, within(24.0));
    assertThat(r.get(0).y()).isCloseTo(4 * 60, within(24.0));
    assertThat(r.get(0).ratio()).isGreaterThan(1);
    assertThat(r.get(0).sizeMm()).isGreaterThan(18);
    assertThat(rivals(b, Plane.filled(ALL, 1))).as("all of it is the sitter").isEmpty();
  }

  /**
   * A place waved away is still the same when it is found a little elsewhere, until it grows by
   * half.
   */
  @Test
  public void aPlaceWavedAwayStaysSoUntilItGrows() {
    Saliency.Place left = new Saliency.Place(400, 300, 20, 1.2);
    assertThat(new Saliency.Place(430, 310, 20, 1.7).isStill(left, 6)).isTrue();
    assertThat(new Saliency.Place(430, 310, 20, 1.9).isStill(left, 6)).isFalse();
    assertThat(new Saliency.Place(490, 310, 10, 1.2).isStill(left, 6)).isFalse();
  }

  /** Colour alone pulls too, and the stronger place comes first. */
  @Test
  public void colourPullsAndTheStrongerComesFirst() {
    RgbBlock b = card();
    disc(b, 220, 200, 8, 0.28f, 0.17f);
    disc(b, 280, 60, 8, 1, 1);
    List<Saliency.Place> r = rivals(b, sitter());
    assertThat(r).hasSize(2);
    assertThat(r.get(0).y()).isLessThan(r.get(1).y());
    assertThat(r.get(0).ratio()).isGreaterThan(r.get(1).ratio());
  }
}
