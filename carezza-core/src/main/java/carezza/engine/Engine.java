package carezza.engine;

import carezza.color.ColorEncoding;
import carezza.color.Matrix3;
import carezza.image.Hash;
import carezza.image.PixelReader;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Frame;
import carezza.pass.Lasting;
import carezza.sheet.RunSheet;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/**
 * Evaluates run sheets over one source picture. Thread-safe: any number of threads may read at
 * once, each computing what it needs in its own thread; results do not depend on threads, tiles or
 * order.
 */
public final class Engine {
  /** Scale assumed while no face map says better: the face fills a third of the shorter side. */
  private static final double UNPINNED_FACE_MM = 140;

  /** Side of a tile unless told otherwise. */
  private static final int TILE = 256;

  /** Pixels brought into the working space at once, in arrays that stay in the nearest cache. */
  private static final int MIXED_AT_ONCE = 2048;

  /** Sheets whose fingerprints are remembered: shown, held, measured now and before, unlit. */
  private static final int RECENT = 6;

  private final SourcePicture source;
  private final ColorEncoding encoding;
  private final TileCache cache;
  private final int tile;
  private final long sourceHash;
  private final float[] matrix;
  private final LastingStore lasting;
  private final Deque<SheetFingerprints> recent = new ArrayDeque<>();
  private final ConcurrentHashMap<Long, LongAdder> computed = new ConcurrentHashMap<>();
  private final ConcurrentHashMap<String, Boolean> threads = new ConcurrentHashMap<>();

  public Engine(SourcePicture source, ColorEncoding encoding, TileCache cache) {
    this(source, encoding, cache, TILE, LastingStore.NONE);
  }

  /**
   * @param cache may be shared by any number of pictures
   * @param lasting where what is found outlasts the sitting
   */
  public Engine(
      SourcePicture source, ColorEncoding encoding, TileCache cache, LastingStore lasting) {
    this(source, encoding, cache, TILE, lasting);
  }

  /**
   * @param tile side of a tile in pixels, a power of two of 16 or more
   */
  public Engine(SourcePicture source, ColorEncoding encoding, TileCache cache, int tile) {
    this(source, encoding, cache, tile, LastingStore.NONE);
  }

  private Engine(
      SourcePicture source,
      ColorEncoding encoding,
      TileCache cache,
      int tile,
      LastingStore lasting) {
    if (tile < 16 || Integer.bitCount(tile) != 1) {
      throw new IllegalArgumentException("tile = " + tile + ", must be a power of two from 16");
    }
    this.source = source;
    this.encoding = encoding;
    this.cache = cache;
    this.tile = tile;
    this.lasting = lasting;
    matrix = encoding.toWorking().floats();
    sourceHash = hash();
  }

  /** Of codes and of how they stand for light: pictures of both alike share what is kept. */
  private long hash() {
    Hash h = new Hash().add(source.contentHash());
    for (float m : matrix) {
      h.add(m);
    }
    for (int c = 0; c < 3; c++) {
      h.add(Arrays.hashCode(encoding.table(c, source.depth())));
    }
    return h.get();
  }

  /** What was found under a key in an earlier sitting, else what is found now, which is kept. */
  <T> T kept(long key, Lasting<T> form, Supplier<T> find) {
    long known = new Hash().add(key).add(form.version()).get();
    Optional<T> there = lasting.read(known).flatMap(form::fromBytes);
    return there.orElseGet(
        () -> {
          T found = find.get();
          form.toBytes(found).ifPresent(b -> lasting.write(known, b));
          return found;
        });
  }

  public SourcePicture source() {
    return source;
  }

  public ColorEncoding encoding() {
    return encoding;
  }

  /** Pixels computed by passes since the start. */
  public long pixelsComputed() {
    return computed.values().stream().mapToLong(LongAdder::sum).sum();
  }

  /** Pixels computed since the start by each pass, by its id. */
  public Map<Long, Long> pixelsByPass() {
    Map<Long, Long> out = new TreeMap<>();
    computed.forEach((id, n) -> out.put(id, n.sum()));
    return out;
  }

  /** Masks, patches, fields and the like found since the start. */
  public long analysesComputed() {
    return cache.analysesComputed();
  }

  /** The picture's frame under a run sheet. */
  public Frame frame(RunSheet sheet) {
    Rect b = source.bounds();
    double guess = Math.min(b.w(), b.h()) / 3.0 / UNPINNED_FACE_MM;
    return new Frame(b, sheet.faceMap().map(f -> f.pxPerMm()).orElse(Math.max(guess, 0.05)));
  }

  /** The source without any pass. */
  public PixelReader original() {
    return view(RunSheet.EMPTY, () -> false);
  }

  /** The picture as a sheet makes it. */
  public SheetView view(RunSheet sheet, BooleanSupplier cancelled) {
    return new SheetView(new TileMaker(this, fingerprints(sheet), cancelled, -1, true));
  }

