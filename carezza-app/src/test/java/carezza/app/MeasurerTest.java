package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.face.Pin;
import carezza.sheet.Kinds;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Readings come after the screen and give way to it. */
public class MeasurerTest {
  /** One thread in place of the interface's. */
  private final ExecutorService thread = Executors.newSingleThreadExecutor(Painter.daemon("shown"));

  private BenchModel model;
  private Measurer measurer;
  private volatile BooleanSupplier drawn = () -> true;

  @BeforeMethod
  public void open() throws Exception {
    drawn = () -> true;
    Path dir = Files.createTempDirectory("carezza-measurer");
    Path picture = PlainPicture.write(dir, dir, 500, 400, new Pin(124, 150), new Pin(376, 150));
    model = new BenchModel(KnownFaces.NONE, Runnable::run, Runnable::run, Runnable::run);
    measurer = new Measurer(model, () -> drawn.getAsBoolean(), thread, new KnownReadings());
    on(() -> model.show(openPicture(picture, dir)));
  }

  @AfterMethod(alwaysRun = true)
  public void close() {
    measurer.close();
  }

  private static OpenPicture openPicture(Path picture, Path own) {
    try {
      return PlainPicture.open(picture, own);
    } catch (Exception e) {
      throw new IllegalStateException(e);
    }
  }

  private void on(Runnable what) throws Exception {
    thread.submit(what).get();
  }

  private static void until(BooleanSupplier what) throws Exception {
    WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, () -> what.getAsBoolean());
  }

  @Test
  public void theyWaitUntilTheScreenIsDrawn() throws Exception {
    until(() -> measurer.isIdle());
    AtomicInteger asked = new AtomicInteger();
    drawn = () -> asked.incrementAndGet() > 5;
    on(() -> model.readings().set(List.of()));
    on(() -> model.passes().add(Kinds.of("neutral")));
    until(() -> asked.get() > 2 || measurer.isIdle());
    until(() -> measurer.isIdle());
    assertThat(asked.get()).as("asked until it was drawn").isGreaterThan(5);
    on(() -> assertThat(model.readings().get()).isNotEmpty());
  }

  @Test
  public void brokenOffForTheScreenTheyAreBegunAgain() throws Exception {
    until(() -> measurer.isIdle());
    AtomicInteger asked = new AtomicInteger();
    drawn = () -> asked.incrementAndGet() % 40 != 7;
    on(() -> model.readings().set(List.of()));
    on(() -> model.commit(model.sheet().get().withRegion("skin", Area.WHOLE)));
    until(() -> measurer.isIdle() && !model.readings().get().isEmpty());
    assertThat(asked.get()).as("broken off at least once").isGreaterThan(7);
  }

  @Test
  public void onlyTheNewestStepIsShown() throws Exception {
    until(() -> measurer.isIdle());
    drawn = () -> false;
    for (int i = 0; i < 5; i++) {
      on(() -> model.passes().add(Kinds.of("neutral")));
    }
    drawn = () -> true;
    AtomicInteger shown = new AtomicInteger();
    on(() -> model.readings().addListener((o, a, b) -> shown.incrementAndGet()));
    until(() -> measurer.isIdle());
    on(() -> assertThat(shown.get()).as("once of the skin, once of all").isEqualTo(2));
  }
}
