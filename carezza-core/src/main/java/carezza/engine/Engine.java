package carezza.engine;

import carezza.area.Area;
import carezza.area.AreaMask;
import carezza.area.Grower;
import carezza.area.Growth;
import carezza.area.Matte;
import carezza.color.ColorEncoding;
import carezza.image.Hash;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.Run;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicLong;
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

  private final SourcePicture source;
  private final ColorEncoding encoding;
  private final TileCache cache;
  private final int tile;
  private final long sourceHash;
  private final float[] matrix;
  private final AtomicLong computed = new AtomicLong();

  public Engine(SourcePicture source, ColorEncoding encoding, TileCache cache) {
    this(source, encoding, cache, 256);
  }

  /**
   * @param tile side of a tile in pixels, a power of two of 16 or more
   */
  public Engine(SourcePicture source, ColorEncoding encoding, TileCache cache, int tile) {
    if (tile < 16 || Integer.bitCount(tile) != 1) {
      throw new IllegalArgumentException("tile = " + tile + ", must be a power of two from 16");
    }
    this.source = source;
    this.encoding = encoding;
    this.cache = cache;
    this.tile = tile;
    sourceHash = source.contentHash();
    matrix = encoding.toWorking().floats();
  }

  public SourcePicture source() {
    return source;
  }

  public ColorEncoding encoding() {
    return encoding;
  }

  /** Pixels computed by passes since the start. */
  public long pixelsComputed() {
    return computed.get();
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
    return new SheetView(sheet, cancelled);
  }

  /** A run sheet over the source, to be read at any level. */
  public final class SheetView implements PixelReader {
    private final RunSheet sheet;
    private final Frame frame;
    private final List<Pass> active;
    private final BooleanSupplier cancelled;
    private final Masks masks = new Masks();

    SheetView(RunSheet sheet, BooleanSupplier cancelled) {
      this.sheet = sheet;
      this.cancelled = cancelled;
      frame = Engine.this.frame(sheet);
      active =
          sheet.passes().stream()
              .filter(p -> p.on() && p.strength() > 0 && !p.kind().isNeutral(p))
              .filter(p -> !p.kind().usesArea() || !isEmpty(p.area()))
              .toList();
    }

    private boolean isEmpty(Area a) {
      return a.base() == Area.Base.REGION
          ? !a.inverted()
              && isEmpty(sheet.region(a.region()))
              && a.grown().isEmpty()
              && a.strokes().isEmpty()
          : a.isEmpty();
    }

    public RunSheet sheet() {
      return sheet;
    }

    public Frame frame() {
      return frame;
    }

    @Override
    public Rect bounds(int level) {
      return source.bounds(level);
    }

    @Override
    public RgbBlock read(int level, Rect rect) {
      return read(active.size(), level, rect);
    }

    /** A weight mask over a rectangle, all 1 included. */
    public Plane mask(Area area, int level, Rect rect) {
      float[] m = AreaMask.of(area, masks, level, rect);
      return m == null ? Plane.filled(rect, 1) : new Plane(rect, m);
    }

    public Rect areaBounds(Area area) {
      return boundsOf(area);
    }

    /** Fingerprint of everything that can matter inside a rectangle of source pixels. */
    public long fingerprint(Rect rect) {
      return fingerprint(active.size(), rect, new HashMap<>());
    }

    /** A run for one pass of this sheet, over the picture below it; it may be muted. */
    public Run runFor(Pass pass) {
      int i = sheet.indexOf(pass.id());
      int below =
          (int) sheet.passes().subList(0, Math.max(0, i)).stream().filter(active::contains).count();
      return new PassRun(pass, below, new HashMap<>());
    }

    private RgbBlock read(int depth, int level, Rect rect) {
      if (!bounds(level).contains(rect)) {
        throw new IllegalArgumentException(rect + " is not inside " + bounds(level));
      }
      RgbBlock out = new RgbBlock(level, rect);
      Map<Key, Long> prints = new HashMap<>();
      int tx1 = Math.floorDiv(rect.right() - 1, tile);
      int ty1 = Math.floorDiv(rect.bottom() - 1, tile);
      for (int ty = Math.floorDiv(rect.y(), tile); ty <= ty1; ty++) {
        for (int tx = Math.floorDiv(rect.x(), tile); tx <= tx1; tx++) {
          Rect t = new Rect(tx * tile, ty * tile, tile, tile).intersect(bounds(level));
          out.paste(tile(depth, level, t, prints));
        }
      }
      return out;
    }

    private RgbBlock tile(int depth, int level, Rect t, Map<Key, Long> prints) {
      if (cancelled.getAsBoolean()) {
        throw new CancellationException("no longer wanted");
      }
      int d = depth;
      Rect src = t.toSource(level).intersect(source.bounds());
      while (d > 0 && !touches(active.get(d - 1), src)) {
        d--;
      }
      if (d == 0) {
        return sourceTile(level, t);
      }
      long key = new Hash().add(level).add(t).add(fingerprint(d, src, prints)).get();
      RgbBlock hit = cache.get(key);
      if (hit != null) {
        return hit;
      }
      RgbBlock block = tile(d - 1, level, t, prints).copy();
      Pass pass = active.get(d - 1);
      float[] weight = null;
      boolean any = true;
      if (pass.kind().usesArea()) {
        weight = AreaMask.of(pass.area(), masks, level, t);
        any = weight == null || anyAbove0(weight);
      }
      if (any) {
        pass.kind().apply(new PassRun(pass, d - 1, prints), block, weight);
        computed.addAndGet(t.area());
      }
      cache.put(key, block);
      return block;
    }

    private boolean touches(Pass p, Rect src) {
      return p.kind().touches(p, frame, src) && (!p.kind().usesArea() || reaches(p.area(), src));
    }

    /** Whether an area's mask can be above 0 somewhere in a rectangle of source pixels. */
    private boolean reaches(Area a, Rect src) {
      boolean base =
          switch (a.base()) {
            case WHOLE -> true;
            case NONE -> false;
            case REGION -> reaches(sheet.region(a.region()), src);
          };
      double px = frame.pxPerMm();
      return a.inverted()
          || base
          || a.strokes().stream().anyMatch(s -> s.brush().puts() && s.bounds(px).intersects(src))
          || a.grown().stream().anyMatch(g -> matte(g).bounds().intersects(src));
    }

    private Rect boundsOf(Area a) {
      if (a.inverted()) {
        return source.bounds();
      }
      Rect r =
          switch (a.base()) {
            case WHOLE -> source.bounds();
            case NONE -> new Rect(0, 0, 0, 0);
            case REGION -> boundsOf(sheet.region(a.region()));
          };
      for (Growth g : a.grown()) {
        r = r.union(matte(g).bounds());
      }
      for (var s : a.strokes()) {
        if (s.brush().puts()) {
          r = r.union(s.bounds(frame.pxPerMm()));
        }
      }
      return r.intersect(source.bounds());
    }

    private long areaPrint(Area a, Rect rect) {
      Hash h = new Hash().add(a.fingerprint(rect, frame.pxPerMm())).add(frame.pxPerMm());
      if (a.base() == Area.Base.REGION) {
        h.add(areaPrint(sheet.region(a.region()), rect));
      }
      return h.get();
    }

    private long fingerprint(int depth, Rect rect, Map<Key, Long> prints) {
      Rect r = rect.intersect(source.bounds());
      int d = depth;
      while (d > 0 && !touches(active.get(d - 1), r)) {
        d--;
      }
      if (d == 0) {
        return sourceHash;
      }
      Key key = new Key(d, r);
      Long known = prints.get(key);
      if (known != null) {
        return known;
      }
      Pass p = active.get(d - 1);
      Hash h = new Hash().add(p.kind().fingerprint(p, frame, r)).add(p.strength());
      h.add(frame.pxPerMm());
      List<Rect> reads = new ArrayList<>(p.kind().reads(p, frame, r));
      if (p.kind().readsOwnArea()) {
        reads.add(boundsOf(p.area()));
      }
      for (Rect need : reads) {
        h.add(need).add(fingerprint(d - 1, need, prints));
        if (p.kind().usesArea()) {
          h.add(areaPrint(p.area(), need));
        }
      }
      long value = h.get();
      prints.put(key, value);
      return value;
    }

    private Matte matte(Growth g) {
      Hash h = new Hash().add(sourceHash).add(g.fingerprint()).add(frame.pxPerMm());
      sheet
          .faceMap()
          .ifPresent(f -> h.add(f.rightEye().x()).add(f.rightEye().y()).add(f.leftEye().x()));
      long key = h.get();
      return cache.analysis(
          key, 2_000_000, () -> Grower.grow(g, original(), frame.pxPerMm(), sheet.faceMap()));
    }

    private final class Masks implements AreaMask.Context {
      @Override
      public double pxPerMm() {
        return frame.pxPerMm();
      }

      @Override
      public Area region(String name) {
        return sheet.region(name);
      }

      @Override
      public Plane matte(Growth g, int level, Rect rect) {
        return SheetView.this.matte(g).at(level, rect);
      }
    }

    private final class PassRun implements Run {
      private final Pass pass;
      private final int depth;
      private final Map<Key, Long> prints;

      PassRun(Pass pass, int depth, Map<Key, Long> prints) {
        this.pass = pass;
        this.depth = depth;
        this.prints = prints;
      }

      @Override
      public Pass pass() {
        return pass;
      }

      @Override
      public Frame frame() {
        return frame;
      }

      @Override
      public PixelReader below() {
        return new PixelReader() {
          @Override
          public Rect bounds(int level) {
            return source.bounds(level);
          }

          @Override
          public RgbBlock read(int level, Rect rect) {
            return SheetView.this.read(depth, level, rect);
          }
        };
      }

      @Override
      public long belowFingerprint(Rect rect) {
        return fingerprint(depth, rect, prints);
      }

      @Override
      public Plane mask(Area area, int level, Rect rect) {
        return SheetView.this.mask(area, level, rect);
      }

      @Override
      public long areaFingerprint(Area area, Rect rect) {
        return areaPrint(area, rect);
      }

      @Override
      public Rect areaBounds(Area area) {
        return boundsOf(area);
      }

      @Override
      public <T> T analysis(long key, long bytes, Supplier<T> compute) {
        return cache.analysis(key, bytes, compute);
      }
    }
  }

  private record Key(int depth, Rect rect) {}

  private static boolean anyAbove0(float[] w) {
    for (float v : w) {
      if (v > 0) {
        return true;
      }
    }
    return false;
  }

  /** Source light of a tile: decoded at level 0, the mean of 2 x 2 pixels above. */
  private RgbBlock sourceTile(int level, Rect t) {
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
    for (int i = 0; i < b.size(); i++) {
      float r = b.r()[i];
      float g = b.g()[i];
      float bl = b.b()[i];
      b.r()[i] = matrix[0] * r + matrix[1] * g + matrix[2] * bl;
      b.g()[i] = matrix[3] * r + matrix[4] * g + matrix[5] * bl;
      b.b()[i] = matrix[6] * r + matrix[7] * g + matrix[8] * bl;
    }
    return b;
  }
}
