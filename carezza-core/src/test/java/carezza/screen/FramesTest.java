package carezza.screen;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.screen.check.CheckViews;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.nio.IntBuffer;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.testng.annotations.AfterClass;
import org.testng.annotations.Test;

/** From sheet to screen pixels, without a window. */
public class FramesTest {
  private static final int DESK = 0xff123456;

  private final ExecutorService pool = Executors.newFixedThreadPool(2);
  private final SourcePicture picture = picture();
  private final Engine engine = new Engine(picture, ColorEncoding.srgb(), new TileCache(1 << 26));

  @AfterClass
  public void close() {
    pool.shutdownNow();
  }

  private static SourcePicture picture() {
    SourcePicture p = new SourcePicture(400, 300, 8, 3);
    for (int y = 0; y < 300; y++) {
      for (int x = 0; x < 400; x++) {
        p.setCode(0, x, y, 60 + x / 4);
        p.setCode(1, x, y, 60 + y / 3);
        p.setCode(2, x, y, 90);
      }
    }
    return p;
  }

  private Viewport at(double scale, double left, double top, int w, int h) {
    return new Viewport(scale, left, top, w, h, Framing.of(picture.bounds()));
  }

  private int[] draw(Viewport v, CheckView look, Optional<Frames.ShownArea> area) {
    return Frames.draw(
            new Frames.Request(engine.view(RunSheet.EMPTY, () -> false), v, look, area, DESK),
            0,
            null,
            pool)
        .pixels();
  }

  @Test
  public void atFullSizeThePixelsAreThePictures() {
    int[] px = draw(at(1, 100, 50, 200, 200), CheckViews.PICTURE, Optional.empty());
    for (int i = 0; i < px.length; i += 37) {
      int x = 100 + i % 200;
      int y = 50 + i / 200;
      assertThat((px[i] >> 16) & 255).isCloseTo(picture.code(0, x, y), within(1));
      assertThat((px[i] >> 8) & 255).isCloseTo(picture.code(1, x, y), within(1));
      assertThat(px[i] & 255).isCloseTo(90, within(1));
    }
  }

  @Test
  public void ditherKeepsTheMean() {
    int[] px = draw(at(1, 0, 0, 400, 300), CheckViews.PICTURE, Optional.empty());
    double sum = 0;
    for (int p : px) {
      sum += p & 255;
    }
    assertThat(sum / px.length).isCloseTo(90, within(0.1));
  }

  @Test
  public void zoomedOutItIsTheSamePicture() {
    int[] px = draw(at(0.31, 0, 0, 124, 93), CheckViews.PICTURE, Optional.empty());
    for (int i = 130; i < px.length - 260; i += 11) {
      double x = (i % 124 + 0.5) / 0.31;
      if (x < 10 || x > 385) {
        continue;
      }
      assertThat((double) ((px[i] >> 16) & 255)).isCloseTo(60 + x / 4, within(3.0));
    }
  }

  @Test
  public void outsideThePictureIsTheDesk() {
    int[] px = draw(at(2, -50, -50, 120, 120), CheckViews.PICTURE, Optional.empty());
    assertThat(px[0]).isEqualTo(DESK);
    assertThat(px[119 * 120 + 119]).isNotEqualTo(DESK);
    int[] far = draw(at(1, 5000, 5000, 20, 20), CheckViews.PICTURE, Optional.empty());
    assertThat(far).containsOnly(DESK);
  }

  @Test
  public void bareLightHasNoColour() {
    int[] px = draw(at(1, 0, 0, 100, 100), CheckViews.of("bare_light"), Optional.empty());
    for (int p : px) {
      int r = (p >> 16) & 255;
      assertThat(Math.abs(r - ((p >> 8) & 255)) + Math.abs(r - (p & 255))).isLessThanOrEqualTo(2);
    }
  }

  private static double mean(int[] px, int shift) {
    double sum = 0;
    for (int p : px) {
      sum += (p >> shift) & 255;
    }
    return sum / px.length;
  }

  private static double spread(int[] px) {
    double mean = mean(px, 8);
    double sum = 0;
    for (int p : px) {
      sum += Math.pow(((p >> 8) & 255) - mean, 2);
    }
    return Math.sqrt(sum / px.length);
  }

