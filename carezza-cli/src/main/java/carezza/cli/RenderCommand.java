package carezza.cli;

import carezza.io.ExportSettings;
import carezza.io.Exporter;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Renders a picture with its run sheet to a new file. */
@Command(
    name = "render",
    description = "Renders a picture with its run sheet to a new file.",
    mixinStandardHelpOptions = true)
final class RenderCommand implements Callable<Integer> {
  /** Profiles that can be asked for. */
  enum Profile {
    source,
    srgb
  }

  @Mixin private Input input;

  @Option(names = "--out", paramLabel = "F", required = true, description = "File to write.")
  private Path out;

  @Option(names = "--profile", description = "source or srgb; JPEG is sRGB unless told otherwise.")
  private Profile profile;

  @Option(names = "--depth", description = "8 or 16 bits; the source's own unless told otherwise.")
  private Integer depth;

  @Option(names = "--threads", description = "Threads to use; all cores unless told otherwise.")
  private int threads = Runtime.getRuntime().availableProcessors();

  @Mixin private Output output;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    OutputFormat format =
        OutputFormats.ofName(out)
            .orElseThrow(
                () ->
                    new IllegalArgumentException(
                        out.getFileName() + ": the name must end in .jpg, .png or .tif."));
    output.refuse(out, input.picture());
    Loaded l = input.load(spec.commandLine().getErr());
    ExportSettings usual = ExportSettings.usual(format, l.picture());
    ExportSettings s =
        new ExportSettings(
            format,
            depth == null ? usual.depth() : depth,
            profile == null ? usual.toSrgb() : profile == Profile.srgb,
            ExportSettings.QUALITY);
    Exporter.export(
        l.picture(),
        l.engine(),
        l.engine().view(l.sheet(), () -> false).prepared(),
        s,
        out,
        Math.max(1, threads),
        f -> {});
    return 0;
  }
}
