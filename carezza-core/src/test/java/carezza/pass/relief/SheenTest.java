package carezza.pass.relief;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Term;
import carezza.face.FaceMap;
import carezza.face.MadeFaces;
import carezza.face.PersonMask;
import carezza.image.Rect;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import java.util.List;
import org.testng.annotations.Test;

/** Where sheen begins; what it does is tested on skin. */
public class SheenTest {
  private static Pass started(RunSheet sheet) {
    return Kinds.of("sheen").start(1, new KnownSheet(sheet, new Rect(0, 0, 600, 600), List.of()));
  }

  /** Light along the side of a face is no oil. */
  @Test
  public void onAFaceItKeepsOffWhatTurnsAway() {
    PersonMask nobody = new PersonMask(1, 1, 1, new byte[1]);
    FaceMap face = FaceMap.of(List.of(MadeFaces.of(MadeFaces.mesh(300, 300, 30, 0, 0), nobody)));
    assertThat(started(RunSheet.EMPTY.withFaceMap(face)).area())
        .isEqualTo(Area.ofRegion("skin").with(new Term(Term.How.TAKE, "turnedAway", 0)));
  }

  @Test
  public void withoutAFaceNothingIsTurnedAway() {
    assertThat(started(RunSheet.EMPTY).area()).isEqualTo(Area.ofRegion("skin"));
  }
}
