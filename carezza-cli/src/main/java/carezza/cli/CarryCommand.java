package carezza.cli;

import carezza.face.Carried;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.region.SkinPattern;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Carries places on a face to another picture of the same person. */
@Command(
    name = "carry",
    description = "Says where places on a face lie in another picture of the same person.",
    mixinStandardHelpOptions = true)
final class CarryCommand implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "FROM", description = "The picture with the places.")
  private Path from;

  @Parameters(index = "1", paramLabel = "TO", description = "The other picture.")
  private Path to;

  @Option(
      names = "--at",
      paramLabel = "X,Y",
      required = true,
      description = "A place, pixels of the first picture; may be given again.")
  private List<String> places;

  @Option(names = "--json", description = "Print JSON.")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    List<Pin> pins = places.stream().map(CarryCommand::pin).toList();
    Loaded a = Loaded.of(from, null).withFaces();
    Loaded b = Loaded.of(to, null).withFaces();
    FaceMap of = face(a, from);
    FaceMap on = face(b, to);
    SkinPattern skin = new SkinPattern(a.engine().original(), of, b.engine().original(), on);
    ArrayNode out = new ObjectMapper().createArrayNode();
    for (Pin p : pins) {
      Carried c = skin.carry(p);
      out.add(told(p, c));
      if (!json) {
        spec.commandLine()
            .getOut()
            .printf(
                Locale.ROOT,
                "%.1f,%.1f -> %.1f,%.1f  +- %.1f mm%s%n",
                p.x(),
                p.y(),
                c.place().x(),
                c.place().y(),
                c.errorMm(),
                c.seen() ? "" : "  hidden there");
      }
    }
    if (json) {
      ObjectNode all = new ObjectMapper().createObjectNode();
      all.set("places", out);
      spec.commandLine().getOut().println(all.toPrettyString());
    }
    return 0;
  }

  private static ObjectNode told(Pin p, Carried c) {
    ObjectNode o = new ObjectMapper().createObjectNode();
    o.putArray("from").add(p.x()).add(p.y());
    o.putArray("to").add(c.place().x()).add(c.place().y());
    return o.put("errorMm", c.errorMm()).put("seen", c.seen());
  }

  private static FaceMap face(Loaded l, Path picture) {
    return l.sheet()
        .faceMap()
        .filter(m -> m.principal().isPresent())
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    picture.getFileName() + ": no face was found, so nothing can be carried."));
  }

  private static Pin pin(String text) {
    String[] part = text.split(",");
    try {
      if (part.length == 2) {
        return new Pin(Double.parseDouble(part[0]), Double.parseDouble(part[1]));
      }
    } catch (NumberFormatException e) {
      // said below
    }
    throw new IllegalArgumentException("--at " + text + ": a place is written X,Y in pixels.");
  }
}
