package carezza.sitter.fault;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import org.testng.annotations.Test;

/** A small part of what {@code ./carezza bench faults} tries. */
public class FaultsTest {
  private static Path folder(String name) throws IOException {
    return Files.createTempDirectory("carezza-faults-" + name);
  }

  @Test
  public void damagedPicturesAreReadOrRefusedInASentence() throws IOException {
    PictureFaults f = new PictureFaults(folder("pictures"));
    FaultTable t = new FaultTable();
    for (long seed = 0; seed < 600; seed++) {
      f.damaged(seed, t);
      f.cut(seed, t);
    }
    for (long seed = 0; seed < 300; seed++) {
      f.profile(seed, t);
    }
    assertThat(t.failures()).isEmpty();
    assertThat(t.count("pictures damaged", FaultTable.Outcome.READ)).isGreaterThan(50);
    assertThat(t.count("pictures damaged", FaultTable.Outcome.REFUSED)).isGreaterThan(50);
    assertThat(t.count("pictures cut off", FaultTable.Outcome.REFUSED)).isGreaterThan(500);
  }

  @Test
  public void damagedDocumentsAndJournalsLoseNothingThatIsWhole() throws IOException {
    DocumentFaults f = new DocumentFaults(folder("documents"));
    FaultTable t = new FaultTable();
    for (long seed = 0; seed < 400; seed++) {
      f.document(seed, t);
      f.journal(seed, t);
    }
    assertThat(t.failures()).isEmpty();
    assertThat(t.count("documents damaged", FaultTable.Outcome.READ)).isGreaterThan(26);
    assertThat(t.count("documents damaged", FaultTable.Outcome.REFUSED)).isGreaterThan(80);
  }

  @Test
  public void killedProcessesLeaveWholeFiles() throws IOException, InterruptedException {
    KillFaults f = new KillFaults(folder("kills"));
    FaultTable t = new FaultTable();
    for (long seed = 0; seed < 6; seed++) {
      f.kill(seed, t);
    }
    f.twoWriters(1, 20, t);
    assertThat(t.failures()).isEmpty();
    assertThat(t.count("two writers at once", FaultTable.Outcome.WHOLE)).isEqualTo(20);
  }

  /** The same seed does the same, and always something. */
  @Test
  public void damageIsDamage() {
    byte[] whole = "{\"carezza\": 2, \"passes\": [1, 2, 3]}\n".getBytes();
    for (long seed = 0; seed < 500; seed++) {
      byte[] once = Damage.bytes(whole, new Random(seed));
      assertThat(once).isNotEqualTo(whole).isEqualTo(Damage.bytes(whole, new Random(seed)));
      assertThat(Damage.text(whole, new Random(seed))).isNotEqualTo(whole);
    }
    assertThat(Damage.bytes(new byte[0], new Random(1))).isNotEmpty();
    assertThat(Arrays.equals(whole, "{\"carezza\": 2, \"passes\": [1, 2, 3]}\n".getBytes()))
        .isTrue();
  }
}
