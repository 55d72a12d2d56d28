package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.OptionalInt;
import org.testng.annotations.Test;

/** Names that begin with what is typed stand before those that only hold it. */
public class FinderTest {
  @Test
  public void howNearANameIs() {
    assertThat(Finder.rank("Two bands", "two")).isEqualTo(OptionalInt.of(0));
    assertThat(Finder.rank("Two bands", "two", "ba")).isEqualTo(OptionalInt.of(0));
    assertThat(Finder.rank("left cheek", "chee")).isEqualTo(OptionalInt.of(1));
    assertThat(Finder.rank("left cheek", "ch", "le")).isEqualTo(OptionalInt.of(1));
    assertThat(Finder.rank("Relief kept", "lief")).isEqualTo(OptionalInt.of(2));
    assertThat(Finder.rank("left cheek", "left", "chin")).isEmpty();
    assertThat(Finder.rank("Heals", "dodge")).isEmpty();
  }
}
