package carezza.cli;

import carezza.io.format.UnreadableFileException;
import java.io.IOException;
import java.io.PrintWriter;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/**
 * {@code carezza propose | render | measure | regions}: exit code 0 done, 1 the input could not be
 * used, 2 usage.
 */
@Command(
    name = "carezza",
    description = "A workbench for portrait retouchers.",
    mixinStandardHelpOptions = true,
    subcommands = {
      ProposeCommand.class,
      RenderCommand.class,
      MeasureCommand.class,
      RegionsCommand.class
    })
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    System.setProperty("java.awt.headless", "true");
    System.exit(run(new PrintWriter(System.out, true), new PrintWriter(System.err, true), args));
  }

  /** Runs a command and returns its exit code; errors are one sentence on {@code err}. */
  public static int run(PrintWriter out, PrintWriter err, String... args) {
    return new CommandLine(new Main())
        .setOut(out)
        .setErr(err)
        .setExecutionExceptionHandler(
            (e, command, parsed) -> {
              err.println(sentence(e));
              return 1;
            })
        .execute(args);
  }

  private static String sentence(Exception e) {
    if (e instanceof UnreadableFileException || e instanceof IllegalArgumentException) {
      return e.getMessage();
    }
    return e instanceof IOException ? "A file could not be used: " + e.getMessage() : e.toString();
  }
}
