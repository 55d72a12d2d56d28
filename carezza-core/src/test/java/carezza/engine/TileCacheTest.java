package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.testng.annotations.Test;

public class TileCacheTest {
  @Test
  public void whatIsOverTheBudgetIsDropped() {
    TileCache c = new TileCache(1 << 20);
    for (long k = 0; k < 200; k++) {
      c.put(k, new RgbBlock(0, new Rect(0, 0, 64, 64)));
    }
    int held = 0;
    for (long k = 0; k < 200; k++) {
      held += c.get(k) == null ? 0 : 1;
    }
    assertThat(held).isBetween(1, 22);
    assertThatThrownBy(() -> new TileCache(100)).hasMessageContaining("budgetBytes = 100");
  }

  @Test
  public void anAnalysisAskedForTwiceAtOnceIsMadeOnce() throws Exception {
    TileCache c = new TileCache(1 << 20);
    AtomicInteger made = new AtomicInteger();
    CountDownLatch begun = new CountDownLatch(1);
    CountDownLatch go = new CountDownLatch(1);
    var pool = Executors.newFixedThreadPool(2);
    try {
      Callable<String> ask =
          () ->
              c.analysis(
                  7,
                  10,
                  () -> {
                    made.incrementAndGet();
                    begun.countDown();
                    try {
                      go.await();
                    } catch (InterruptedException e) {
                      throw new IllegalStateException(e);
                    }
                    return "found";
                  });
      var a = pool.submit(ask);
      begun.await();
      var b = pool.submit(ask);
      go.countDown();
      assertThat(List.of(a.get(), b.get())).containsOnly("found");
      assertThat(made.get()).isEqualTo(1);
    } finally {
      pool.shutdownNow();
    }
  }

  @Test
  public void whatASlotHeldBeforeGoes() {
    TileCache c = new TileCache(1 << 20);
    assertThat(c.<String>newest(1, 70, 400_000, () -> "first")).isEqualTo("first");
    long one = c.heldBytes();
    assertThat(c.<String>newest(1, 70, 400_000, () -> "again")).isEqualTo("first");
    assertThat(c.<String>newest(2, 71, 400_000, () -> "elsewhere")).isEqualTo("elsewhere");
    assertThat(c.heldBytes()).isEqualTo(2 * one);
    assertThat(c.<String>newest(1, 72, 400_000, () -> "second")).isEqualTo("second");
    assertThat(c.heldBytes()).isEqualTo(2 * one);
    assertThat(c.<String>peek(70)).isNull();
    assertThat(c.<String>peek(71)).isEqualTo("elsewhere");
    assertThat(c.<String>peek(72)).isEqualTo("second");
  }

  @Test
  public void smallAnalysesOutlastLargeOnes() {
    TileCache c = new TileCache(1 << 20);
    for (long k = 0; k < 20; k++) {
      c.analysis(k, 2_000, () -> "small");
    }
    for (long k = 100; k < 150; k++) {
      c.analysis(k, 100_000, () -> "large");
      c.put(k, new RgbBlock(0, new Rect(0, 0, 64, 64)));
    }
    for (long k = 0; k < 20; k++) {
      assertThat(c.<String>peek(k)).as("small %d", k).isEqualTo("small");
    }
    for (long k = 1000; k < 3000; k++) {
      c.analysis(k, 2_000, () -> "small");
    }
    assertThat(c.heldBytes()).isLessThanOrEqualTo(1 << 20);
    assertThat(c.<String>peek(0)).as("they have a share of their own").isNull();
    assertThat(c.<String>peek(149)).isEqualTo("large");
  }

  @Test
  public void aFailedAnalysisIsTriedAgain() {
    TileCache c = new TileCache(1 << 20);
    assertThatThrownBy(
            () ->
                c.analysis(
                    1,
                    1,
                    () -> {
                      throw new IllegalStateException("no");
                    }))
        .hasMessage("no");
    assertThat(c.<Integer>analysis(1, 1, () -> 5)).isEqualTo(5);
  }

  @Test
  public void whatWasUsedLastStaysLongest() {
    TileCache c = new TileCache(1 << 20);
    for (long k = 0; k < 15; k++) {
      c.put(k, new RgbBlock(0, new Rect(0, 0, 64, 64)));
    }
    c.get(0);
    for (long k = 15; k < 30; k++) {
      c.put(k, new RgbBlock(0, new Rect(0, 0, 64, 64)));
      c.get(0);
    }
    assertThat(c.get(0)).isNotNull();
    assertThat(c.get(1)).isNull();
    assertThat(c.get(29)).isNotNull();
    assertThat(c.heldBytes()).isLessThanOrEqualTo(1 << 20);
  }

  @Test
  public void aTileBegunElsewhereIsNotWaitedForUnlessAsked() throws Exception {
    TileCache c = new TileCache(1 << 20);
    CountDownLatch begun = new CountDownLatch(1);
    CountDownLatch go = new CountDownLatch(1);
    RgbBlock made = new RgbBlock(0, new Rect(0, 0, 4, 4));
    var pool = Executors.newSingleThreadExecutor();
    try {
      var first =
          pool.submit(
              () ->
                  c.tile(
                      5,
                      true,
                      () -> {
                        begun.countDown();
                        try {
                          go.await();
                        } catch (InterruptedException e) {
                          throw new IllegalStateException(e);
                        }
                        return made;
                      }));
      begun.await();
      assertThat(c.tile(5, false, () -> new RgbBlock(0, new Rect(0, 0, 1, 1)))).isNull();
      go.countDown();
      assertThat(first.get()).isSameAs(made);
    } finally {
      pool.shutdownNow();
    }
  }
}
