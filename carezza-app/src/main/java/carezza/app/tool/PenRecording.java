package carezza.app.tool;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Strokes of a pen as they were recorded: JSON, {@code {"strokes": [{"eraser": false, "barrel":
 * false, "samples": [[x, y, pressure, tilt, ms], ...]}]}}; source pixels, pressure 0 to 1, tilt in
 * degrees from upright, time from the recording's beginning.
 */
public record PenRecording(List<Recorded> strokes) {
  /** From down to up. */
  public record Recorded(boolean eraser, boolean barrel, List<double[]> samples) {}

  private static final int FIELDS = 5;

  /**
   * @throws IOException saying what is wrong with the file
   */
  public static PenRecording read(Path file) throws IOException {
    JsonNode n;
    try {
      n = new ObjectMapper().readTree(file.toFile());
    } catch (JsonProcessingException e) {
      throw new IOException(file.getFileName() + ": it is no recording of a pen.", e);
    }
    List<Recorded> out = new ArrayList<>();
    for (JsonNode s : n.path("strokes")) {
      List<double[]> samples = new ArrayList<>();
      for (JsonNode p : s.path("samples")) {
        double[] v = new double[FIELDS];
        for (int i = 0; i < FIELDS; i++) {
          if (!p.path(i).isNumber()) {
            throw new IOException(
                file.getFileName() + ": a sample of stroke " + (out.size() + 1) + " is damaged.");
          }
          v[i] = p.path(i).asDouble();
        }
        samples.add(v);
      }
      if (samples.isEmpty()) {
        throw new IOException(
            file.getFileName() + ": stroke " + (out.size() + 1) + " has no samples.");
      }
      out.add(new Recorded(s.path("eraser").asBoolean(), s.path("barrel").asBoolean(), samples));
    }
    if (out.isEmpty()) {
      throw new IOException(file.getFileName() + ": it holds no strokes.");
    }
    return new PenRecording(List.copyOf(out));
  }
}
