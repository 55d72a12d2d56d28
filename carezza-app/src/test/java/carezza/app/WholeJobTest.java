package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.io.DocumentStore;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** A neutral laid on a folder: each picture that cannot have it is named, the others have it. */
public class WholeJobTest {
  @Test
  public void whatCannotBeLaidIsNamedAndTheRestIsDone() throws IOException {
    Path dir = Files.createTempDirectory("carezza-job");
    Path own = dir.resolve("own");
    List<Path> pictures = new ArrayList<>();
    for (String n : new String[] {"a.png", "b.png", "c.png"}) {
      pictures.add(Files.write(dir.resolve(n), new byte[] {1, 2, 3}));
    }
    Path damaged = DocumentStore.of(pictures.get(1), own).file();
    Files.writeString(damaged, "{ not json");
    Pass neutral = Pass.start(1, Kinds.of("neutral"), Area.WHOLE).with("mired", -20);
    List<Double> shares = new ArrayList<>();
    String said =
        new WholeJob(null, null, own).lay(new WholeJob.Laying(neutral, pictures), shares::add);
    assertThat(said).startsWith("Laid on 2 pictures.").contains("b.png").doesNotContain("a.png");
    assertThat(shares).containsExactly(1 / 3.0, 2 / 3.0, 1.0);
    assertThat(damaged).hasContent("{ not json");
    for (int i : new int[] {0, 2}) {
      assertThat(
              DocumentStore.of(pictures.get(i), own).load().sheet().passes().get(0).value("mired"))
          .isEqualTo(-20);
    }
  }
}
