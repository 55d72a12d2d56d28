package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.app.kit.DeskTones;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.geometry.Rectangle2D;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** The window is as it was; what cannot be read is as if it had never been kept. */
public class HabitsTest {
  private Path dir;

  @BeforeMethod
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-habits").resolve("own");
  }

  @Test
  public void whatIsKeptComesBack() {
    Habits h = new Habits(dir);
    assertThat(h.desk()).isEqualTo(DeskTones.USUAL);
    assertThat(h.isLargest()).as("at first").isTrue();
    assertThat(h.window()).isEmpty();
    assertThat(h.number("dpi")).isEmpty();
    h.setDesk(31.5);
    h.setWindow(new Rectangle2D(10, 20, 1300, 900), false);
    h.setNumber("dpi", 109);
    h.keep();
    Habits again = new Habits(dir);
    assertThat(again.desk()).isEqualTo(31.5);
    assertThat(again.isLargest()).isFalse();
    assertThat(again.window()).contains(new Rectangle2D(10, 20, 1300, 900));
    assertThat(again.number("dpi")).contains(109.0);
  }

  @Test
  public void damagedHabitsAreNone() throws IOException {
    Files.createDirectories(dir);
    for (String text :
        new String[] {
          "desk = bright\nwindow = 1 2 three 4\ndpi = NaN", "\\u00zz", "window = 1 2 -3 4", ""
        }) {
      Files.writeString(dir.resolve("habits.properties"), text);
      Habits h = new Habits(dir);
      assertThat(h.desk()).isEqualTo(DeskTones.USUAL);
      assertThat(h.window()).isEmpty();
      assertThat(h.number("dpi")).isEmpty();
    }
  }

  @Test
  public void aFolderThatCannotBeMadeDisturbsNothing() throws IOException {
    Path file = Files.createTempFile("carezza", ".habits");
    Habits h = new Habits(file.resolve("under"));
    h.setDesk(60);
    h.keep();
    assertThat(h.desk()).isEqualTo(60);
  }
}
