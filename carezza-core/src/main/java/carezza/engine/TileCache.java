package carezza.engine;

import carezza.image.RgbBlock;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.Supplier;

/**
 * Tiles and analyses by fingerprint under one budget of bytes; what was not used for longest is
 * dropped and computed again when wanted: tiles first while they take more than their share, then
 * large analyses; small ones (a heal's patch) are as dear and take hardly any room. Thread-safe.
 */
public final class TileCache {
  // Strictly the least recently used goes. A policy that weighs how often an entry was used turns
  // new tiles away in favour of those of the last picture, and everything that overlaps them is
  // computed again and again.
  private record Entry(Object value, long bytes) {}

  private static final long OVERHEAD = 100;

  /** Percent of the budget that tiles may keep when analyses want room too. */
  private static final int TILES_SHARE = 60;

  /** Percent that small analyses may keep, and up to which size they are small. */
  private static final int SMALL_SHARE = 10;

  private static final long SMALL = 1 << 16;

  /** Entries of one kind, that used last at the end. Every access under the lock of the cache. */
  private static final class Kind {
    final LinkedHashMap<Long, Entry> entries = new LinkedHashMap<>(1024, 0.75f, true);
    long held;

    void put(long key, Entry e) {
      Entry old = entries.put(key, e);
      held += e.bytes() - (old == null ? 0 : old.bytes());
    }

    void clear() {
      entries.clear();
      held = 0;
    }

    void drop(long key) {
      Entry old = entries.remove(key);
      held -= old == null ? 0 : old.bytes();
    }

    void dropOldest() {
      Iterator<Entry> oldest = entries.values().iterator();
      held -= oldest.next().bytes();
      oldest.remove();
    }
  }

  private final long budget;
  private final Kind tiles = new Kind();
  private final Kind analysed = new Kind();
  private final Kind small = new Kind();
  private final Map<Long, Long> slots = new HashMap<>();
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
    budget = budgetBytes;
  }

  /** The system property that sets the share of the heap in percent, 5 to 80. */
  public static final String SHARE = "carezza.cache";

  /** A cache of a third of the heap, or of the share that {@link #SHARE} asks for. */
  public static TileCache ofHeapShare() {
    int percent = Math.max(5, Math.min(80, Integer.getInteger(SHARE, 33)));
    return new TileCache(Math.max(1 << 20, Runtime.getRuntime().maxMemory() / 100 * percent));
  }

  /** Most bytes that are held. */
  public long budgetBytes() {
    return budget;
  }

  /** Lets go of everything; it is computed again when it is asked for. */
  public void clear() {
    synchronized (tiles) {
      tiles.clear();
      analysed.clear();
      small.clear();
      slots.clear();
    }
  }

  /** Bytes held now. */
  public long heldBytes() {
    synchronized (tiles) {
      return held();
    }
  }

  private long held() {
    return tiles.held + analysed.held + small.held;
  }

  private Object find(Kind kind, long key) {
    synchronized (tiles) {
      Entry e = kind.entries.get(key);
      return e == null ? null : e.value();
    }
  }

  private void store(Kind kind, long key, Object value, long bytes) {
    synchronized (tiles) {
      kind.put(key, new Entry(value, bytes + OVERHEAD));
      while (held() > budget) {
        dropFrom().dropOldest();
      }
    }
  }

  private Kind dropFrom() {
    boolean none = analysed.held == 0;
    if (small.held > budget / 100 * SMALL_SHARE || none && tiles.held == 0) {
      return small;
    }
    return tiles.held > budget / 100 * TILES_SHARE || none ? tiles : analysed;
  }

  /** Where analyses of a size are kept. */
  private Kind kind(long bytes) {
    return bytes > SMALL ? analysed : small;
  }

  RgbBlock get(long key) {
    return (RgbBlock) find(tiles, key);
  }

  void put(long key, RgbBlock block) {
    store(tiles, key, block, 12L * block.size());
  }

  /** Analyses computed since the start. */
  long analysesComputed() {
    return analyses.sum();
  }

  /** An analysis if it is there, else null. */
  @SuppressWarnings("unchecked")
  <T> T peek(long key) {
    Object there = find(small, key);
    return (T) (there == null ? find(analysed, key) : there);
  }

  /**
   * A tile, computed in the calling thread unless another has begun it.
   *
   * @param wait whether to wait for the other thread; if not, null says that it is being made
   */
  RgbBlock tile(long key, boolean wait, Supplier<RgbBlock> compute) {
    return (RgbBlock) once(tiles, key, wait, compute);
  }

  /**
   * An analysis, computed in the calling thread; a second thread that wants the same one meanwhile
   * waits for it.
   */
  @SuppressWarnings("unchecked")
  <T> T analysis(long key, long bytes, Supplier<T> compute) {
    return (T)
        once(
            kind(bytes),
            key,
            true,
            () -> {
              T value = compute.get();
              analyses.increment();
              store(kind(bytes), key, value, bytes);
              return value;
            });
  }

  /**
   * As {@link #analysis}, for what is of no use once it was found anew for the same place: what a
   * slot held before is dropped, so that it crowds nothing out.
   */
  <T> T newest(long slot, long key, long bytes, Supplier<T> compute) {
    T value = analysis(key, bytes, compute);
    synchronized (tiles) {
      Long old = slots.put(slot, key);
      if (old != null && old != key) {
        kind(bytes).drop(old);
      }
    }
    return value;
  }

  // What is computed only ever asks for what lies below it in the sheet, so waits cannot form a
  // ring.
  private Object once(Kind kind, long key, boolean wait, Supplier<?> compute) {
    Object there = find(kind, key);
    if (there != null) {
      return there;
    }
    CompletableFuture<Object> mine = new CompletableFuture<>();
    CompletableFuture<Object> other = running.putIfAbsent(key, mine);
    if (other != null) {
      if (!wait) {
        return null;
      }
      try {
        return other.join();
      } catch (CompletionException | CancellationException failed) {
        // The thread that had begun it was cancelled or failed: compute it here.
        return compute.get();
      }
    }
    try {
      Object value = compute.get();
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
