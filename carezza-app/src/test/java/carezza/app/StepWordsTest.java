package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.function.UnaryOperator;
import org.testng.annotations.Test;

/** Each step says what was done, to what, from where to where. */
public class StepWordsTest {
  private static final RunSheet BASE =
      RunSheet.EMPTY
          .add(Pass.start(1, Kinds.of("heals"), Area.WHOLE))
          .add(Pass.start(2, Kinds.of("twoBands"), Area.ofRegion("skin")))
          .add(Pass.start(3, Kinds.of("dodge"), Area.NONE))
          .add(Pass.start(4, Kinds.of("burn"), Area.NONE));

  private static String change(long id, UnaryOperator<Pass> how) {
    return StepWords.of(BASE, BASE.change(id, how));
  }

  @Test
  public void passes() {
    assertThat(StepWords.of(RunSheet.EMPTY, BASE.without(2).without(3).without(4)))
        .isEqualTo("Heals added");
    assertThat(StepWords.of(BASE, BASE.without(3))).isEqualTo("Dodge removed");
    assertThat(StepWords.of(BASE, BASE.move(4, -1))).endsWith(" moved");
    assertThat(change(2, p -> p.withOn(false))).isEqualTo("Two bands muted");
    assertThat(StepWords.of(BASE.change(2, p -> p.withOn(false)), BASE))
        .isEqualTo("Two bands unmuted");
  }

  @Test
  public void numbersSayFromWhereToWhere() {
    assertThat(change(2, p -> p.withStrength(0.72))).isEqualTo("Two bands 100 to 72 %");
    assertThat(change(2, p -> p.with("evening", 48.0))).isEqualTo("Evening 95 to 48 %");
    assertThat(change(2, p -> p.with("split", 2.1))).isEqualTo("Split at 1.8 to 2.1 mm");
  }

  @Test
  public void thingsOnThePicture() {
    Heal one = new Heal(10, 10, 10, 10, 3, 20, 5);
    RunSheet with = BASE.change(1, p -> p.with(Heals.HEALS, Heal.numbered(List.of(one, one))));
    assertThat(StepWords.of(BASE, with)).isEqualTo("Heal 2 added");
    assertThat(StepWords.of(with, BASE)).isEqualTo("2 heals removed");
    RunSheet moved =
        with.change(
            1,
            p -> p.with(Heals.HEALS, Heal.numbered(List.of(one, new Heal(9, 9, 9, 9, 3, 1, 1)))));
    assertThat(StepWords.of(with, moved)).isEqualTo("Source of a heal moved");
  }

  @Test
  public void areas() {
    Stroke s = new Stroke(new Stroke.Brush(true, 6, 8, 1), new int[] {4, 4, 255, 0, 0});
    assertThat(change(3, p -> p.withArea(p.area().with(s)))).isEqualTo("Dodge: stroke 1 added");
    Term lips = new Term(Term.How.TAKE, "lips", 1);
    assertThat(change(2, p -> p.withArea(p.area().with(lips))))
        .isEqualTo("Two bands: without lips");
    RunSheet joined = BASE.change(2, p -> p.withArea(p.area().with(lips)));
    assertThat(StepWords.of(joined, BASE)).isEqualTo("Two bands: less is joined");
    assertThat(change(2, p -> p.withArea(Area.WHOLE))).isEqualTo("Two bands: everywhere");
    assertThat(change(2, p -> p.withArea(p.area().inverted(true))))
        .isEqualTo("Two bands: reversed");
    assertThat(change(2, p -> p.withArea(p.area().withFollow(2))))
        .isEqualTo("Two bands: area changed");
    assertThat(
            change(
                2,
                p ->
                    p.withArea(
                        p.area().with(new Term(Term.How.WITHIN, new Extent.Lightness(), 0)))))
        .isEqualTo("Two bands: only where as light as the picture");
  }

  @Test
  public void theSitter() {
    RunSheet pinned = BASE.withFaceMap(new FaceMap(new Pin(100, 100), new Pin(200, 100)));
    RunSheet bent = BASE.withFaceMap(new FaceMap(new Pin(101, 100), new Pin(200, 100)));
    assertThat(StepWords.of(BASE, pinned)).isEqualTo("Face taken");
    assertThat(StepWords.of(pinned, bent)).isEqualTo("Outlines bent");
    assertThat(StepWords.of(pinned, BASE)).isEqualTo("Face let go");
    assertThat(StepWords.of(BASE, BASE.withRegion("skin", Area.WHOLE)))
        .isEqualTo("skin pointed out");
    assertThat(StepWords.of(BASE, BASE)).isEqualTo("Change");
  }
}