  /** L* of 50 is code 119 on the screen. */
  private static final double MID = 118.9;

  private Drawn changes(RunSheet sheet) {
    Viewport v = at(1, 40, 40, 100, 100);
    var now = engine.view(sheet, () -> false);
    var before = engine.view(RunSheet.EMPTY, () -> false);
    return Frames.draw(
        new Frames.Request(
            now,
            v,
            CheckViews.of("changes"),
            Optional.empty(),
            DESK,
            Optional.of(before),
            ScreenEncoding.SRGB),
        0,
        null,
        pool);
  }

  @Test
  public void changesAreSignedRoundMidGrey() {
    int[] none = changes(RunSheet.EMPTY).pixels();
    assertThat(mean(none, 8)).isCloseTo(MID, within(0.5));
    assertThat(spread(none)).isLessThan(0.6);
    Pass lighter = Pass.start(1, Kinds.of("neutral"), Area.WHOLE).with("exposure", 0.1);
    assertThat(mean(changes(RunSheet.EMPTY.withPasses(List.of(lighter))).pixels(), 8))
        .isGreaterThan(MID + 5);
    Pass darker = lighter.with("exposure", -0.1);
    assertThat(mean(changes(RunSheet.EMPTY.withPasses(List.of(darker))).pixels(), 8))
        .isLessThan(MID - 5);
    assertThatThrownBy(
            () ->
                new Frames.Request(
                    engine.view(RunSheet.EMPTY, () -> false),
                    at(1, 0, 0, 9, 9),
                    CheckViews.of("changes"),
                    Optional.empty(),
                    DESK))
        .hasMessageContaining("changes");
  }

  /** The test picture is a ramp: it has no fine band, and is its own broad band. */
  @Test
  public void bandsOfARampAreMidGreyAndTheRamp() {
    Viewport v = at(1, 120, 100, 128, 64);
    int[] fine = draw(v, CheckViews.of("fine_band"), Optional.empty());
    assertThat(mean(fine, 8)).isCloseTo(MID, within(1.5));
    assertThat(spread(fine)).isLessThan(2);
    int[] broad = draw(v, CheckViews.of("broad_band"), Optional.empty());
    int[] plain = draw(v, CheckViews.PICTURE, Optional.empty());
    for (int i = 0; i < plain.length; i++) {
      assertThat((double) ((broad[i] >> 16) & 255)).isCloseTo((plain[i] >> 16) & 255, within(2.0));
    }
  }

  @Test
  public void sandVeilsAndKeepsTheLight() {
    Viewport v = at(1, 100, 100, 100, 100);
    int[] bare = draw(v, CheckViews.of("bare_light"), Optional.empty());
    int[] sand = draw(v, CheckViews.of("sand"), Optional.empty());
    assertThat(mean(sand, 8)).isCloseTo(mean(bare, 8), within(2.5));
    assertThat(spread(sand)).isGreaterThan(spread(bare) + 8);
  }

  @Test
  public void hueHasOneLightnessAndClippingShowsWhatIsBlown() {
    Viewport v = at(1, 100, 100, 60, 60);
    float[] lab = new float[3];
    for (int p : draw(v, CheckViews.of("hue"), Optional.empty())) {
      float r = (float) ColorEncoding.srgbToLinear(((p >> 16) & 255) / 255.0);
      float g = (float) ColorEncoding.srgbToLinear(((p >> 8) & 255) / 255.0);
      float b = (float) ColorEncoding.srgbToLinear((p & 255) / 255.0);
      double[] w = ColorEncoding.srgb().toWorking().times(r, g, b);
      CieLab.of((float) w[0], (float) w[1], (float) w[2], lab);
      assertThat(lab[0]).isCloseTo(62, within(1.5f));
    }
    Pass blown = Pass.start(1, Kinds.of("neutral"), Area.WHOLE).with("exposure", 3);
    int[] calm = draw(v, CheckViews.of("clipping"), Optional.empty());
    Frames.Request r =
        new Frames.Request(
            engine.view(RunSheet.EMPTY.withPasses(List.of(blown)), () -> false),
            v,
            CheckViews.of("clipping"),
            Optional.empty(),
            DESK);
    int[] alarm = Frames.draw(r, 0, null, pool).pixels();
    assertThat(mean(alarm, 8)).isGreaterThan(mean(calm, 8) + 40);
    assertThat(spread(calm)).as("no stripes").isLessThan(6);
  }

