package carezza.cli;

import carezza.area.Area;
import carezza.engine.SheetView;
import carezza.io.AtomicFile;
import carezza.io.MaskWriter;
import carezza.region.RegionName;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Writes a mask of every region of a picture, and its face map, for other tools. */
@Command(
    name = "regions",
    description = "Writes one mask a region and the face map, map.json.",
    mixinStandardHelpOptions = true)
final class RegionsCommand implements Callable<Integer> {
  private static final String MAP = "map.json";

  @Mixin private Input input;

  @Option(names = "--out", paramLabel = "DIR", required = true, description = "Folder to fill.")
  private Path out;

  @Mixin private Output output;

  @Spec private CommandSpec spec;

  private static String fileName(RegionName r) {
    return r.fileName() + ".png";
  }

  @Override
  public Integer call() throws IOException {
    for (RegionName r : RegionName.values()) {
      output.refuse(out.resolve(fileName(r)), input.picture());
    }
    output.refuse(out.resolve(MAP), input.picture());
    Loaded l = input.load(spec.commandLine().getErr()).withFaces();
    Files.createDirectories(out);
    SheetView view = l.engine().view(l.sheet(), () -> false);
    ObjectNode map = new ObjectMapper().createObjectNode();
    map.put("picture", l.picture().path().getFileName().toString());
    map.put("width", l.picture().picture().width());
    map.put("height", l.picture().picture().height());
    map.setAll(MapJson.of(l));
    ObjectNode masks = map.putObject("masks");
    for (RegionName r : RegionName.values()) {
      Area area = l.sheet().region(r.key());
      if (!area.isEmpty()) {
        String name = fileName(r);
        MaskWriter.write(out.resolve(name), view.bounds(0), rect -> view.mask(area, 0, rect));
        masks.put(r.key(), name);
      }
    }
    byte[] json =
        new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT).writeValueAsBytes(map);
    AtomicFile.write(out.resolve(MAP), part -> Files.write(part, json));
    if (l.sheet().faceMap().isEmpty()) {
      spec.commandLine()
          .getErr()
          .println(
              input.picture().getFileName()
                  + ": no face was found, so there are no regions; pin the eyes.");
    }
    return 0;
  }
}
