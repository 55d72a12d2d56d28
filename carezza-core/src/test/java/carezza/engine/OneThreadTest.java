package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.testng.annotations.Test;

public class OneThreadTest {
  private static Set<Thread> threads() {
    return IntStream.range(0, 10_000)
        .parallel()
        .mapToObj(i -> Thread.currentThread())
        .collect(Collectors.toSet());
  }

  @Test
  public void parallelStreamsKeepToIt() {
    assertThat(OneThread.get(OneThreadTest::threads))
        .hasSize(1)
        .doesNotContain(Thread.currentThread());
  }

  @Test
  public void whatIsNoLongerWantedSaysSo() {
    assertThatThrownBy(
            () ->
                OneThread.get(
                    () -> {
                      throw new CancellationException("no longer wanted");
                    }))
        .isInstanceOf(CancellationException.class);
  }
}
