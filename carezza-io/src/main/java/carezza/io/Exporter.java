package carezza.io;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.geometry.Framed;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.io.format.Notes;
import carezza.io.format.OutputFormat;
import carezza.io.format.ReadBack;
import carezza.io.format.SampleImage;
import carezza.io.format.UnreadableFileException;
import java.awt.image.BufferedImage;
import java.awt.image.WritableRaster;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.DoubleConsumer;

/**
 * Renders a sheet at full size, as it is framed, and writes it. A sample that no pass touched is
 * written as the file's own code when profile and depth are the source's. The bytes do not depend
 * on the number of threads. What was written is read back before it takes its name.
 */
public final class Exporter {
  private static final int STRIP = 256;

  /** Squares along a side of the sample from which the size of a file is reckoned. */
  private static final int SAMPLES = 3;

  /** Shares of the work that are done when the picture is rendered, and when it is written. */
  private static final double RENDERED = 0.75;

  private static final double WRITTEN = 0.9;

  private Exporter() {}

  /**
   * @param view the picture to write
   * @param progress told shares of 0..1; may throw {@link CancellationException} to stop
   * @throws UnreadableFileException naming the file and why it could not be written
   */
  public static void export(
      PictureFile source,
      Engine engine,
      SheetView view,
      ExportSettings settings,
      Path out,
      int threads,
      DoubleConsumer progress)
      throws IOException {
    if (Files.exists(out) && Files.isSameFile(out, source.path())) {
      throw new UnreadableFileException(
          out, "this is the original picture, which is never written to; choose another name.");
    }
    // Squares of a straight canvas are tiles, each read once; those of a turned one share tiles.
    SheetView read = view.framing().isStraight() ? view.readOnce() : view;
    BufferedImage image =
        render(source, engine, read, settings, threads, f -> progress.accept(RENDERED * f));
    byte[] profile = profile(source, settings);
    AtomicFile.write(
        out,
        target ->
            write(
                image,
                settings,
                profile,
                source.notes().sized(image.getWidth(), image.getHeight()),
                out,
                target,
                progress));
    progress.accept(1);
  }

  /** What is embedded. */
  private static byte[] profile(PictureFile source, ExportSettings settings) {
    return settings.toSrgb() || source.profile().length == 0 ? IccProfile.srgb() : source.profile();
  }

  /** Writes a picture and reads it back, in another way where it does not come back. */
  private static void write(
      BufferedImage image,
      ExportSettings settings,
      byte[] profile,
      Notes notes,
      Path out,
      Path temporary,
      DoubleConsumer progress)
      throws IOException {
    Optional<OutputFormat> format = Optional.of(settings.format());
    while (format.isPresent()) {
      format.get().write(image, settings.quality(), profile, notes, temporary);
      progress.accept(WRITTEN);
      if (ReadBack.comesBack(format.get(), image, temporary)) {
        return;
      }
      format = format.get().otherwise();
    }
    throw new UnreadableFileException(
        out,
        "what was written could not be read back as it should be, so nothing was kept;"
            + " try another format.");
  }

