package carezza.app;

import carezza.engine.Engine;
import carezza.engine.LastingStore;
import carezza.engine.TileCache;
import carezza.image.SourcePicture;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.io.format.UnreadableFileException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleConsumer;

/**
 * Pictures that were looked at lately or are likely to be looked at next, decoded, each with its
 * engine over the one cache of the process. What was not asked for longest goes when they take too
 * much room together; so does one whose file has changed. Thread-safe.
 */
final class PictureShelf {
  /** Percent of the heap that all of them may take, and that they may with the cache. */
  private static final int SHARE = 20;

  private static final int WITH_CACHE = 75;

  /** A picture whose file has been read. */
  record Ready(PictureFile file, Engine engine, FileTime changed, long size) {
    private long bytes() {
      return PictureShelf.bytes(file);
    }

    private boolean isCurrent() throws IOException {
      Path p = file.path();
      return Files.exists(p)
          && Files.size(p) == size
          && Files.getLastModifiedTime(p).equals(changed);
    }
  }

  private final Map<Path, Ready> ready = new LinkedHashMap<>(16, 0.75f, true);
  private final TileCache cache;
  private final LastingStore lasting;
  private final long budget;
  private long held;

  /**
   * @param cache of all pictures together
   * @param lasting where what is found in them outlasts the sitting
   * @param budgetBytes that they may take
   */
  PictureShelf(TileCache cache, LastingStore lasting, long budgetBytes) {
    this.cache = cache;
    this.lasting = lasting;
    budget = budgetBytes;
  }

  /** A shelf of a share of the heap that leaves enough beside the cache. */
  static PictureShelf ofHeapShare(TileCache cache, LastingStore lasting) {
    long percent = Runtime.getRuntime().maxMemory() / 100;
    long rest = Math.max(0, percent * WITH_CACHE - cache.budgetBytes());
    return new PictureShelf(cache, lasting, Math.min(percent * SHARE, rest));
  }

  /** Whether a picture is there, so that reading it costs nothing. */
  boolean has(Path picture) throws IOException {
    return find(picture).isPresent();
  }

  /**
   * The picture of a file, read unless it is there already.
   *
   * @param progress told shares of 0..1; may throw to stop
   */
  Ready read(Path picture, DoubleConsumer progress) throws IOException {
    Optional<Ready> there = find(picture);
    if (there.isPresent()) {
      return there.get();
    }
    FileTime changed = Files.exists(picture) ? Files.getLastModifiedTime(picture) : null;
    long size = changed == null ? 0 : Files.size(picture);
    PictureFile file = decoded(picture, progress);
    Engine engine = new Engine(file.picture(), file.encoding(), cache, lasting);
    Ready now = new Ready(file, engine, changed, size);
    put(picture, now);
    return now;
  }

  /** What is kept of other pictures gives way where there is not memory enough for this one. */
  private PictureFile decoded(Path picture, DoubleConsumer progress) throws IOException {
    try {
      return PictureReader.read(picture, progress);
    } catch (UnreadableFileException e) {
      if (!(e.getCause() instanceof OutOfMemoryError)) {
        throw e;
      }
      clear();
      cache.clear();
      return PictureReader.read(picture, progress);
    }
  }

  private synchronized Optional<Ready> find(Path picture) throws IOException {
    Ready r = ready.get(picture);
    if (r != null && !r.isCurrent()) {
      drop(picture);
      r = null;
    }
    return Optional.ofNullable(r);
  }

  private synchronized void put(Path picture, Ready r) {
    drop(picture);
    ready.put(picture, r);
    held += r.bytes();
    Iterator<Map.Entry<Path, Ready>> oldest = ready.entrySet().iterator();
    while (held > budget && oldest.hasNext()) {
      held -= oldest.next().getValue().bytes();
      oldest.remove();
    }
  }

  private void drop(Path picture) {
    Ready r = ready.remove(picture);
    held -= r == null ? 0 : r.bytes();
  }

  /** Whether there is room for so many pictures as large as one. */
  boolean holds(int count, PictureFile picture) {
    return count * bytes(picture) <= budget;
  }

  private static long bytes(PictureFile file) {
    SourcePicture p = file.picture();
    return (long) p.width() * p.height() * p.channels() * (p.depth() / 8);
  }

  /** Lets go of all of them, as when the memory is full; what is on the bench stays there. */
  synchronized void clear() {
    ready.clear();
    held = 0;
  }

  /** Lets go of them and of all that was computed. */
  void close() {
    clear();
    cache.clear();
  }
}
