package carezza.cli;

import carezza.io.format.UnreadableFileException;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.FileSystemException;
import java.nio.file.Path;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/**
 * {@code carezza propose | render | measure | regions | carry | spots | log}: exit code 0 done, 1
 * the input could not be used, 2 usage.
 */
@Command(
    name = "carezza",
    description = "A workbench for portrait retouchers.",
    mixinStandardHelpOptions = true,
    subcommands = {
      ProposeCommand.class,
      RenderCommand.class,
      MeasureCommand.class,
      RegionsCommand.class,
      CarryCommand.class,
      SpotsCommand.class,
      LogCommand.class
    })
public final class Main {
  /** Set in the environment, a fault is shown with the place in the program. */
  private static final String TRACE = "CAREZZA_TRACE";

  private Main() {}

  public static void main(String[] args) {
    System.setProperty("java.awt.headless", "true");
    System.exit(run(new PrintWriter(System.out, true), new PrintWriter(System.err, true), args));
  }

  /** Runs a command and returns its exit code; errors are one sentence on {@code err}. */
  public static int run(PrintWriter out, PrintWriter err, String... args) {
    try {
      return execute(out, err, args);
    } catch (OutOfMemoryError e) {
      err.println("The memory is full: the picture is too large for what there is.");
    } catch (StackOverflowError e) {
      err.println("The document's parts rest on one another too deeply.");
    }
    return 1;
  }

  private static int execute(PrintWriter out, PrintWriter err, String... args) {
    return new CommandLine(new Main())
        .setOut(out)
        .setErr(err)
        .setExecutionExceptionHandler(
            (e, command, parsed) -> {
              err.println(sentence(e));
              if (System.getenv(TRACE) != null) {
                e.printStackTrace(err);
              }
              return 1;
            })
        .execute(args);
  }

  private static String sentence(Exception e) {
    if (e instanceof UnreadableFileException || e instanceof IllegalArgumentException) {
      return e.getMessage();
    }
    if (e instanceof FileSystemException f) {
      String reason = f.getReason() == null ? "the file system refused" : f.getReason();
      return Path.of(f.getFile()).getFileName() + ": " + reason + ".";
    }
    String said = e instanceof IOException && e.getMessage() != null ? e.getMessage() : "";
    return said.contains(" ")
        ? "A file could not be used: " + said
        : "A fault in Carezza; set " + TRACE + "=1 to be shown where.";
  }
}
