package carezza.image;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.testng.annotations.Test;

public class ImageTest {
  @Test
  public void rectanglesMeetJoinAndGrow() {
    Rect a = new Rect(-3, 2, 10, 5);
    Rect b = new Rect(4, 0, 10, 4);
    assertThat(a.intersect(b)).isEqualTo(new Rect(4, 2, 3, 2));
    assertThat(a.union(b)).isEqualTo(new Rect(-3, 0, 17, 7));
    assertThat(a.intersects(new Rect(7, 2, 4, 4))).isFalse();
    assertThat(a.intersect(new Rect(40, 40, 2, 2)).isEmpty()).isTrue();
    assertThat(a.grow(2)).isEqualTo(new Rect(-5, 0, 14, 9));
    assertThat(a.grow(-9).isEmpty()).isTrue();
    assertThatThrownBy(() -> new Rect(0, 0, -1, 2)).hasMessageContaining("-1 x 2");
  }

  @Test
  public void aLevelCoversItsSourcePixelsAlsoBelowZero() {
    Random r = new Random(2);
    for (int i = 0; i < 500; i++) {
      Rect a =
          new Rect(
              r.nextInt(200) - 100, r.nextInt(200) - 100, 1 + r.nextInt(90), 1 + r.nextInt(90));
      for (int level = 0; level < 5; level++) {
        Rect l = a.toLevel(level);
        assertThat(l.toSource(level).contains(a)).isTrue();
        int side = 1 << level;
        assertThat(l.w()).isLessThanOrEqualTo(a.w() / side + 2);
      }
    }
  }

  @Test
  public void halvingTakesMeansAndRepeatsAnOddBorder() {
    Plane p = new Plane(new Rect(4, 2, 3, 3), new float[] {1, 3, 8, 5, 7, 8, 2, 4, 6});
    Plane h = p.halved();
    assertThat(h.rect()).isEqualTo(new Rect(2, 1, 2, 2));
    assertThat(h.data()).containsExactly(4f, 8f, 3f, 6f);
    assertThatThrownBy(() -> new Plane(new Rect(1, 0, 2, 2)).halved()).hasMessageContaining("even");
  }

  @Test
  public void croppingKeepsPlaces() {
    Plane p = new Plane(new Rect(0, 0, 4, 3), new float[] {0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11});
    Plane c = p.crop(new Rect(2, 1, 4, 3), -1);
    assertThat(c.data()).containsExactly(6, 7, -1, -1, 10, 11, -1, -1, -1, -1, -1, -1);
    assertThat(p.clamped(99, -5)).isEqualTo(3);
  }

  @Test
  public void sourceCodesComeBackAcrossTiles() {
    for (int depth : new int[] {8, 16}) {
      SourcePicture p = new SourcePicture(300, 270, depth, 4);
      Random r = new Random(5);
      int top = depth == 8 ? 256 : 65536;
      int[][] want = new int[4][300 * 270];
      for (int i = 0; i < 300 * 270; i++) {
        for (int c = 0; c < 4; c++) {
          want[c][i] = r.nextInt(top);
          p.setCode(c, i % 300, i / 300, want[c][i]);
        }
      }
      for (int i = 0; i < 300 * 270; i += 7) {
        assertThat(p.code(i % 4, i % 300, i / 300)).isEqualTo(want[i % 4][i]);
      }
      float[] table = new float[top];
      for (int i = 0; i < top; i++) {
        table[i] = -i;
      }
      Rect rect = new Rect(250, 250, 20, 20);
      float[] out = new float[400];
      p.lookUp(2, rect, table, out);
      assertThat(out[21]).isEqualTo(-want[2][251 * 300 + 251]);
    }
  }

  @Test
  public void oneCodeChangesThePicturesHash() {
    SourcePicture p = new SourcePicture(30, 20, 16, 3);
    long before = p.contentHash();
    p.setCode(1, 29, 19, 1);
    assertThat(p.contentHash()).isNotEqualTo(before);
    assertThatThrownBy(() -> new SourcePicture(3, 3, 12, 3)).hasMessageContaining("depth = 12");
  }

  @Test
  public void fingerprintsTellOrderAndKind() {
    long a = new Hash().add(1L).add(2L).get();
    assertThat(new Hash().add(2L).add(1L).get()).isNotEqualTo(a);
    assertThat(new Hash().add("ab").add("c").get())
        .isNotEqualTo(new Hash().add("a").add("bc").get());
    assertThat(new Hash().add(0.0).get()).isNotEqualTo(new Hash().add(-0.0).get());
    assertThat(new Hash().fold(1).fold(2).get()).isNotEqualTo(new Hash().fold(2).fold(1).get());
    Hash before = new Hash().add(1L);
    before.copy().add(5L);
    assertThat(before.add(2L).get()).as("a copy goes on apart").isEqualTo(a);
    assertThat(new Hash().add(1L).add(2L).get()).isEqualTo(a);
  }
}
