package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.geometry.Box;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Frame;
import carezza.pass.FramingKind;
import carezza.pass.Pass;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What every kind that frames the picture holds. */
public class FramingContractTest {
  private static final Rect[] SOURCES = {
    new Rect(0, 0, 1, 1), new Rect(0, 0, 1, 900), new Rect(0, 0, 301, 203), new Rect(0, 0, 40, 4000)
  };

  @DataProvider
  public Object[][] kinds() {
    return Kinds.all().stream()
        .filter(FramingKind.class::isInstance)
        .map(k -> new Object[] {k})
        .toArray(Object[][]::new);
  }

  private static Pass sample(FramingKind k, Rect source) {
    return Pass.start(1, k, Area.WHOLE).withSettings(k.sample(new Frame(source, 2)));
  }

  @Test(dataProvider = "kinds")
  public void atItsStartAndMutedItFramesAllAsItIs(FramingKind k) {
    for (Rect r : SOURCES) {
      Framing all = Framing.of(r);
      assertThat(k.framed(sample(k, r).withSettings(k.neutral()), all)).isEqualTo(all);
      RunSheet muted = RunSheet.EMPTY.withPasses(List.of(sample(k, r).withOn(false)));
      assertThat(muted.framing(r)).isEqualTo(all);
    }
  }

  @Test(dataProvider = "kinds")
  public void itsSampleFramesAnother(FramingKind k) {
    Rect r = SOURCES[2];
    assertThat(k.framed(sample(k, r), Framing.of(r))).isNotEqualTo(Framing.of(r));
  }

  @Test(dataProvider = "kinds")
  public void thereAndBackIsTheSamePlace(FramingKind k) {
    Framing f = k.framed(sample(k, SOURCES[2]), Framing.of(SOURCES[2]));
    for (double[] p : new double[][] {{0, 0}, {150.3, 99.1}, {300, 202}}) {
      double x = f.canvasX(p[0], p[1]);
      double y = f.canvasY(p[0], p[1]);
      assertThat(f.sourceX(x, y)).isCloseTo(p[0], within(1e-8));
      assertThat(f.sourceY(x, y)).isCloseTo(p[1], within(1e-8));
    }
  }

  /** Whatever is set, the canvas holds a pixel and nothing but picture. */
  @Test(dataProvider = "kinds")
  public void theCanvasIsFull(FramingKind k) {
    Random random = new Random(11);
    for (int n = 0; n < 400; n++) {
      Rect r = SOURCES[n % SOURCES.length];
      Pass p = sample(k, r);
      for (Field<?> f : k.fields()) {
        if (f instanceof NumberField v) {
          double at = n % 7 == 0 ? random.nextInt(2) : random.nextDouble();
          p = p.with(v, v.min() + at * (v.max() - v.min()));
        }
      }
      Framing f = k.framed(p, Framing.of(r));
      Rect c = f.canvas();
      boolean oneWide = c.w() == 1 || c.h() == 1;
      assertThat(oneWide || f.isFull(Box.of(c))).as("%s of %s: %s", p, r, f).isTrue();
      assertThat(f.there().contains(r)).isTrue();
    }
  }

  @Test(dataProvider = "kinds")
  public void noPixelBelowChanges(FramingKind k) {
    SourcePicture skin = new MadeSkin(120, 90, 2, 0.5, 3).picture(8);
    Engine e = new Engine(skin, ColorEncoding.srgb(), new TileCache(1 << 24));
    RunSheet s = RunSheet.EMPTY.withPasses(List.of(sample(k, skin.bounds())));
    RgbBlock with = e.view(s, () -> false).read(0, skin.bounds());
    RgbBlock without = e.original().read(0, skin.bounds());
    for (int c = 0; c < 3; c++) {
      assertThat(with.channel(c)).isEqualTo(without.channel(c));
    }
    assertThat(e.pixelsComputed()).isZero();
  }

  @Test(dataProvider = "kinds")
  public void settingsAreRefusedAndSurvive(FramingKind k) {
    PassContract c = new PassContract(k);
    assertThat(c.broken("bad settings are refused")).isEmpty();
    assertThat(c.broken("settings survive document and journal")).isEmpty();
  }
}
