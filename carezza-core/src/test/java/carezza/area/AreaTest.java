package carezza.area;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Plane;
import carezza.image.Rect;
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
          return new Rect(0, 0, 400, 300);
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

        @Override
        public Plane matte(Growth g, int level, Rect rect) {
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
    Growth g = new Growth(Growth.Like.SKIN, 1, 1, 1);
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
}
