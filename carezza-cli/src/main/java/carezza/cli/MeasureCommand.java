package carezza.cli;

import carezza.engine.Measuring;
import carezza.engine.SheetView;
import carezza.face.FaceMap;
import carezza.neutral.Lights;
import carezza.neutral.Proposal;
import carezza.reading.Reading;
import carezza.reading.Saliency;
import carezza.reading.TruthDifference;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Prints the readings of a picture under its run sheet. */
@Command(
    name = "measure",
    description = "Prints the readings of a picture under its run sheet.",
    mixinStandardHelpOptions = true)
final class MeasureCommand implements Callable<Integer> {
  @Mixin private Input input;

  @Option(
      names = "--against",
      paramLabel = "CLEAN",
      description = "The same picture as it should be, where that is known.")
  private Path against;

  @Option(names = "--json", description = "Print JSON.")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    Loaded l = input.load(spec.commandLine().getErr()).withFaces();
    PrintWriter out = spec.commandLine().getOut();
    List<Reading> all = new Measuring(l.engine()).all(l.sheet(), () -> false);
    Map<String, TruthDifference> differences = against == null ? Map.of() : Against.of(l, against);
    if (json) {
      out.println(
          new ObjectMapper()
              .enable(SerializationFeature.INDENT_OUTPUT)
              .writeValueAsString(tree(l, all, differences)));
      return 0;
    }
    out.printf(
        Locale.ROOT,
        "%s  %d x %d  %d bit  %s%n",
        input.picture().getFileName(),
        l.picture().picture().width(),
        l.picture().picture().height(),
        l.picture().picture().depth(),
        l.picture().encoding().name());
    out.println(
        l.sheet()
            .faceMap()
            .map(MeasureCommand::scale)
            .orElse("scale unknown: no face was found and no eyes are pinned"));
    for (Reading r : all) {
      out.println(line(r));
    }
    rivals(l).forEach(p -> out.println(line(p)));
    differences.forEach((region, d) -> out.println(line(region, d)));
    return 0;
  }

  /** Places outside the sitter that rival the eyes. */
  private static List<Saliency.Place> rivals(Loaded l) {
    SheetView view = l.engine().view(l.sheet(), () -> false);
    return view.saliency().map(p -> p.places(view)).orElse(List.of());
  }

  private static String line(Saliency.Place p) {
    return String.format(
        Locale.ROOT,
        "%-17s %8.2f   of the eye, at %.0f %.0f, %.0f mm across",
        "rival",
        p.ratio(),
        p.x(),
        p.y(),
        p.sizeMm());
  }

  private static String line(String region, TruthDifference d) {
    return String.format(
        Locale.ROOT,
        "%-17s %8.3f   before %8.3f   CIEDE2000 from the clean picture on %s",
        "against",
        d.now(),
        d.before(),
        region);
  }

  private static String scale(FaceMap m) {
    return String.format(
        Locale.ROOT, "scale %.2f px/mm (%.1f %%)", m.pxPerMm(), 100 * m.relativeError());
  }

  private static String line(Reading r) {
    if (!r.isAvailable()) {
      return String.format(Locale.ROOT, "%-17s cannot be had (%s)", r.name(), r.reason());
    }
    return String.format(
            Locale.ROOT,
            "%-17s %8.3f   %-16s   %-22s%s%s",
            r.name(),
            r.now(),
            Double.isNaN(r.before()) ? "" : String.format(Locale.ROOT, "before %8.3f", r.before()),
            r.isJudged() ? String.format(Locale.ROOT, "band %.3f to %.3f", r.low(), r.high()) : "",
            r.place().isEmpty() ? "" : "   " + r.place(),
            r.isInBand() ? "" : "   outside")
        .stripTrailing();
  }

  /** What the source shows of its light, whatever its sheet: the first is what propose takes. */
  private static void lights(Loaded l, ObjectNode o) {
    Lights all = l.engine().view(l.sheet().muting(p -> true), () -> false).lights();
    ArrayNode neutral = o.putArray("neutral");
    for (Proposal p : all.proposals()) {
      ObjectNode n = neutral.addObject().put("method", p.method());
      n.put("mired", p.light().mired()).put("duv", p.light().duv());
      ArrayNode gains = n.putArray("gains");
      for (double g : p.light().gains()) {
        gains.add(g);
      }
      n.put("confidence", p.confidence());
      ArrayNode agree = n.putArray("agree");
      p.agree().forEach(agree::add);
    }
    all.apart().ifPresent(m -> o.put("lightsApartMired", m));
  }

  private static ObjectNode tree(
      Loaded l, List<Reading> all, Map<String, TruthDifference> differences) {
    ObjectNode o = new ObjectMapper().createObjectNode();
    o.put("picture", l.picture().path().getFileName().toString());
    o.put("width", l.picture().picture().width());
    o.put("height", l.picture().picture().height());
    o.put("depth", l.picture().picture().depth());
    o.put("encoding", l.picture().encoding().name());
    o.setAll(MapJson.of(l));
    o.set("regionsCm2", RegionAreas.of(l));
    ObjectNode readings = o.putObject("readings");
    for (Reading r : all) {
      ObjectNode n = readings.putObject(r.name());
      if (r.isAvailable()) {
        if (!Double.isNaN(r.before())) {
          n.put("before", r.before());
        }
        n.put("now", r.now());
        if (r.isJudged()) {
          n.put("low", r.low()).put("high", r.high()).put("inBand", r.isInBand());
        }
      } else {
        n.put("cannotBeHad", r.reason());
      }
      if (!r.place().isEmpty()) {
        n.put("place", r.place());
      }
    }
    lights(l, o);
    ArrayNode pull = o.putArray("rivals");
    for (Saliency.Place p : rivals(l)) {
      pull.addObject()
          .put("x", p.x())
          .put("y", p.y())
          .put("sizeMm", p.sizeMm())
          .put("ofTheEye", p.ratio());
    }
    if (!differences.isEmpty()) {
      ObjectNode truth = o.putObject("against");
      differences.forEach(
          (region, d) -> truth.putObject(region).put("before", d.before()).put("now", d.now()));
    }
    return o;
  }
}
