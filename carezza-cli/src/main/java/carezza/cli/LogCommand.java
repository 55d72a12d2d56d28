package carezza.cli;

import carezza.io.DocumentStore;
import carezza.io.JobFolder;
import carezza.io.JobLog;
import carezza.job.TimeLog;
import carezza.job.WorkRecord;
import carezza.pass.Stage;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Says what was done on pictures and how long it took, from the documents beside them. */
@Command(
    name = "log",
    description = "Says what was done on pictures, by stage, and how long it took.",
    mixinStandardHelpOptions = true)
final class LogCommand implements Callable<Integer> {
  private static final double MINUTE = 60;

  @Parameters(paramLabel = "PATH", arity = "1..*", description = "Pictures, or folders of them.")
  private List<Path> paths;

  @Option(names = "--json", description = "Print JSON.")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws NoSuchFileException {
    List<Path> pictures = new ArrayList<>();
    for (Path p : paths) {
      if (Files.notExists(p)) {
        throw new NoSuchFileException(p.toString(), null, "there is no such file or folder");
      }
      pictures.addAll(Files.isDirectory(p) ? JobFolder.pictures(p) : List.of(p));
    }
    JobLog log =
        JobLog.of(pictures, p -> Optional.of(DocumentStore.beside(p)).filter(Files::exists));
    log.failed().forEach(spec.commandLine().getErr()::println);
    PrintWriter out = spec.commandLine().getOut();
    if (json) {
      ArrayNode all = new ObjectMapper().createArrayNode();
      log.lines().forEach(l -> all.add(told(l)));
      out.println(all.toPrettyString());
    } else {
      log.lines().forEach(l -> say(out, l));
      say(out, "all", log.worked(), count(log.lines().size(), "picture", "pictures"));
    }
    return log.failed().isEmpty() ? 0 : 1;
  }

  private static void say(PrintWriter out, JobLog.Line l) {
    WorkRecord r = l.record();
    out.println(l.picture().getFileName());
    for (WorkRecord.Line s : r.lines()) {
      String has =
          s.tallies().stream()
              .map(t -> t.count() + " " + t.what())
              .collect(Collectors.joining(", ", count(s.passes(), "pass", "passes") + "  ", ""));
      say(out, stage(s.stage()), s.worked(), s.stage().isEmpty() ? "" : has.strip());
    }
    say(out, "all", r.log(), "");
  }

  private static void say(PrintWriter out, String name, TimeLog t, String has) {
    out.printf(
        Locale.ROOT,
        "  %-9s %6.1f min  %4d steps  %s%n",
        name,
        t.seconds() / MINUTE,
        t.steps(),
        has);
  }

  private static String count(int n, String one, String many) {
    return n + " " + (n == 1 ? one : many);
  }

  private static String stage(Optional<Stage> s) {
    return s.map(x -> x.name().toLowerCase(Locale.ROOT)).orElse("other");
  }

  private static ObjectNode told(JobLog.Line l) {
    ObjectNode o = new ObjectMapper().createObjectNode();
    o.put("picture", l.picture().getFileName().toString());
    o.put("seconds", l.record().log().seconds()).put("steps", l.record().log().steps());
    ArrayNode days = o.putArray("days");
    l.record().log().days().forEach(d -> days.add(d.toString()));
    ArrayNode stages = o.putArray("stages");
    for (WorkRecord.Line s : l.record().lines()) {
      ObjectNode line = stages.addObject().put("stage", stage(s.stage()));
      line.put("seconds", s.worked().seconds()).put("steps", s.worked().steps());
      line.put("passes", s.passes());
      ObjectNode has = line.putObject("has");
      s.tallies().forEach(t -> has.put(t.what(), t.count()));
    }
    return o;
  }
}
