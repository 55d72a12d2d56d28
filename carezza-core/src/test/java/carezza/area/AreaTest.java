package carezza.area;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.List;
import org.testng.annotations.Test;

public class AreaTest {
  private static final AreaMask.Context CONTEXT =
      new AreaMask.Context() {
        @Override
        public double pxPerMm() {
          return 5;
        }

        @Override
        public Rect bounds(int level) {
          return new Rect(0, 0, 400, 300).toLevel(level);
        }

        @Override
        public float[] region(String name, int level, Rect rect) {
          return switch (name) {
            case "skin" -> null;
            case "left" -> leftOf(120, rect);
            default -> new float[rect.w() * rect.h()];
          };
        }

        @Override
        public Plane found(String name, int level, Rect rect) {
          return Plane.filled(rect, name.equals("lips") ? 0.25f : 0);
        }

        /** Grey whose light rises from 0 to 1 over 400 pixels, red in the lower half. */
        @Override
        public RgbBlock below(int level, Rect rect) {
          RgbBlock b = new RgbBlock(level, rect);
          for (int i = 0; i < b.size(); i++) {
            float v = (rect.x() + i % rect.w() + 0.5f) * (1 << level) / 400;
            boolean red = (rect.y() + i / rect.w()) * (1 << level) >= 150;
            b.r()[i] = v;
            b.g()[i] = red ? 0.5f * v : v;
            b.b()[i] = red ? 0.5f * v : v;
          }
          return b;
        }

        @Override
        public Plane matte(Seed g, int level, Rect rect) {
          return Plane.filled(rect, 0.5f);
        }
      };

  private static Stroke line(boolean puts, int touches, double edge) {
    int[] s = new int[8 * Stroke.FIELDS];
    for (int i = 0; i < 8; i++) {
      s[i * Stroke.FIELDS] = (40 + 20 * i) * Stroke.GRID;
      s[i * Stroke.FIELDS + 1] = 60 * Stroke.GRID;
      s[i * Stroke.FIELDS + 2] = 255;
    }
    return new Stroke(new Stroke.Brush(puts, 8, touches, edge), s);
  }

  private static float[] mask(Area a, int level, Rect r) {
    return AreaMask.of(a, CONTEXT, level, r);
  }

  @Test
  public void touchesAddUpToFull() {
    Rect at = new Rect(110, 60, 1, 1);
    Area a = Area.NONE.with(line(true, 4, 1));
    assertThat(mask(a, 0, at)[0]).isCloseTo(0.25f, within(0.02f));
    Area four = a.with(line(true, 4, 1)).with(line(true, 4, 1)).with(line(true, 4, 1));
    assertThat(mask(four, 0, at)[0]).isCloseTo(1f, within(0.05f));
    Area off = four.with(line(false, 2, 1));
    assertThat(mask(off, 0, at)[0]).isCloseTo(0.5f, within(0.05f));
  }

  @Test
  public void outsideTheRimNothingIsLaidOn() {
    Area a = Area.NONE.with(line(true, 1, 1));
    assertThat(mask(a, 0, new Rect(110, 82, 1, 1))[0]).isZero();
    assertThat(mask(a, 0, new Rect(110, 38, 1, 1))[0]).isZero();
    assertThat(mask(a, 0, new Rect(110, 59, 1, 1))[0]).isCloseTo(1f, within(0.03f));
  }

  @Test
  public void aTileSeesWhatTheWholeSees() {
    Area a = Area.NONE.with(line(true, 3, 0.6)).with(line(false, 5, 1));
    Rect whole = new Rect(0, 0, 240, 120);
    float[] all = mask(a, 0, whole);
    Rect part = new Rect(97, 41, 50, 30);
    float[] some = mask(a, 0, part);
    for (int y = 0; y < part.h(); y++) {
      for (int x = 0; x < part.w(); x++) {
        assertThat(some[y * part.w() + x])
            .isEqualTo(all[(part.y() + y) * whole.w() + part.x() + x]);
      }
    }
  }

  @Test
  public void levelsAgree() {
    Area a = Area.NONE.with(line(true, 2, 1));
    Plane fine = new Plane(new Rect(0, 0, 240, 128), mask(a, 0, new Rect(0, 0, 240, 128)));
    Plane want = fine.halved().halved();
    float[] got = mask(a, 2, want.rect());
    double worst = 0;
    for (int i = 0; i < got.length; i++) {
      worst = Math.max(worst, Math.abs(got[i] - want.data()[i]));
    }
    assertThat(worst).isLessThan(0.02);
  }

  @Test
  public void basesRegionsAndInversion() {
    Rect r = new Rect(0, 0, 2, 2);
    assertThat(mask(Area.WHOLE, 0, r)).isNull();
    assertThat(mask(Area.NONE, 0, r)).containsOnly(0f);
    assertThat(mask(Area.ofRegion("skin"), 0, r)).containsOnly(1f);
    assertThat(mask(Area.ofRegion("teeth").inverted(true), 0, r)).containsOnly(1f);
    Seed g = new Seed(Seed.Like.SKIN, 1, 1, 1);
    assertThat(mask(Area.NONE.with(g), 0, r)).containsOnly(0.5f);
    assertThat(Area.NONE.with(line(false, 1, 1)).isEmpty()).isTrue();
    assertThatThrownBy(() -> new Stroke.Brush(true, 0, 1, 1)).hasMessageContaining("sizeMm = 0.0");
  }

