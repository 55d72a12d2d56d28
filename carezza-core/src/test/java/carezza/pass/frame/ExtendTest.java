package carezza.pass.frame;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.field.BorderStrip.Side;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

/** Borders of a made-up studio: a slow slope and grain, a lamp at the right, a shoulder below. */
public class ExtendTest {
  private static final int W = 600;
  private static final int H = 500;

  private static SourcePicture studio() {
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    ColorEncoding to = ColorEncoding.srgb();
    Random random = new Random(4);
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        double v = 0.12 + 0.08 * x / W + 0.004 * random.nextGaussian();
        boolean lamp = x > 560 && y > 150 && y < 220;
        boolean shoulder = y > 480 && x > 100 && x < 420;
        for (int c = 0; c < 3; c++) {
          double light = lamp ? 0.8 : shoulder ? (c == 0 ? 0.4 : 0.2) : v * (c == 2 ? 1.3 : 1);
          p.setCode(c, x, y, to.encode(c, 16, (float) light));
        }
      }
    }
    return p;
  }

  private final Engine engine = Pictures.engine(studio());
  private final Pass pass = Pass.start(1, Kinds.of("extend"), Area.WHOLE);

  private EvaluationContext context() {
    return engine.view(RunSheet.EMPTY.withPasses(List.of(pass)), () -> false).contextFor(pass);
  }

  @Test
  public void plainBordersArePlainAndOthersAreNot() {
    for (Side s : new Side[] {Side.LEFT, Side.TOP}) {
      assertThat(Purity.along(context(), s).unevenness()).as("%s", s).isLessThan(1);
      assertThat(Purity.along(context(), s).isPlain()).isTrue();
    }
    for (Side s : new Side[] {Side.RIGHT, Side.BOTTOM}) {
      assertThat(Purity.along(context(), s).unevenness()).as("%s", s).isGreaterThan(3);
    }
    assertThat(Purity.along(context(), Side.TOP).backdrop()).as("none is known").isEqualTo(100);
  }

  @Test
  public void onlyPlainBordersAreOffered() {
    List<Action.Offer> offers =
        ((Action.Choose) pass.kind().actions().get(0)).found().in(context());
    assertThat(offers).extracting(Action.Offer::key).containsExactly("beyond.left", "beyond.top");
    Pass taken = offers.get(1).how().apply(pass);
    Rect more = new Extend().framed(taken, Framing.of(new Rect(0, 0, W, H))).there();
    assertThat(more).isEqualTo(new Rect(0, -50, W, H + 50));
  }
}
