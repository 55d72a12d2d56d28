package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.sheet.Kinds;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import org.testng.annotations.Test;

/** The name of a pass in the document and its journal. */
public class PassNameTest {
  private static final Pass BARE = Pass.start(3, Kinds.of("dodge"), Area.NONE);

  private static Pass again(ObjectNode written) {
    return PassJson.read(written, Stage.RELIEF, List.of());
  }

  @Test
  public void itIsKeptWholeAndAsWhatChanged() {
    Pass named = BARE.withName(" Left hand ");
    assertThat(named.name()).isEqualTo("Left hand");
    assertThat(again(PassJson.write(named))).isEqualTo(named);
    assertThat(PassJson.applied(BARE, PassJson.delta(BARE, named))).isEqualTo(named);
    assertThat(PassJson.applied(named, PassJson.delta(named, BARE))).isEqualTo(BARE);
    Pass stronger = named.withStrength(0.4);
    assertThat(PassJson.applied(named, PassJson.delta(named, stronger))).isEqualTo(stronger);
  }

  /** So passes of before are written as they were. */
  @Test
  public void withoutOneNothingIsWritten() {
    assertThat(PassJson.write(BARE).has("name")).isFalse();
    assertThat(again(PassJson.write(BARE))).isEqualTo(BARE);
  }

  /** One that is longer than this version allows is cut and keeps nothing from opening. */
  @Test
  public void aLongerOneIsCut() {
    ObjectNode o = PassJson.write(BARE).put("name", "x".repeat(100));
    assertThat(again(o).name()).isEqualTo("x".repeat(Pass.LONGEST_NAME));
  }
}