  @Test
  public void whatIsFoundIsAStartThatStrokesChange() {
    Rect at = new Rect(110, 60, 1, 1);
    assertThat(mask(Area.found("lips"), 0, at)).containsExactly(0.25f);
    assertThat(mask(Area.found("lips").inverted(true), 0, at)).containsExactly(0.75f);
    assertThat(mask(Area.found("lips").with(line(true, 1, 0)), 0, at)).containsExactly(1f);
    assertThat(mask(Area.found("lips").with(line(false, 1, 0)), 0, at)).containsExactly(0f);
    assertThat(Area.found("lips").isEmpty()).isFalse();
    assertThatThrownBy(() -> Area.found("")).hasMessageContaining("FOUND");
  }

  private static float[] leftOf(int edge, Rect rect) {
    float[] out = new float[rect.w() * rect.h()];
    for (int i = 0; i < out.length; i++) {
      out[i] = rect.x() + i % rect.w() < edge ? 1 : 0;
    }
    return out;
  }

  @Test
  public void regionsAreAddedTakenAwayAndKeptWithin() {
    Rect both = new Rect(119, 60, 2, 1);
    Area lips = Area.found("lips");
    assertThat(mask(lips.with(new Term(Term.How.ADD, "left", 0)), 0, both))
        .containsExactly(1f, 0.25f);
    assertThat(mask(lips.with(new Term(Term.How.TAKE, "left", 0)), 0, both))
        .containsExactly(0f, 0.25f);
    Area within = lips.with(new Term(Term.How.WITHIN, "left", 0));
    assertThat(mask(within, 0, both)).containsExactly(0.25f, 0f);
    assertThat(mask(within.inverted(true), 0, both)).containsExactly(0.75f, 1f);
    assertThat(mask(lips.with(new Term(Term.How.WITHIN, "skin", 0)), 0, both))
        .containsExactly(0.25f, 0.25f);
    Area painted = Area.NONE.with(line(true, 1, 0)).with(new Term(Term.How.WITHIN, "left", 0));
    float full = mask(painted.bare(), 0, both)[0];
    assertThat(full).isGreaterThan(0.9f);
    assertThat(mask(painted, 0, both)).as("strokes too").containsExactly(full, 0f);
    assertThat(Area.NONE.with(new Term(Term.How.WITHIN, "left", 0)).isEmpty()).isTrue();
    assertThat(Area.NONE.with(new Term(Term.How.ADD, "left", 0)).isEmpty()).isFalse();
    assertThat(Area.WHOLE.with(new Term(Term.How.TAKE, "left", 0)).isWhole()).isFalse();
  }

  /** 4 mm of feather at 5 px a mm: a sigma of 10 px, wherever the rectangle is cut. */
  @Test
  public void aFeatheredBorderGoesFrom16To84PercentOverItsWidth() {
    Area a = Area.WHOLE.with(new Term(Term.How.WITHIN, "left", 4));
    float[] row = mask(a, 0, new Rect(100, 100, 40, 1));
    assertThat(row[9]).isCloseTo(0.84f, within(0.02f));
    assertThat(row[29]).isCloseTo(0.16f, within(0.02f));
    assertThat(mask(a, 0, new Rect(109, 100, 1, 1))[0]).isCloseTo(row[9], within(1e-5f));
    assertThat(mask(a, 0, new Rect(0, 100, 1, 1))[0])
        .as("the frame is no border")
        .isCloseTo(1, within(1e-5f));
    assertThatThrownBy(() -> new Term(Term.How.ADD, "left", 41)).hasMessageContaining("41.0");
    assertThatThrownBy(() -> new Term(Term.How.ADD, "", 1)).hasMessageContaining("region");
  }

  private static float at(Term.How how, Area a, Extent what, double feather, int x, int y) {
    return mask(a.with(new Term(how, what, feather)), 0, new Rect(x, y, 1, 1))[0];
  }

  private static float kept(Extent what, int x, int y) {
    return at(Term.How.WITHIN, Area.WHOLE, what, 0, x, y);
  }

  /** L* 50 is a light of 0.184, at x = 73. */
  @Test
  public void tonesAreAWindowWithSoftEnds() {
    Extent tone = new Extent.Tone(50, 80, 20, 10);
    assertThat(kept(tone, 80, 20)).isEqualTo(1);
    assertThat(kept(tone, 200, 20)).isEqualTo(1);
    assertThat(kept(tone, 46, 20)).as("L* 40.6, half way down").isBetween(0.4f, 0.7f);
    assertThat(kept(tone, 20, 20)).as("L* 26.7").isZero();
    assertThat(kept(tone, 260, 20)).as("L* 84.5, half way up").isBetween(0.4f, 0.7f);
    assertThat(kept(tone, 320, 20)).isZero();
    assertThat(kept(new Extent.Tone(50, 100, 5, 0), 399, 20)).isEqualTo(1);
    assertThat(at(Term.How.TAKE, Area.WHOLE, tone, 0, 200, 20)).isZero();
    assertThat(at(Term.How.ADD, Area.NONE, tone, 0, 200, 20)).isEqualTo(1);
    assertThatThrownBy(() -> new Extent.Tone(60, 50, 1, 1)).hasMessageContaining("high = 50.0");
  }