  private int[] showing(Area a, AreaForm form) {
    Pass p = Pass.start(1, Kinds.of("dodge"), a);
    return draw(
        at(1, 0, 0, 64, 64), CheckViews.PICTURE, Optional.of(new Frames.ShownArea(p, form)));
  }

  private static int changed(int[] a, int[] b) {
    int n = 0;
    for (int i = 0; i < a.length; i++) {
      n += a[i] == b[i] ? 0 : 1;
    }
    return n;
  }

  @Test
  public void anAreaIsShownWhereItActs() {
    int[] plain = draw(at(1, 0, 0, 64, 64), CheckViews.PICTURE, Optional.empty());
    assertThat(showing(Area.NONE, AreaForm.HATCHED)).isEqualTo(plain);
    assertThat(changed(showing(Area.WHOLE, AreaForm.HATCHED), plain))
        .as("one line in eight")
        .isBetween(400, 600);
    Extent oval = new Extent.Oval(32, 32, 20, 20, 0);
    Area disc = Area.WHOLE.with(new Term(Term.How.WITHIN, oval, 0));
    int[] grey = showing(disc, AreaForm.GREY);
    assertThat(grey[32 * 64 + 32] & 255).isGreaterThan(230);
    assertThat(grey[2 * 64 + 2] & 255).isLessThan(25);
    int[] line = showing(disc, AreaForm.OUTLINED);
    assertThat(line[32 * 64 + 32]).isEqualTo(plain[32 * 64 + 32]);
    assertThat(changed(line, plain)).as("about twice its circumference").isBetween(120, 330);
  }

  @Test
  public void zoomingKeepsThePointUnderThePointer() {
    Viewport v = Viewport.fit(Framing.of(new Rect(0, 0, 2000, 2500)), 700, 780);
    assertThat(v.deviceX(0, 0)).isGreaterThan(0);
    assertThat(v.deviceY(0, 2500)).isLessThan(780);
    Viewport z = v.zoomed(1, 300, 200);
    assertThat(z.canvasX(300)).isCloseTo(v.canvasX(300), within(1e-9));
    assertThat(z.canvasY(200)).isCloseTo(v.canvasY(200), within(1e-9));
    assertThat(z.moved(10, -4).deviceX(500, 0)).isCloseTo(z.deviceX(500, 0) + 10, within(1e-9));
    assertThat(v.zoomed(1e9, 0, 0).scale()).isEqualTo(Viewport.MOST);
    assertThat(at(0.3, 0, 0, 1, 1).level()).isEqualTo(1);
    assertThat(at(0.25, 0, 0, 1, 1).level()).isEqualTo(2);
    assertThat(at(1.7, 0, 0, 1, 1).level()).isZero();
    Viewport w = v.sized(900, 500);
    assertThat(w.canvasX(450)).as("the centre stays").isCloseTo(v.canvasX(350), within(1e-9));
  }

  @Test
  public void onlyWhatChangedIsDrawnAnew() {
    Viewport v = at(1, 0, 0, 400, 300);
    Frames.Request plain = request(RunSheet.EMPTY, v);
    Drawn first = Frames.draw(plain, 0, null, pool);
    assertThat(FramePlan.of(plain, 0, null, pool).changedShare()).isEqualTo(1);
    assertThat(FramePlan.of(plain, 0, first, pool).changedShare()).isZero();
    int[] dab = {100 * Stroke.GRID, 30 * Stroke.GRID, 255, 0, 0};
    Stroke s = new Stroke(new Stroke.Brush(true, 10, 1, 0), dab);
    Pass dodge = Pass.start(1, Kinds.of("dodge"), Area.NONE.with(s));
    Frames.Request next = request(RunSheet.EMPTY.withPasses(List.of(dodge)), v);
    assertThat(FramePlan.of(next, 0, first, pool).changedShare()).isBetween(0.01, 0.3);
    Drawn second = Frames.draw(next, 0, first, pool);
    assertThat(second.pixels()).isEqualTo(Frames.draw(next, 0, null, pool).pixels());
    assertThat(second.pixels()).isNotEqualTo(first.pixels());
    IntBuffer screen = IntBuffer.wrap(first.pixels());
    Rect put = second.copyTo(screen, first);
    assertThat(put.area()).isBetween(100L, 400 * 300 / 2L);
    assertThat(screen.array()).as("the rest was there already").isEqualTo(second.pixels());
    assertThat(second.copyTo(screen, second).isEmpty()).as("nothing is put twice").isTrue();
    assertThat(second.copyTo(IntBuffer.allocate(400 * 300), null))
        .isEqualTo(new Rect(0, 0, 400, 300));
    Drawn coarse = Frames.draw(plain, 2, first, pool);
    assertThat(coarse.pixels())
        .as("nothing sharp is replaced by the same, coarser")
        .isEqualTo(first.pixels());
  }

