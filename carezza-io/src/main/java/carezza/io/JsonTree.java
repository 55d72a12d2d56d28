package carezza.io;

import carezza.io.format.UnreadableFileException;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.ObjectWriter;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Path;

/**
 * JSON text as trees and back. Numbers that are no finite doubles are refused, as they would be
 * written as no numbers.
 */
final class JsonTree {
  private static final ObjectMapper MAPPER =
      new ObjectMapper().enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS);
  private static final ObjectWriter INDENTED = MAPPER.writer(SerializationFeature.INDENT_OUTPUT);

  private JsonTree() {}

  /**
   * @throws JsonProcessingException when it is no JSON
   * @throws IllegalArgumentException when a number in it is out of range
   */
  static JsonNode parse(byte[] text) throws JsonProcessingException {
    try {
      JsonNode n = MAPPER.readTree(text);
      refuseInfinite(n, "");
      return n;
    } catch (JsonProcessingException e) {
      throw e;
    } catch (IOException e) {
      throw new IllegalArgumentException("it is not written in UTF-8", e);
    }
  }

  private static void refuseInfinite(JsonNode n, String name) {
    if (n.isNumber() && !Double.isFinite(n.doubleValue())) {
      throw new IllegalArgumentException(name + " is too large a number");
    }
    n.properties().forEach(e -> refuseInfinite(e.getValue(), e.getKey()));
    if (n.isArray()) {
      n.forEach(e -> refuseInfinite(e, name));
    }
  }

  static byte[] oneLine(JsonNode n) throws JsonProcessingException {
    return MAPPER.writeValueAsBytes(n);
  }

  static byte[] indented(JsonNode n) throws JsonProcessingException {
    return INDENTED.writeValueAsBytes(n);
  }

  /** Why a file could not be parsed, as a sentence. */
  static UnreadableFileException damaged(Path file, JsonProcessingException e) {
    int line = e.getLocation() == null ? 1 : Math.max(1, e.getLocation().getLineNr());
    return new UnreadableFileException(file, "it is damaged near line " + line + ".", e);
  }
}
