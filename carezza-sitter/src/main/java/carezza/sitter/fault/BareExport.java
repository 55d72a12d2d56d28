package carezza.sitter.fault;

import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.io.ExportSettings;
import carezza.io.Exporter;
import carezza.io.PictureFile;
import carezza.io.format.OutputFormat;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Path;

/** The export of a picture on which nothing was done: the file's own samples. */
public final class BareExport {
  private static final int THREADS = 2;

  private BareExport() {}

  /**
   * @param depth bits a sample, of those that the format holds
   */
  public static void write(PictureFile file, Path out, OutputFormat format, int depth)
      throws IOException {
    Engine e = new Engine(file.picture(), file.encoding(), new TileCache(1 << 26));
    ExportSettings s = new ExportSettings(format, depth, false, ExportSettings.QUALITY);
    Exporter.export(file, e, e.view(RunSheet.EMPTY, () -> false), s, out, THREADS, share -> {});
  }
}
