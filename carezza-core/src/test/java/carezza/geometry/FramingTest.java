package carezza.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Rect;
import org.testng.annotations.Test;

/** Maps, boxes and canvases by what geometry says of them. */
public class FramingTest {
  private static final Rect SOURCE = new Rect(0, 0, 400, 300);

  @Test
  public void aTurnKeepsLengthsAndAScaleSaysItsOwn() {
    for (double v : Projection.turn(0.7).about(30, 40).stretch(5, 9)) {
      assertThat(v).isCloseTo(1, within(1e-12));
    }
    double[] s = Projection.scale(1.5, 0.5).after(Projection.turn(0.3)).stretch(3, 4);
    assertThat(s[0]).isCloseTo(1.5, within(1e-12));
    assertThat(s[1]).isCloseTo(0.5, within(1e-12));
  }

  /** The derivative of a tilt against differences. */
  @Test
  public void theStretchOfATiltIsThatOfItsDerivative() {
    Projection p = Projection.tilt(0.001, -0.0007).about(200, 150);
    double h = 1e-4;
    double a = (p.x(91 + h, 70) - p.x(91 - h, 70)) / (2 * h);
    double b = (p.x(91, 70 + h) - p.x(91, 70 - h)) / (2 * h);
    double c = (p.y(91 + h, 70) - p.y(91 - h, 70)) / (2 * h);
    double d = (p.y(91, 70 + h) - p.y(91, 70 - h)) / (2 * h);
    double[] s = p.stretch(91, 70);
    assertThat(s[0] * s[1]).isCloseTo(Math.abs(a * d - b * c), within(1e-8));
    assertThat(s[0] * s[0] + s[1] * s[1]).isCloseTo(a * a + b * b + c * c + d * d, within(1e-8));
  }

  @Test
  public void aBoxIsFilledAboutItsMiddleAsLargeAsThereIsPicture() {
    Framing turned = Framing.of(SOURCE).mapped(Projection.turn(Math.toRadians(10)).about(200, 150));
    Box b = turned.filled(Box.of(SOURCE));
    assertThat(b.x()).isCloseTo(200, within(1e-9));
    assertThat(b.w() / b.h()).isCloseTo(4 / 3.0, within(1e-9));
    assertThat(turned.isFull(b)).isTrue();
    assertThat(turned.isFull(b.scaled(1.0001))).isFalse();
    // The known largest centred box of a ratio in a turned rectangle: its height over the old
    // one's.
    double a = Math.toRadians(10);
    double k =
        Math.min(
            300 / (400 * Math.sin(a) + 300 * Math.cos(a)),
            400 / (400 * Math.cos(a) + 300 * Math.sin(a)));
    assertThat(b.h()).isCloseTo(300 * k, within(1e-4));
  }

  @Test
  public void placesOutsideTheCanvasAreNotShown() {
    Framing f = Framing.of(SOURCE).on(new Rect(100, 50, 100, 100));
    assertThat(f.isStraight()).isTrue();
    assertThat(f.shows(150, 100)).isTrue();
    assertThat(f.shows(99, 100)).isFalse();
    assertThat(f.shows(200.5, 100)).isFalse();
  }

  /** A mark is as large on the page as its share of what is shown, however that is scaled. */
  @Test
  public void whatIsShownIsAsWideAsItsSourcePixels() {
    Framing half = Framing.of(SOURCE).on(new Rect(100, 50, 150, 100));
    assertThat(half.shownWidth()).isEqualTo(150);
    Framing twice = half.mapped(Projection.scale(0.5, 0.5));
    assertThat(twice.shownWidth()).isCloseTo(75, within(1e-9));
    assertThat(half.mapped(Projection.turn(0.2).about(200, 150)).shownWidth())
        .isCloseTo(150, within(1e-9));
  }

  @Test
  public void emptyCanvasesAndTurnedBoxesAreRefused() {
    assertThatThrownBy(() -> Framing.of(new Rect(0, 0, 0, 4))).hasMessageContaining("canvas");
    assertThatThrownBy(() -> new Box(3, 0, 2, 1)).hasMessageContaining("turned round");
  }
}
