package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.io.IccProfile;
import carezza.screen.ScreenEncoding;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** The profile of the screen: taken, kept, given up, and what cannot be one. */
public class ScreenProfileTest {
  private static final double[] WIDE = {0.68, 0.32, 0.265, 0.69, 0.15, 0.06};

  private Path dir;
  private BenchModel model;

  @BeforeMethod
  public void begin() throws IOException {
    dir = Files.createTempDirectory("carezza-screen");
    model = model();
  }

  private static BenchModel model() {
    return new BenchModel(KnownFaces.NONE, Runnable::run, Runnable::run, Runnable::run);
  }

  private Path profile() throws IOException {
    return Files.write(dir.resolve("own.icc"), IccProfile.ofGamma("Foyer 2", WIDE, 2.2));
  }

  @Test
  public void oneIsTakenKeptAndGivenUp() throws IOException {
    Habits habits = new Habits(dir);
    ScreenProfile screen = new ScreenProfile(model, habits, () -> null);
    assertThat(model.looking().screen().get()).isSameAs(ScreenEncoding.SRGB);
    screen.take(profile());
    assertThat(model.looking().screen().get().name()).isEqualTo("Foyer 2");
    assertThat(model.message().get()).contains("Foyer 2");
    habits.keep();
    BenchModel later = model();
    ScreenProfile again = new ScreenProfile(later, new Habits(dir), () -> null);
    assertThat(later.looking().screen().get().name()).isEqualTo("Foyer 2");
    again.forget();
    assertThat(later.looking().screen().get()).isSameAs(ScreenEncoding.SRGB);
  }

  @Test
  public void whatIsNoneIsSaidAndChangesNothing() throws IOException {
    ScreenProfile screen = new ScreenProfile(model, new Habits(dir), () -> null);
    screen.take(profile());
    ScreenEncoding was = model.looking().screen().get();
    screen.take(Files.writeString(dir.resolve("words.icc"), "not a profile"));
    assertThat(model.message().get()).contains("words.icc").contains("shorter than its header");
    screen.take(dir.resolve("gone.icc"));
    assertThat(model.message().get()).contains("gone.icc").contains("not there");
    assertThat(model.looking().screen().get()).isSameAs(was);
  }
}
