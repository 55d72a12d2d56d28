package carezza.cli;

import carezza.engine.SheetView;
import carezza.face.Pin;
import carezza.spot.Sight;
import carezza.spot.SkinLine;
import carezza.spot.SkinSpot;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Lists the marks on the skin of a picture: what they are, how they show, what is proposed. */
@Command(
    name = "spots",
    description = "Lists the marks on the skin, those that show most first.",
    mixinStandardHelpOptions = true)
final class SpotsCommand implements Callable<Integer> {
  @Mixin private Input input;

  @Option(names = "--json", description = "Print JSON.")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    Loaded l = input.load(spec.commandLine().getErr()).withFaces();
    PrintWriter err = spec.commandLine().getErr();
    if (l.sheet().faceMap().filter(m -> !m.faces().isEmpty()).isEmpty()) {
      err.println(
          input.picture().getFileName() + ": no face was found, so no marks are looked for.");
    }
    SheetView view = l.engine().view(l.sheet(), () -> false);
    List<SkinSpot> spots = view.spots();
    List<SkinLine> lines = view.lines();
    double width = l.picture().picture().width();
    double px = l.engine().frame(l.sheet()).pxPerMm();
    PrintWriter out = spec.commandLine().getOut();
    if (json) {
      ObjectNode all = new ObjectMapper().createObjectNode();
      ArrayNode list = all.putArray("spots");
      spots.forEach(s -> list.add(told(s, px, width)));
      ArrayNode folds = all.putArray("skinLines");
      lines.forEach(f -> folds.add(told(f)));
      out.println(all.toPrettyString());
      return 0;
    }
    for (SkinSpot s : spots) {
      out.printf(
          Locale.ROOT,
          "%-8s %-9s %6.0f %6.0f  %4.1f mm  contrast %.2f  depth %4.1f  sure %.2f %s%n",
          s.proposal().key(),
          s.type().key(),
          s.centre().x(),
          s.centre().y(),
          s.sizeMm(),
          s.contrast(),
          s.depth(),
          s.confidence(),
          seen(s, px, width));
    }
    for (SkinLine f : lines) {
      Pin at = f.points().get(f.points().size() / 2);
      out.printf(
          Locale.ROOT,
          "%-8s line      %6.0f %6.0f  %4.1f mm  contrast %.2f  depth %4.1f  %s%n",
          proposal(f),
          at.x(),
          at.y(),
          f.lengthMm(),
          f.stops(),
          f.depth(),
          f.where().key());
    }
    return 0;
  }

  /** Lines beside the mouth are a face's expression: the hand decides. */
  private static String proposal(SkinLine f) {
    return f.where() == SkinLine.Where.SMILE ? "look" : "soften";
  }

  private static ObjectNode told(SkinLine f) {
    ObjectNode o = new ObjectMapper().createObjectNode();
    o.put("where", f.where().key()).put("lengthMm", f.lengthMm()).put("contrast", f.stops());
    o.put("depth", f.depth()).put("proposal", proposal(f));
    ArrayNode line = o.putArray("line");
    f.points().forEach(p -> line.addArray().add(p.x()).add(p.y()));
    return o;
  }

  private static String seen(SkinSpot s, double px, double width) {
    StringBuilder out = new StringBuilder();
    for (Sight o : Sight.values()) {
      out.append(' ').append(o.key()).append(' ').append(o.said(s, px, width));
    }
    return out.toString();
  }

  private static ObjectNode told(SkinSpot s, double px, double width) {
    ObjectNode o = new ObjectMapper().createObjectNode();
    o.put("type", s.type().key()).put("x", s.centre().x()).put("y", s.centre().y());
    o.put("sizeMm", s.sizeMm()).put("contrast", s.contrast()).put("redness", s.redness());
    o.put("depth", s.depth()).put("confidence", s.confidence());
    o.put("proposal", s.proposal().key());
    ObjectNode seen = o.putObject("seen");
    for (Sight at : Sight.values()) {
      seen.put(at.key(), at.said(s, px, width));
    }
    if (!s.line().isEmpty()) {
      ArrayNode line = o.putArray("line");
      s.line().forEach(p -> line.addArray().add(p.x()).add(p.y()));
    }
    return o;
  }
}
