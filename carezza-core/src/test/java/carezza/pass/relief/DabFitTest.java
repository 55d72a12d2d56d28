package carezza.pass.relief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Plane;
import carezza.image.Rect;
import java.util.List;
import org.testng.annotations.Test;

/** Dabs that add up to a field. */
public class DabFitTest {
  private static final double PX = 1.5;
  private static final Rect RECT = new Rect(64, 128, 90, 70);

  private static Plane bell(double x, double y, double sigma, double height) {
    Plane out = new Plane(RECT);
    for (int i = 0; i < out.data().length; i++) {
      double dx = i % RECT.w() - x;
      double dy = i / RECT.w() - y;
      out.data()[i] = (float) (height * Math.exp(-(dx * dx + dy * dy) / (2 * sigma * sigma)));
    }
    return out;
  }

  private static List<DabFit.Dab> fit(Plane v, double least) {
    return DabFit.of(v, PX, 3, 20, least, 0.001, 60);
  }

  @Test
  public void aBellIsADabOfItsSizeAtItsPlace() {
    List<DabFit.Dab> dabs = fit(bell(40, 30, 4, 0.3), 0.05);
    DabFit.Dab first = dabs.get(0);
    assertThat(first.x() - RECT.x()).isCloseTo(40.5, within(1.5));
    assertThat(first.y() - RECT.y()).isCloseTo(30.5, within(1.5));
    assertThat(first.sizeMm()).isBetween(7.0, 14.0);
    assertThat(first.amount()).isBetween(0.22, 0.38);
    assertThat(dabs.size()).isLessThan(6);
  }

  @Test
  public void noDabIsFainterThanAskedFor() {
    Plane v = bell(30, 30, 5, 0.2);
    assertThat(fit(v, 0.02)).isNotEmpty().allMatch(d -> d.amount() >= 0.0195);
    assertThat(fit(v, 0.25)).isEmpty();
  }

  @Test
  public void whereNothingMayLieNothingDoes() {
    Plane v = bell(30, 30, 5, -0.2);
    assertThat(fit(v, 0.005)).isEmpty();
  }
}
