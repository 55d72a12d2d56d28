package carezza.area;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.image.Hash;
import carezza.image.Rect;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

/** A stroke that is drawn sample by sample is the stroke that is made of all of them. */
public class GrowingStrokeTest {
  private static final double PX_PER_MM = 3;
  private static final Stroke.Brush BRUSH = new Stroke.Brush(true, 5, 2, 0.7);

  private static int[] samples(int n, long seed, boolean tilts) {
    Random r = new Random(seed);
    int[] s = new int[n * Stroke.FIELDS];
    double x = 120;
    double y = 90;
    double way = r.nextDouble() * 6;
    for (int i = 0; i < n; i++) {
      way += 0.4 * r.nextGaussian();
      x += 9 * Math.cos(way);
      y += 9 * Math.sin(way);
      s[i * Stroke.FIELDS] = (int) (x * Stroke.GRID);
      s[i * Stroke.FIELDS + 1] = (int) (y * Stroke.GRID);
      s[i * Stroke.FIELDS + 2] = 60 + r.nextInt(196);
      s[i * Stroke.FIELDS + 3] = tilts ? r.nextInt(80) : 0;
      s[i * Stroke.FIELDS + 4] = 8 * i;
    }
    return s;
  }

  private static int[] part(int[] s, int from, int to) {
    return Arrays.copyOfRange(s, from * Stroke.FIELDS, to * Stroke.FIELDS);
  }

  private static float[] mask(Stroke s, int level, Rect rect) {
    float[] m = new float[(int) rect.area()];
    AreaMask.paint(List.of(s), PX_PER_MM, level, rect, m);
    return m;
  }

  @Test
  public void itsMaskIsTheSameToTheBitAtEveryStep() {
    Rect[] tiles = {new Rect(64, 0, 64, 64), new Rect(64, 64, 64, 64), new Rect(128, 64, 64, 64)};
    for (long seed = 0; seed < 6; seed++) {
      int[] all = samples(60, seed, seed % 2 == 0);
      Stroke growing = Stroke.growing(BRUSH, part(all, 0, 1));
      for (int n = 2; n <= 60; n++) {
        growing = growing.with(part(all, n - 1, n));
        Stroke whole = new Stroke(BRUSH, part(all, 0, n));
        assertThat(growing).as("seed " + seed).isEqualTo(whole).hasSameHashCodeAs(whole);
        if (n % 7 < 2) {
          for (Rect tile : tiles) {
            for (int level = 0; level < 2; level++) {
              assertThat(mask(growing, level, tile))
                  .as("seed %d, %d samples, level %d", seed, n, level)
                  .isEqualTo(mask(whole, level, tile));
            }
          }
        }
      }
      assertThat(growing.ended()).isEqualTo(growing);
      assertThat(mask(growing.ended(), 0, tiles[1])).isEqualTo(mask(growing, 0, tiles[1]));
    }
  }

  @Test
  public void twoWaysOnFromOneStateDoNotDisturbEachOther() {
    int[] all = samples(40, 3, false);
    Stroke half = Stroke.growing(BRUSH, part(all, 0, 20));
    Rect tile = new Rect(-300, -300, 900, 900);
    float[] before = mask(half, 0, tile);
    Stroke one = half.with(part(all, 20, 30));
    Stroke other = half.with(part(all, 30, 40));
    float[] a = mask(one, 0, tile);
    float[] b = mask(other, 0, tile);
    assertThat(mask(half, 0, tile)).isEqualTo(before);
    assertThat(a).isEqualTo(mask(new Stroke(BRUSH, part(all, 0, 30)), 0, tile));
    int[] jump = new int[30 * Stroke.FIELDS];
    System.arraycopy(all, 0, jump, 0, 20 * Stroke.FIELDS);
    System.arraycopy(all, 30 * Stroke.FIELDS, jump, 20 * Stroke.FIELDS, 10 * Stroke.FIELDS);
    assertThat(b).isEqualTo(mask(new Stroke(BRUSH, jump), 0, tile)).isNotEqualTo(a);
  }

  private static long fingerprint(Stroke s, Rect r) {
    Hash h = new Hash();
    s.addTo(h, r, PX_PER_MM);
    return h.get();
  }

  /**
   * A place that the new part does not reach keeps its fingerprint; one that it reaches changes.
   */
  @Test
  public void onlyPlacesThatTheNewPartReachesChange() {
    int[] line = new int[400 * Stroke.FIELDS];
    for (int i = 0; i < 400; i++) {
      line[i * Stroke.FIELDS] = (20 + 4 * i) * Stroke.GRID;
      line[i * Stroke.FIELDS + 1] = 50 * Stroke.GRID;
      line[i * Stroke.FIELDS + 2] = 255;
    }
    Stroke s = Stroke.growing(BRUSH, part(line, 0, 300));
    Stroke on = s.with(part(line, 300, 400));
    Rect begin = new Rect(0, 0, 256, 256);
    Rect end = new Rect(1280, 0, 256, 256);
    assertThat(fingerprint(on, begin)).isEqualTo(fingerprint(s, begin));
    assertThat(fingerprint(on, end)).isNotEqualTo(fingerprint(s, end));
    assertThat(fingerprint(on, end)).isEqualTo(fingerprint(new Stroke(BRUSH, line), end));
  }

  @Test
  public void pressureAndTiltReachTheMask() {
    Rect tile = new Rect(0, 0, 128, 64);
    float[] plain = mask(new Stroke(BRUSH, line(255, 0)), 0, tile);
    float[] light = mask(new Stroke(BRUSH, line(100, 0)), 0, tile);
    float[] tilted = mask(new Stroke(BRUSH, line(255, 60)), 0, tile);
    int middle = 30 * 128 + 64;
    assertThat(light[middle]).isCloseTo(plain[middle] * 100 / 255, within(1e-3f));
    assertThat(tilted[middle]).as("as full").isCloseTo(plain[middle], within(0.05f));
    int aside = (30 + 11) * 128 + 64;
    assertThat(plain[aside]).isZero();
    assertThat(tilted[aside]).as("wider").isGreaterThan(0.01f);
  }

  private static org.assertj.core.data.Offset<Float> within(float v) {
    return org.assertj.core.data.Offset.offset(v);
  }

  private static int[] line(int pressure, int tilt) {
    int[] s = new int[10 * Stroke.FIELDS];
    for (int i = 0; i < 10; i++) {
      s[i * Stroke.FIELDS] = (20 + 9 * i) * Stroke.GRID;
      s[i * Stroke.FIELDS + 1] = 30 * Stroke.GRID;
      s[i * Stroke.FIELDS + 2] = pressure;
      s[i * Stroke.FIELDS + 3] = tilt;
    }
    return s;
  }
}
