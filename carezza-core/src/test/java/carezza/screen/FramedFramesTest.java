package carezza.screen;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.geometry.Framed;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Pass;
import carezza.screen.check.CheckViews;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.testng.annotations.AfterClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Framed pictures on a screen, without a window. */
public class FramedFramesTest {
  private static final int DESK = 0xff123456;
  private static final ColorEncoding SRGB = ColorEncoding.srgb();

  private final ExecutorService pool = Executors.newFixedThreadPool(2);
  private final Engine engine = Pictures.engine(Pictures.skin(420, 330, 16, 6));

  @AfterClass
  public void close() {
    pool.shutdownNow();
  }

  private static Pass pass(long id, String kind, String key, double v) {
    return Pass.start(id, Kinds.of(kind), Area.WHOLE).with(key, v);
  }

  private SheetView view(Pass... passes) {
    return engine.view(Pictures.pinned().withPasses(List.of(passes)), () -> false);
  }

  private int[] draw(SheetView v, Viewport at, CheckView look) {
    Optional<SheetView> before =
        look.compares() ? Optional.of(engine.view(RunSheet.EMPTY, () -> false)) : Optional.empty();
    Frames.Request r =
        new Frames.Request(v, at, look, Optional.empty(), DESK, before, ScreenEncoding.SRGB);
    return Frames.draw(r, 0, null, pool).pixels();
  }

  @DataProvider
  public Object[][] framings() {
    return new Object[][] {
      {pass(1, "crop", "level", 4)},
      {pass(1, "proportions", "largerRight", -6)},
      {pass(1, "extend", "moreAbove", 20)},
      {pass(1, "crop", "cutLeft", 30)},
    };
  }

  /** At full size the screen shows the pixels that are written, but for the noise of dithering. */
  @Test(dataProvider = "framings")
  public void whatIsSeenIsWhatIsWritten(Pass framing) {
    SheetView v = view(framing);
    Framing f = v.framing();
    Rect part = new Rect(f.canvas().x() + 40, f.canvas().y() + 20, 160, 120);
    int[] seen =
        draw(v, new Viewport(1, part.x(), part.y(), part.w(), part.h(), f), CheckViews.PICTURE);
    RgbBlock written = Framed.read(v.within(f.there()), f, part);
    float[] m = SRGB.toWorking().inverse().floats();
    for (int i = 0; i < seen.length; i++) {
      float g = m[3] * written.r()[i] + m[4] * written.g()[i] + m[5] * written.b()[i];
      assertThat((double) (seen[i] >> 8 & 255)).isCloseTo(SRGB.encode(1, 8, g), within(1.01));
    }
  }

  /** Zoomed out it is near the mean of those; enlarged, each is a square. */
  @Test
  public void smallerAndLargerItIsTheSamePicture() {
    SheetView v = view(pass(1, "crop", "level", 4));
    Framing f = v.framing();
    Rect part = new Rect(f.canvas().x() + 60, f.canvas().y() + 50, 64, 48);
    RgbBlock written = Framed.read(v, f, part);
    float[] m = SRGB.toWorking().inverse().floats();
    double mean = 0;
    for (int i = 0; i < written.size(); i++) {
      mean += m[3] * written.r()[i] + m[4] * written.g()[i] + m[5] * written.b()[i];
    }
    mean /= written.size();
    int[] small = draw(v, new Viewport(0.25, part.x(), part.y(), 16, 12, f), CheckViews.PICTURE);
    double light = 0;
    for (int p : small) {
      light += ColorEncoding.srgbToLinear((p >> 8 & 255) / 255.0) / small.length;
    }
    assertThat(light).isCloseTo(mean, within(0.02 * mean));
    int[] large = draw(v, new Viewport(4, part.x(), part.y(), 64, 48, f), CheckViews.PICTURE);
    for (int y = 0; y < 48; y += 4) {
      for (int x = 0; x < 64; x += 4) {
        int first = large[y * 64 + x] >> 8 & 255;
        assertThat((double) (large[(y + 3) * 64 + x + 3] >> 8 & 255))
            .isCloseTo(first, within(1.01));
      }
    }
  }

  @Test
  public void besideTheCanvasAndWhereNoPictureIsTheDeskIsSeen() {
    SheetView v = view(pass(1, "crop", "level", 10));
    Framing f = v.framing();
    Viewport cut = Viewport.fit(f, 300, 300);
    assertThat(draw(v, cut, CheckViews.PICTURE)[0]).isEqualTo(DESK);
    Framing whole = f.on(f.there());
    int[] all = draw(v, Viewport.fit(whole, 300, 240), CheckViews.PICTURE);
    assertThat(all[12 * 300 + 6]).as("a corner that the turn left empty").isEqualTo(DESK);
    assertThat(all[120 * 300 + 150]).isNotEqualTo(DESK);
  }

  /** A place goes to the screen and back, however it is framed. */
  @Test(dataProvider = "framings")
  public void placesGoThereAndBack(Pass framing) {
    Viewport v = Viewport.fit(view(framing).framing(), 500, 400).zoomed(1.7, 100, 90);
    double x = v.deviceX(123.4, 98.7);
    double y = v.deviceY(123.4, 98.7);
    assertThat(v.sourceX(x, y)).isCloseTo(123.4, within(1e-8));
    assertThat(v.sourceY(x, y)).isCloseTo(98.7, within(1e-8));
    Viewport plain = v.framed(Framing.of(engine.source().bounds()));
    assertThat(plain.sourceX(250, 200))
        .as("the middle stays")
        .isCloseTo(v.sourceX(250, 200), within(1e-6));
  }

  /** Every check view can be had of every framing, and is of the picture. */
  @Test(dataProvider = "framings")
  public void checkViewsAreDrawn(Pass framing) {
    SheetView v = view(framing, pass(2, "dodge", "stops", 1));
    Viewport at = Viewport.fit(v.framing(), 160, 140);
    for (CheckView look : CheckViews.all()) {
      int[] px = draw(v, at, look);
      assertThat(px[70 * 160 + 80]).as(look.key()).isNotEqualTo(DESK);
    }
  }

  /** An area lies over its place: an oval's middle is hatched in grey where it is seen. */
  @Test(dataProvider = "framings")
  public void anAreaLiesOverItsPlace(Pass framing) {
    Area oval = Area.NONE.with(new Term(Term.How.ADD, new Extent.Oval(230, 150, 25, 25, 0), 0));
    Pass dodge = pass(2, "dodge", "stops", 1).withArea(oval);
    SheetView v = view(framing, dodge);
    Viewport at = Viewport.fit(v.framing(), 400, 330);
    Frames.Request r =
        new Frames.Request(
            v,
            at,
            CheckViews.PICTURE,
            Optional.of(new Frames.ShownArea(dodge, AreaForm.GREY)),
            DESK);
    int[] px = Frames.draw(r, 0, null, pool).pixels();
    int x = (int) at.deviceX(230, 150);
    int y = (int) at.deviceY(230, 150);
    int out = (int) at.deviceX(290, 150);
    assertThat(px[y * 400 + x] & 255).isGreaterThan(200);
    assertThat(px[(int) at.deviceY(290, 150) * 400 + out] & 255).isLessThan(60);
  }
}
