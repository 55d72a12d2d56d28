package carezza.io;

import carezza.engine.LastingStore;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import java.util.zip.CRC32C;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/**
 * What was found in pictures, in a folder of the user's cache: a packed file with a checksum each.
 * It takes so many bytes at most; what was not asked for longest is deleted. Everything in the
 * folder may be deleted at any time. Written on a thread of its own; where that does not keep up,
 * or the disk is full, it forgets.
 */
public final class DiskStore implements LastingStore, AutoCloseable {
  private static final int MAGIC = 0x435a4631;
  private static final String ENDING = ".found";

  /** Bytes that may wait for the disk; of a large picture one thing may take some 40 MB. */
  private static final long WAITING = 128L << 20;

  private static final int LOOK_EVERY = 16;

  private final Path folder;
  private final long most;
  private final ThreadPoolExecutor writer =
      new ThreadPoolExecutor(
          1,
          1,
          0,
          TimeUnit.SECONDS,
          new LinkedBlockingQueue<>(),
          r -> {
            Thread t = new Thread(r, "found");
            t.setDaemon(true);
            t.setPriority(Thread.MIN_PRIORITY);
            return t;
          },
          new ThreadPoolExecutor.DiscardPolicy());

  private final AtomicLong waiting = new AtomicLong();

  /** On the writer's thread. */
  private int written;

  /**
   * @param folder made when something is first written
   * @param mostBytes that all files may take together
   */
  public DiskStore(Path folder, long mostBytes) {
    this.folder = folder;
    most = mostBytes;
  }

  private Path file(long key) {
    return folder.resolve(Long.toHexString(key) + ENDING);
  }

  @Override
  public Optional<byte[]> read(long key) {
    Path p = file(key);
    try {
      if (!Files.exists(p)) {
        return Optional.empty();
      }
      ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(p));
      if (b.remaining() < 2 * Integer.BYTES
          || b.getInt() != MAGIC
          || b.getInt() != sum(b.array(), b.position())) {
        Files.deleteIfExists(p);
        return Optional.empty();
      }
      Files.setLastModifiedTime(p, FileTime.from(Instant.now()));
      ByteArrayInputStream packed =
          new ByteArrayInputStream(b.array(), b.position(), b.remaining());
      try (InflaterInputStream in = new InflaterInputStream(packed)) {
        return Optional.of(in.readAllBytes());
      }
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static int sum(byte[] b, int from) {
    CRC32C crc = new CRC32C();
    crc.update(b, from, b.length - from);
    return (int) crc.getValue();
  }

  @Override
  public void write(long key, byte[] found) {
    if (waiting.addAndGet(found.length) > WAITING) {
      waiting.addAndGet(-found.length);
      return;
    }
    writer.execute(
        () -> {
          put(key, found);
          waiting.addAndGet(-found.length);
        });
  }

  private void put(long key, byte[] found) {
    try {
      Files.createDirectories(folder);
      byte[] packed = packed(found);
      ByteBuffer head = ByteBuffer.allocate(2 * Integer.BYTES);
      head.putInt(MAGIC).putInt(sum(packed, 0));
      AtomicFile.write(
          file(key),
          t -> {
            try (OutputStream out = Files.newOutputStream(t)) {
              out.write(head.array());
              out.write(packed);
            }
          });
      if (written++ % LOOK_EVERY == 0) {
        trim();
      }
    } catch (IOException e) {
      return;
    }
  }

  private static byte[] packed(byte[] found) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Deflater fast = new Deflater(Deflater.BEST_SPEED);
    try (DeflaterOutputStream d = new DeflaterOutputStream(out, fast)) {
      d.write(found);
    } finally {
      fast.end();
    }
    return out.toByteArray();
  }

  private record Kept(Path file, long bytes, FileTime asked) {}

  private void trim() throws IOException {
    List<Kept> all = new ArrayList<>();
    try (Stream<Path> s = Files.list(folder)) {
      for (Path p : s.filter(f -> f.toString().endsWith(ENDING)).toList()) {
        all.add(new Kept(p, Files.size(p), Files.getLastModifiedTime(p)));
      }
    }
    all.sort(Comparator.comparing(Kept::asked));
    long sum = all.stream().mapToLong(Kept::bytes).sum();
    for (Kept k : all) {
      if (sum <= most) {
        return;
      }
      Files.deleteIfExists(k.file());
      sum -= k.bytes();
    }
  }

  /** Ends when what waits is written. */
  @Override
  public void close() {
    writer.shutdown();
    try {
      writer.awaitTermination(5, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
