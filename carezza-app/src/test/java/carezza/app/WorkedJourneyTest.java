package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.face.Pin;
import carezza.io.DocumentStore;
import carezza.job.TimeLog;
import carezza.pass.Stage;
import carezza.sheet.Kinds;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** What was worked on a picture and its job is read over the picture; from there to another. */
public class WorkedJourneyTest extends BenchWindow {
  private Path first;

  @BeforeClass(dependsOnMethods = "folder")
  public void pictures() throws Exception {
    first = picture("a.png");
    DocumentStore store = DocumentStore.of(picture("b.png"), dir);
    TimeLog log = TimeLog.EMPTY;
    for (int day = 3; day < 5; day++) {
      LocalDate on = LocalDate.of(2026, 3, day);
      log = log.plus(new TimeLog.Entry(on, Optional.of(Stage.CLEAN), 3900, 20));
    }
    store.save(store.load().with(store.load().sheet(), log));
    picture("c.png");
    Files.writeString(dir.resolve("c.png.carezza.json"), "{");
    window();
    open(first);
  }

  private Path picture(String name) throws IOException {
    Path made =
        PlainPicture.write(dir, dir.resolve("own"), 900, 700, new Pin(224, 210), new Pin(676, 210));
    Files.move(DocumentStore.of(made, dir).file(), dir.resolve(name + ".carezza.json"));
    return Files.move(made, dir.resolve(name));
  }

  private List<String> table() throws Exception {
    return WaitForAsyncUtils.asyncFx(
            () ->
                bench.getScene().lookup("#worked").lookupAll("*").stream()
                    .filter(Labeled.class::isInstance)
                    .map(n -> ((Labeled) n).getText())
                    .toList())
        .get();
  }

  @Test
  public void theLogIsReadAndAnotherPictureOpenedFromIt() throws Exception {
    WaitForAsyncUtils.asyncFx(() -> bench.model().passes().add(Kinds.of("dodge"))).get();
    settle();
    focusPicture();
    robot.push(KeyCode.W);
    until(() -> table().contains("b.png"));
    assertThat(table())
        .contains(Words.of("stage.relief"), WorkWords.time(1), Words.of("worked.passes", 1))
        .contains("2 h 10 min", "40", "c.png.carezza.json: it is damaged near line 1.");
    robot.push(KeyCode.R);
    assertThat(bench.getScene().lookup("#worked").isVisible()).as("one thing at a time").isFalse();
    robot.push(KeyCode.W);
    until(() -> table().contains("b.png"));
    WaitForAsyncUtils.asyncFx(() -> bench.files().save()).get();
    robot.clickOn("b.png");
    until(() -> bench.model().picture().get().name().equals("b.png"));
    settle();
    assertThat(table()).contains(Words.of("stage.clean"), "2 days, 3 Mar 2026 to 4 Mar 2026");
    robot.push(KeyCode.ESCAPE);
    assertThat(bench.getScene().lookup("#worked").isVisible()).isFalse();
  }
}