  /**
   * The picture as a sheet makes it with analyses held as they are in another, for what is dragged
   * or drawn: nothing is found anew, patches are carried along with the light below.
   */
  public SheetView view(RunSheet sheet, RunSheet held, BooleanSupplier cancelled) {
    SheetFingerprints known = fingerprints(sheet, fingerprints(held));
    return new SheetView(new TileMaker(this, known, cancelled, -1, true));
  }

  /** What is known of a sheet, with what is known of those asked for before. */
  synchronized SheetFingerprints fingerprints(RunSheet sheet) {
    for (SheetFingerprints p : recent) {
      if (p.sheet() == sheet) {
        return p;
      }
    }
    SheetFingerprints out = new SheetFingerprints(this, sheet, null, List.copyOf(recent));
    recent.addFirst(out);
    if (recent.size() > RECENT) {
      recent.removeLast();
    }
    return out;
  }

  /** The same with the analyses of another sheet held. */
  synchronized SheetFingerprints fingerprints(RunSheet sheet, SheetFingerprints held) {
    return new SheetFingerprints(this, sheet, held, List.copyOf(recent));
  }

  TileCache cache() {
    return cache;
  }

  int tile() {
    return tile;
  }

  /** The tiles that a rectangle is read by; reading along them computes nothing twice. */
  List<Rect> tiles(int level, Rect rect) {
    List<Rect> out = new ArrayList<>();
    int side = tile;
    Rect all = source.bounds(level);
    for (int y = Math.floorDiv(rect.y(), side) * side; y < rect.bottom(); y += side) {
      for (int x = Math.floorDiv(rect.x(), side) * side; x < rect.right(); x += side) {
        Rect t = new Rect(x, y, side, side).intersect(all);
        if (!t.isEmpty()) {
          out.add(t);
        }
      }
    }
    return out;
  }

  /** Stands for the picture's codes and their light; equal pictures have equal numbers. */
  public long sourceHash() {
    return sourceHash;
  }

  /** Names of the threads that have computed pixels. */
  public Set<String> threads() {
    return new TreeSet<>(threads.keySet());
  }

  /** Lets go of everything that can be computed again, as when the memory is full. */
  public void forget() {
    cache.clear();
    synchronized (this) {
      recent.clear();
    }
  }

  /** Bytes held by the cache now. */
  public long heldBytes() {
    return cache.heldBytes();
  }

  void count(long passId, int pixels) {
    threads.putIfAbsent(Thread.currentThread().getName(), true);
    computed.computeIfAbsent(passId, k -> new LongAdder()).add(pixels);
  }

  /** Source light of a tile: decoded at level 0, the mean of 2 x 2 pixels above. */
  RgbBlock sourceTile(int level, Rect t) {
    threads.putIfAbsent(Thread.currentThread().getName(), true);
    if (level == 0) {
      return decode(t);
    }
    long key = new Hash().add(sourceHash).add(level).add(t).add("source").get();
    RgbBlock hit = cache.get(key);
    if (hit != null) {
      return hit;
    }
    Rect fine =
        new Rect(2 * t.x(), 2 * t.y(), 2 * t.w(), 2 * t.h()).intersect(source.bounds(level - 1));
    RgbBlock below = new RgbBlock(level - 1, fine);
    for (int y = fine.y(); y < fine.bottom(); y = (Math.floorDiv(y, tile) + 1) * tile) {
      for (int x = fine.x(); x < fine.right(); x = (Math.floorDiv(x, tile) + 1) * tile) {
        Rect part =
            new Rect(Math.floorDiv(x, tile) * tile, Math.floorDiv(y, tile) * tile, tile, tile)
                .intersect(source.bounds(level - 1));
        below.paste(sourceTile(level - 1, part));
      }
    }
    RgbBlock out =
        new RgbBlock(
            level,
            t,
            below.plane(0).halved().data(),
            below.plane(1).halved().data(),
            below.plane(2).halved().data());
    cache.put(key, out);
    return out;
  }

  private RgbBlock decode(Rect t) {
    RgbBlock b = new RgbBlock(0, t);
    for (int c = 0; c < 3; c++) {
      source.lookUp(c, t, encoding.table(c, source.depth()), b.channel(c));
    }
    float[][] part = new float[3][MIXED_AT_ONCE];
    float[][] out = new float[3][MIXED_AT_ONCE];
    for (int at = 0; at < b.size(); at += MIXED_AT_ONCE) {
      int n = Math.min(MIXED_AT_ONCE, b.size() - at);
      for (int c = 0; c < 3; c++) {
        System.arraycopy(b.channel(c), at, part[c], 0, n);
      }
      for (int c = 0; c < 3; c++) {
        Matrix3.mix(matrix, c, part[0], part[1], part[2], out[c]);
        System.arraycopy(out[c], 0, b.channel(c), at, n);
      }
    }
    return b;
  }
}
