package carezza.pass.clean;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.image.Rect;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.sheet.Kinds;
import java.util.List;
import org.testng.annotations.Test;

/** From where fills may take, in pictures of any size. */
public class PieceReachTest {
  private static final PassKind FILL = Kinds.of("fill");

  private static Rect looks(Rect hole, double pxPerMm) {
    Pass p = Pass.start(1, FILL, Area.WHOLE).with("fillWithin", 60);
    Frame large = new Frame(new Rect(0, 0, 20_000, 20_000), pxPerMm);
    List<Rect> all = FILL.looksRound(p, large, () -> hole);
    assertThat(all).hasSize(1);
    return all.get(0);
  }

  @Test
  public void aFillTakesFromAsFarAsItIsSet() {
    assertThat(looks(new Rect(9000, 9000, 300, 200), 10))
        .isEqualTo(new Rect(8400, 8400, 1500, 1400));
  }

  /** Before, a fill that would have looked at more than memory holds did nothing. */
  @Test
  public void whereThatIsTooMuchItTakesFromNearerBy() {
    Rect hole = new Rect(9000, 9000, 3000, 2000);
    Rect looked = looks(hole, 60);
    assertThat(looked.contains(hole)).isTrue();
    assertThat(looked.area()).isBetween(15_000_000L, 24_000_000L);
  }
}
