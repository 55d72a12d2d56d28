package carezza.cli;

import carezza.engine.Measuring;
import carezza.image.Rect;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.pass.EvaluationContext;
import carezza.pass.Finding;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.reading.Reading;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.function.Predicate;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/**
 * Writes the run sheet that a picture's findings recommend: each pass at its start on its region.
 */
@Command(
    name = "propose",
    description = "Writes a run sheet with the passes that the picture's readings recommend.",
    mixinStandardHelpOptions = true)
final class ProposeCommand implements Callable<Integer> {
  @Parameters(paramLabel = "PICTURE", description = "JPEG, PNG or TIFF; never written to.")
  private Path picture;

  @Option(
      names = "--passes",
      paramLabel = "KIND",
      split = ",",
      description = "Kinds to lay; those that findings recommend if not given.")
  private List<String> kinds;

  @Option(names = "--out", paramLabel = "SHEET", required = true, description = "File to write.")
  private Path out;

  @Mixin private Output output;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    refuse();
    Loaded l = Loaded.bare(picture).withFaces();
    PrintWriter err = spec.commandLine().getErr();
    l.picture().warnings().forEach(err::println);
    if (l.sheet().faceMap().isEmpty()) {
      err.println(picture.getFileName() + ": no face was found; sizes are guessed.");
    }
    Measuring measuring = new Measuring(l.engine());
    List<Reading> readings = measuring.all(l.sheet(), () -> false);
    Rect source = l.engine().source().bounds();
    RunSheet lit = laid(l, l.sheet(), source, readings, k -> k.stage().compareTo(Stage.LIGHT) <= 0);
    if (!lit.equals(l.sheet())) {
      readings = measuring.all(lit, () -> false);
    }
    RunSheet sheet = laid(l, lit, source, readings, k -> k.stage().compareTo(Stage.LIGHT) > 0);
    DocumentStore.write(
        out,
        new Document(
            picture.getFileName().toString(),
            DocumentStore.sha256(picture),
            sheet,
            JsonNodeFactory.instance.objectNode()));
    return 0;
  }

  /**
   * Lays what is recommended of some kinds: frame and light first, so that the rest is seen in it.
   */
  private RunSheet laid(
      Loaded l, RunSheet on, Rect source, List<Reading> readings, Predicate<PassKind> which) {
    KnownSheet known = new KnownSheet(on, source, readings);
    RunSheet sheet = on;
    for (PassKind k : Kinds.all().stream().filter(which).toList()) {
      Optional<Finding> finding = k.finding(known);
      if (kinds == null ? finding.isPresent() : kinds.contains(k.key())) {
        Pass begun = k.start(sheet.nextId(), known);
        sheet = sheet.add(begun);
        EvaluationContext context = l.engine().view(sheet, () -> false).contextFor(begun);
        sheet = sheet.change(begun.id(), p -> k.proposed(context));
        spec.commandLine().getOut().println(line(k, finding));
      }
    }
    return sheet;
  }

  /** Names that are no kinds, and files that are not to be written. */
  private void refuse() throws IOException {
    for (String k : kinds == null ? List.<String>of() : kinds) {
      if (Kinds.find(k).isEmpty()) {
        List<String> all = Kinds.all().stream().map(PassKind::key).toList();
        throw new IllegalArgumentException(
            "There is no kind of pass '" + k + "'; there are " + String.join(", ", all) + ".");
      }
    }
    output.refuse(out, picture);
  }

  private static String line(PassKind k, Optional<Finding> finding) {
    return finding
        .map(
            f ->
                String.format(
                    Locale.ROOT, "%-12s %-17s %8.3f", k.key(), f.reading().name(), f.figure()))
        .orElse(k.key());
  }
}