  @Test
  public void huesLeaveOutWhatIsNearlyNeutral() {
    Extent red = new Extent.Hue(20, 60, 20);
    assertThat(kept(red, 200, 250)).isEqualTo(1);
    assertThat(kept(red, 200, 50)).as("grey").isZero();
    assertThat(kept(new Extent.Hue(200, 60, 20), 200, 250)).as("another hue").isZero();
    assertThat(kept(new Extent.Hue(350, 90, 20), 200, 250)).as("across 0").isEqualTo(1);
    assertThatThrownBy(() -> new Extent.Hue(400, 1, 1)).hasMessageContaining("centre = 400.0");
  }

  @Test
  public void lightnessIsLStarOver100() {
    assertThat(kept(new Extent.Lightness(), 73, 20)).isCloseTo(0.5f, within(0.01f));
    assertThat(at(Term.How.TAKE, Area.WHOLE, new Extent.Lightness(), 0, 73, 20))
        .isCloseTo(0.5f, within(0.01f));
  }

  /** 4 mm of feather are a sigma of 10 px. */
  @Test
  public void anOvalHasABorderOfItsFeather() {
    Extent.Oval o = new Extent.Oval(200, 150, 80, 40, 0);
    assertThat(kept(o, 200, 150)).isGreaterThan(0.999f);
    assertThat(kept(o, 278, 150)).isGreaterThan(0.9f);
    assertThat(kept(o, 282, 150)).isLessThan(0.1f);
    assertThat(kept(o, 200, 192)).isLessThan(0.1f);
    assertThat(at(Term.How.WITHIN, Area.WHOLE, o, 4, 269, 150)).isCloseTo(0.84f, within(0.03f));
    assertThat(at(Term.How.WITHIN, Area.WHOLE, o, 4, 289, 150)).isCloseTo(0.16f, within(0.03f));
    Extent.Oval upright = o.moved(1, new Pin(200, 230));
    assertThat(kept(upright, 200, 225)).isGreaterThan(0.9f);
    assertThat(kept(upright, 245, 150)).isLessThan(0.1f);
    assertThat(upright.moved(2, upright.handles().get(2))).isEqualTo(upright);
  }

  @Test
  public void aRampFallsFromOneEndToTheOther() {
    Extent ramp = new Extent.Ramp(100, 0, 300, 0);
    assertThat(kept(ramp, 50, 70)).isEqualTo(1);
    assertThat(kept(ramp, 199, 270)).isCloseTo(0.5f, within(0.01f));
    assertThat(kept(ramp, 320, 70)).isZero();
    assertThat(Area.NONE.with(new Term(Term.How.ADD, ramp, 0)).isEmpty()).isFalse();
  }

  @Test
  public void aLoopIsSoftAndMovesWhole() {
    Extent.Loop loop =
        new Extent.Loop(
            List.of(new Pin(100, 100), new Pin(200, 100), new Pin(200, 200), new Pin(100, 200)));
    assertThat(kept(loop, 150, 150)).isEqualTo(1);
    assertThat(kept(loop, 230, 150)).isZero();
    float inside = at(Term.How.WITHIN, Area.WHOLE, loop, 8, 150, 150);
    assertThat(inside).isBetween(0.9f, 1f);
    Extent.Loop moved = loop.moved(0, new Pin(250, 150));
    assertThat(kept(moved, 230, 150)).isEqualTo(1);
    assertThat(at(Term.How.WITHIN, Area.WHOLE, moved, 8, 250, 150))
        .isCloseTo(inside, within(1e-3f));
    assertThatThrownBy(() -> new Extent.Loop(List.of())).hasMessageContaining("points = 0");
  }

  /** A border painted 5 px beside an edge of the picture is drawn to it. */
  @Test
  public void aMaskFollowsAnEdge() {
    Extent.Oval beside = new Extent.Oval(200, 135, 90, 20, 0);
    Area plain = Area.WHOLE.with(new Term(Term.How.WITHIN, beside, 1));
    Area drawn = plain.withFollow(3);
    Rect column = new Rect(200, 144, 1, 14);
    float[] p = mask(plain, 0, column);
    float[] m = mask(drawn, 0, column);
    assertThat(p[9]).as("3 px beyond the edge, before").isGreaterThan(0.65f);
    assertThat(m[9]).as("3 px beyond the edge").isLessThan(0.5f);
    assertThat(m[3]).as("3 px before the edge").isGreaterThan(0.9f);
    assertThat(mask(drawn, 0, new Rect(200, 150, 1, 1))[0]).isCloseTo(m[6], within(1e-4f));
    assertThatThrownBy(() -> plain.withFollow(11)).hasMessageContaining("followMm = 11.0");
  }
}
