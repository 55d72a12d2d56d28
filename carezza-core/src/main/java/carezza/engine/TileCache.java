package carezza.engine;

import carezza.image.RgbBlock;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.Supplier;

/**
 * Tiles and analyses by fingerprint under one budget of bytes; what is dropped is computed again.
 * Thread-safe.
 */
public final class TileCache {
  private record Entry(Object value, int kib) {}

  private final Cache<Long, Entry> entries;
  private final ConcurrentHashMap<Long, CompletableFuture<Object>> running =
      new ConcurrentHashMap<>();
  private final LongAdder analyses = new LongAdder();

  /**
   * @param budgetBytes most that is held, 1 MB or more
   */
  public TileCache(long budgetBytes) {
    if (budgetBytes < 1 << 20) {
      throw new IllegalArgumentException("budgetBytes = " + budgetBytes + ", must be 1 MB or more");
    }
    entries =
        Caffeine.newBuilder()
            .maximumWeight(budgetBytes / 1024)
            .weigher((Long k, Entry e) -> e.kib())
            .executor(Runnable::run)
            .build();
  }

  /** A cache of a third of the heap. */
  public static TileCache ofHeapShare() {
    return new TileCache(Math.max(1 << 20, Runtime.getRuntime().maxMemory() / 3));
  }

  RgbBlock get(long key) {
    Entry e = entries.getIfPresent(key);
    return e == null ? null : (RgbBlock) e.value();
  }

  void put(long key, RgbBlock block) {
    entries.put(key, new Entry(block, 1 + block.size() * 12 / 1024));
  }

  /** Analyses computed since the start. */
  long analysesComputed() {
    return analyses.sum();
  }

  /** An analysis if it is there, else null. */
  @SuppressWarnings("unchecked")
  <T> T peek(long key) {
    Entry e = entries.getIfPresent(key);
    return e == null ? null : (T) e.value();
  }

  /**
   * An analysis, computed in the calling thread; a second thread that wants the same one meanwhile
   * waits for it. Since an analysis only ever asks for what lies below it, waits cannot form a
   * ring.
   */
  @SuppressWarnings("unchecked")
  <T> T analysis(long key, long bytes, Supplier<T> compute) {
    Entry e = entries.getIfPresent(key);
    if (e != null) {
      return (T) e.value();
    }
    CompletableFuture<Object> mine = new CompletableFuture<>();
    CompletableFuture<Object> other = running.putIfAbsent(key, mine);
    if (other != null) {
      try {
        return (T) other.join();
      } catch (CompletionException | java.util.concurrent.CancellationException failed) {
        // The thread that had begun it was cancelled or failed: compute it here.
        return compute.get();
      }
    }
    try {
      T value = compute.get();
      analyses.increment();
      entries.put(key, new Entry(value, (int) Math.min(1 << 20, 1 + bytes / 1024)));
      mine.complete(value);
      return value;
    } catch (RuntimeException | Error failed) {
      mine.completeExceptionally(failed);
      throw failed;
    } finally {
      running.remove(key);
    }
  }
}