  /** The picture as codes in the settings' encoding and depth. */
  public static BufferedImage render(
      PictureFile source,
      Engine engine,
      SheetView view,
      ExportSettings settings,
      int threads,
      DoubleConsumer progress)
      throws IOException {
    SourcePicture p = source.picture();
    boolean alpha = p.channels() == 4 && settings.format().hasAlpha();
    Rect all = view.framing().canvas();
    BufferedImage image = SampleImage.of(all.w(), all.h(), settings.depth(), alpha);
    int strips = (all.h() + STRIP - 1) / STRIP;
    ExecutorService pool = Executors.newFixedThreadPool(threads);
    AtomicInteger done = new AtomicInteger();
    try {
      List<Future<?>> jobs = new ArrayList<>();
      for (int s = 0; s < strips; s++) {
        Rect strip = new Rect(all.x(), all.y() + s * STRIP, all.w(), STRIP).intersect(all);
        jobs.add(
            pool.submit(
                () -> {
                  strip(source, engine, view, settings, image, strip);
                  done.incrementAndGet();
                }));
      }
      for (Future<?> job : jobs) {
        job.get();
        progress.accept((double) done.get() / strips);
      }
    } catch (ExecutionException e) {
      if (e.getCause() instanceof CancellationException c) {
        throw c;
      }
      throw new IllegalStateException("the picture could not be computed", e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException("interrupted");
    } finally {
      pool.shutdownNow();
    }
    return image;
  }

  /**
   * About how many bytes a file will have, from a sample of squares spread over the picture.
   *
   * @param view the picture to write
   */
  public static long estimate(
      PictureFile source, Engine engine, SheetView view, ExportSettings settings)
      throws IOException {
    SourcePicture p = source.picture();
    Rect all = view.framing().canvas();
    int side = Math.min(STRIP, Math.min(all.w(), all.h()));
    boolean alpha = p.channels() == 4 && settings.format().hasAlpha();
    int across = samples(all.w(), side);
    int down = samples(all.h(), side);
    BufferedImage sample = SampleImage.of(across * side, down * side, settings.depth(), alpha);
    for (int v = 0; v < down; v++) {
      for (int u = 0; u < across; u++) {
        int x = all.x() + (int) ((all.w() - side) * (u + 0.5) / across);
        int y = all.y() + (int) ((all.h() - side) * (v + 0.5) / down);
        Rect r = new Rect(x, y, side, side);
        square(source, engine, view, settings, sample, r, u * side, v * side);
      }
    }
    Path file = Files.createTempFile("carezza", ".estimate");
    try {
      settings.format().write(sample, settings.quality(), new byte[0], file);
      double share = (double) across * down * side * side / all.area();
      return Math.round(Files.size(file) / share) + profile(source, settings).length;
    } finally {
      Files.deleteIfExists(file);
    }
  }

  /** How many squares stand beside one another: what stands twice would pack too well. */
  private static int samples(int length, int side) {
    return Math.max(1, Math.min(SAMPLES, length / side - 1));
  }

  private static void strip(
      PictureFile source,
      Engine engine,
      SheetView view,
      ExportSettings settings,
      BufferedImage image,
      Rect strip) {
    Rect all = view.framing().canvas();
    for (int x0 = strip.x(); x0 < strip.right(); x0 += STRIP) {
      Rect r = new Rect(x0, strip.y(), STRIP, strip.h()).intersect(strip);
      square(source, engine, view, settings, image, r, r.x() - all.x(), r.y() - all.y());
    }
  }

  /** Codes of a rectangle of the canvas, put at a place of an image. */
  private static void square(
      PictureFile source,
      Engine engine,
      SheetView view,
      ExportSettings settings,
      BufferedImage image,
      Rect r,
      int toX,
      int toY) {
    SourcePicture p = source.picture();
    Framing framing = view.framing();
    ColorEncoding to = settings.toSrgb() ? ColorEncoding.srgb() : source.encoding();
    float[] m = to.toWorking().inverse().floats();
    WritableRaster raster = image.getRaster();
    int bands = raster.getNumBands();
    RgbBlock now = Framed.read(view.within(framing.there()), framing, r);
    boolean own = !settings.toSrgb() && settings.depth() == p.depth() && framing.isStraight();
    Rect inside = r.intersect(p.bounds());
    RgbBlock before = engine.original().read(0, own ? inside : new Rect(0, 0, 0, 0));
    int[] px = new int[r.w() * r.h() * bands];
    for (int i = 0; i < now.size(); i++) {
      int x = r.x() + i % r.w();
      int y = r.y() + i / r.w();
      int at = i * bands;
      if (own && inside.contains(x, y) && isSame(now, i, before, before.index(x, y))) {
        for (int c = 0; c < 3; c++) {
          px[at + c] = p.code(c, x, y);
        }
      } else {
        float red = now.r()[i];
        float green = now.g()[i];
        float blue = now.b()[i];
        px[at] = to.encode(0, settings.depth(), m[0] * red + m[1] * green + m[2] * blue);
        px[at + 1] = to.encode(1, settings.depth(), m[3] * red + m[4] * green + m[5] * blue);
        px[at + 2] = to.encode(2, settings.depth(), m[6] * red + m[7] * green + m[8] * blue);
      }
      if (bands == 4) {
        int a = alpha(p, framing, x, y);
        px[at + 3] = p.depth() == settings.depth() ? a : p.depth() == 16 ? a / 257 : a * 257;
      }
    }
    raster.setPixels(toX, toY, r.w(), r.h(), px);
  }

  private static boolean isSame(RgbBlock a, int i, RgbBlock b, int j) {
    return a.r()[i] == b.r()[j] && a.g()[i] == b.g()[j] && a.b()[i] == b.b()[j];
  }

  /** Of the nearest source pixel. */
  private static int alpha(SourcePicture p, Framing framing, int x, int y) {
    int sx = (int) Math.floor(framing.sourceX(x + 0.5, y + 0.5));
    int sy = (int) Math.floor(framing.sourceY(x + 0.5, y + 0.5));
    return p.code(
        3, Math.max(0, Math.min(p.width() - 1, sx)), Math.max(0, Math.min(p.height() - 1, sy)));
  }
}
