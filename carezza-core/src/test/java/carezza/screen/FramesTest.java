package carezza.screen;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.sheet.RunSheet;
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

  private int[] draw(Viewport v, Look look, Optional<Area> hatched) {
    return Frames.draw(
            new Frames.Request(engine.view(RunSheet.EMPTY, () -> false), v, look, hatched, DESK),
            0,
            null,
            pool)
        .pixels();
  }

  @Test
  public void atFullSizeThePixelsAreThePictures() {
    int[] px = draw(new Viewport(1, 100, 50, 200, 200), Look.PICTURE, Optional.empty());
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
    int[] px = draw(new Viewport(1, 0, 0, 400, 300), Look.PICTURE, Optional.empty());
    double sum = 0;
    for (int p : px) {
      sum += p & 255;
    }
    assertThat(sum / px.length).isCloseTo(90, within(0.1));
  }

  @Test
  public void zoomedOutItIsTheSamePicture() {
    int[] px = draw(new Viewport(0.31, 0, 0, 124, 93), Look.PICTURE, Optional.empty());
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
    int[] px = draw(new Viewport(2, -50, -50, 120, 120), Look.PICTURE, Optional.empty());
    assertThat(px[0]).isEqualTo(DESK);
    assertThat(px[119 * 120 + 119]).isNotEqualTo(DESK);
    int[] far = draw(new Viewport(1, 5000, 5000, 20, 20), Look.PICTURE, Optional.empty());
    assertThat(far).containsOnly(DESK);
  }

  @Test
  public void bareLightHasNoColour() {
    int[] px = draw(new Viewport(1, 0, 0, 100, 100), Look.BARE_LIGHT, Optional.empty());
    for (int p : px) {
      int r = (p >> 16) & 255;
      assertThat(Math.abs(r - ((p >> 8) & 255)) + Math.abs(r - (p & 255))).isLessThanOrEqualTo(2);
    }
  }

  @Test
  public void hatchingLiesInTheAreaAlone() {
    Viewport v = new Viewport(1, 0, 0, 64, 64);
    int[] plain = draw(v, Look.PICTURE, Optional.empty());
    assertThat(draw(v, Look.PICTURE, Optional.of(Area.NONE))).isEqualTo(plain);
    int[] hatched = draw(v, Look.PICTURE, Optional.of(Area.WHOLE));
    int changed = 0;
    for (int i = 0; i < plain.length; i++) {
      changed += plain[i] == hatched[i] ? 0 : 1;
    }
    assertThat(changed).as("one line in eight").isBetween(400, 600);
  }

  @Test
  public void zoomingKeepsThePointUnderThePointer() {
    Viewport v = Viewport.fit(new Rect(0, 0, 2000, 2500), 700, 780);
    assertThat(v.deviceX(0)).isGreaterThan(0);
    assertThat(v.deviceY(2500)).isLessThan(780);
    Viewport z = v.zoomed(1, 300, 200);
    assertThat(z.sourceX(300)).isCloseTo(v.sourceX(300), within(1e-9));
    assertThat(z.sourceY(200)).isCloseTo(v.sourceY(200), within(1e-9));
    assertThat(z.moved(10, -4).deviceX(500)).isCloseTo(z.deviceX(500) + 10, within(1e-9));
    assertThat(v.zoomed(1e9, 0, 0).scale()).isEqualTo(Viewport.MOST);
    assertThat(new Viewport(0.3, 0, 0, 1, 1).level()).isEqualTo(1);
    assertThat(new Viewport(0.25, 0, 0, 1, 1).level()).isEqualTo(2);
    assertThat(new Viewport(1.7, 0, 0, 1, 1).level()).isZero();
    Viewport w = v.sized(900, 500);
    assertThat(w.sourceX(450)).as("the centre stays").isCloseTo(v.sourceX(350), within(1e-9));
  }
}