  private Frames.Request request(RunSheet sheet, Viewport v) {
    return new Frames.Request(
        engine.view(sheet, () -> false), v, CheckViews.PICTURE, Optional.empty(), DESK);
  }

  /** Reduced, enlarged, moved over the edge: what the codes alone give is near the frame. */
  @Test
  public void aGlanceIsNearTheFrameAndComputesNoTile() {
    Engine untouched = new Engine(picture, ColorEncoding.srgb(), new TileCache(1 << 20));
    for (Viewport v :
        List.of(
            Viewport.fit(Framing.of(picture.bounds()), 300, 250),
            Viewport.fit(Framing.of(picture.bounds()), 61, 47),
            at(0.7, -30, -20, 200, 250),
            at(3.3, 350.4, 250.7, 300, 200))) {
      int[] frame = draw(v, CheckViews.PICTURE, Optional.empty());
      int[] glance = Frames.glance(request(RunSheet.EMPTY, v), untouched, pool).pixels();
      Rect inside = v.device();
      for (int i = 0; i < frame.length; i++) {
        boolean on = inside.contains(new Rect(i % v.width(), i / v.width(), 1, 1));
        assertThat(glance[i] == DESK).as("desk").isEqualTo(!on);
        for (int shift = 0; on && shift < 24; shift += 8) {
          assertThat(glance[i] >> shift & 255)
              .as("channel at %d of pixel %d of %s", shift, i, v)
              .isCloseTo(frame[i] >> shift & 255, within(2));
        }
      }
    }
    assertThat(untouched.pixelsComputed()).isZero();
  }

  /** In light, not in codes: half the pixels white and half black are half the light. */
  @Test
  public void aGlanceMeansLight() {
    SourcePicture stripes = new SourcePicture(64, 64, 16, 3);
    for (int i = 0; i < 64 * 64; i++) {
      for (int c = 0; c < 3; c++) {
        stripes.setCode(c, i % 64, i / 64, i % 2 * 65535);
      }
    }
    Engine e = new Engine(stripes, ColorEncoding.srgb(), new TileCache(1 << 20));
    Frames.Request r =
        new Frames.Request(
            e.view(RunSheet.EMPTY, () -> false),
            at(0.25, 0, 0, 16, 16),
            CheckViews.PICTURE,
            Optional.empty(),
            DESK);
    for (int p : Frames.glance(r, e, pool).pixels()) {
      assertThat(p & 255).isBetween(187, 189);
    }
  }

  @Test
  public void weightsOfAnAxisAddUpToOneAndStayInside() {
    for (double step : new double[] {0.1, 0.5, 1, 1.3, 1.99}) {
      Taps t = new Taps(50, -1.3, step, 3, 40, false);
      for (int i = 0; i < 50; i++) {
        double sum = 0;
        for (int k = 0; k < t.count; k++) {
          float w = t.weight[i * t.count + k];
          sum += w;
          if (w > 0) {
            assertThat(t.first[i] + k).isBetween(3, 39);
          }
        }
        assertThat(sum).isCloseTo(1, within(1e-5));
      }
    }
    Taps exact = new Taps(10, 5.5, 1, 0, 40, false);
    assertThat(exact.weight[3 * exact.count] + exact.weight[3 * exact.count + 1]).isEqualTo(1f);
  }
}
