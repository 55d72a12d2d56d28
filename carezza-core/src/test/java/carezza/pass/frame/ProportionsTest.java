package carezza.pass.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.engine.Measuring;
import carezza.geometry.Framing;
import carezza.pass.Pass;
import carezza.reading.Reading;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import org.testng.annotations.Test;

/** What is scaled and tilted, and what the reading tells of the face. */
public class ProportionsTest {
  private final Engine engine = Pictures.engine(Pictures.skin(300, 200, 8, 1));

  private static Pass pass(String kind, Object... set) {
    Pass p = Pass.start(1, Kinds.of(kind), Area.WHOLE);
    for (int i = 0; i < set.length; i += 2) {
      p = p.with((String) set[i], ((Number) set[i + 1]).doubleValue());
    }
    return p;
  }

  private Reading stretch(Pass... passes) {
    RunSheet s = Pictures.pinned();
    for (Pass p : passes) {
      s = s.add(p.withId(s.nextId()));
    }
    return new Measuring(engine)
        .quick(s, () -> false).stream()
            .filter(r -> r.name().equals("faceStretch"))
            .findFirst()
            .orElseThrow();
  }

  @Test
  public void aFaceMadeWiderLeavesTheTarget() {
    Reading r = stretch(pass("proportions", "wider", 4, "taller", 1));
    assertThat(r.now()).isCloseTo(100 * (1.04 / 1.01 - 1), within(1e-6));
    assertThat(r.isInBand()).isFalse();
    assertThat(stretch(pass("proportions", "taller", 1.5)).isInBand()).isTrue();
  }

  @Test
  public void turnsCropsAndScalingsOfAllAlikeChangeNone() {
    assertThat(stretch(pass("crop", "level", 9, "cutLeft", 20)).now()).isCloseTo(0, within(1e-6));
    assertThat(stretch(pass("proportions", "wider", 5, "taller", 5)).now())
        .isCloseTo(0, within(1e-6));
    assertThat(stretch().now()).isZero();
  }

  /** Narrower by a turn of a quarter is as much as narrower: passes add up. */
  @Test
  public void passesAddUp() {
    Pass wide = pass("proportions", "wider", 3);
    assertThat(stretch(wide, wide).now()).isCloseTo(100 * (1.03 * 1.03 - 1), within(1e-6));
  }

  /** A length at the upper end is larger by what is set than in the middle, below it smaller. */
  @Test
  public void aTiltEnlargesTheEndThatIsNamed() {
    Framing all = Framing.of(engine.source().bounds());
    Framing f = new Proportions().framed(pass("proportions", "largerAbove", 5), all);
    double above = f.canvasX(160, 8) - f.canvasX(140, 8);
    double middle = f.canvasX(160, 100) - f.canvasX(140, 100);
    double below = f.canvasX(160, 192) - f.canvasX(140, 192);
    assertThat(above / middle).isBetween(1.03, 1.06);
    assertThat(below / middle).isBetween(0.94, 0.97);
    assertThat(List.of(f.canvasX(150, 8), f.canvasX(150, 192)))
        .allSatisfy(x -> assertThat(x).isCloseTo(150, within(1e-6)));
  }
}
