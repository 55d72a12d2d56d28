package carezza.io;

import carezza.job.TimeLog;
import carezza.pass.Stage;
import carezza.setting.Json;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Optional;

/** What was worked on a picture as a JSON tree and back; the form is in document.schema.json. */
final class LogJson {
  private static final double TENTHS = 10;

  private LogJson() {}

  static ArrayNode write(TimeLog log) {
    ArrayNode out = Json.F.arrayNode();
    for (TimeLog.Entry e : log.entries()) {
      ObjectNode o = out.addObject().put("day", e.day().toString());
      e.stage().ifPresent(s -> o.put("stage", AreaJson.key(s)));
      o.put("seconds", Math.round(TENTHS * e.seconds()) / TENTHS).put("steps", e.steps());
    }
    return out;
  }

  /**
   * The log in a tree. It decides nothing about the picture: an entry that makes no sense is left
   * out, and one for a stage that only a newer version has belongs to none.
   */
  static TimeLog read(JsonNode n) {
    TimeLog log = TimeLog.EMPTY;
    for (JsonNode e : n) {
      log = entry(e).map(log::plus).orElse(log);
    }
    return log;
  }

  private static Optional<TimeLog.Entry> entry(JsonNode n) {
    try {
      return Optional.of(
          new TimeLog.Entry(
              LocalDate.parse(n.path("day").asText()),
              AreaJson.constant(Stage.class, n.path("stage")),
              n.path("seconds").asDouble(),
              n.path("steps").asInt()));
    } catch (DateTimeException | IllegalArgumentException e) {
      return Optional.empty();
    }
  }
}
