package carezza.io;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import java.util.zip.CRC32C;

/**
 * A line of a journal: its number, a checksum of number and text (CRC-32C, eight hexadecimal
 * digits) and a JSON object, parted by spaces. Lines of form 1 are the bare object.
 *
 * @param number counted from 0; -1 in form 1
 * @param text what it says
 */
record JournalLine(int number, ObjectNode text) {
  private static final int SUM_DIGITS = 8;

  boolean isOfForm1() {
    return number < 0;
  }

  byte[] bytes() throws JsonProcessingException {
    byte[] json = JsonTree.oneLine(text);
    String head = number + " " + sum(number, json) + " ";
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(head.getBytes(StandardCharsets.US_ASCII));
    out.writeBytes(json);
    out.write('\n');
    return out.toByteArray();
  }

  private static String sum(int number, byte[] json) {
    CRC32C crc = new CRC32C();
    crc.update((number + " ").getBytes(StandardCharsets.US_ASCII));
    crc.update(json);
    return String.format("%08x", crc.getValue());
  }

  /** The line that stands in some bytes, without its break; empty when it is none. */
  static Optional<JournalLine> of(byte[] line) {
    try {
      if (line.length > 0 && line[0] == '{') {
        return parsed(-1, line);
      }
      int space = indexOf(line, ' ');
      int from = space + SUM_DIGITS + 2;
      if (space < 1 || from > line.length || line[from - 1] != ' ') {
        return Optional.empty();
      }
      int number = Integer.parseInt(ascii(line, 0, space));
      byte[] json = Arrays.copyOfRange(line, from, line.length);
      return ascii(line, space + 1, from - 1).equals(sum(number, json))
          ? parsed(number, json)
          : Optional.empty();
    } catch (NumberFormatException e) {
      return Optional.empty();
    }
  }

  private static Optional<JournalLine> parsed(int number, byte[] json) {
    try {
      JsonNode n = JsonTree.parse(json);
      return n instanceof ObjectNode o ? Optional.of(new JournalLine(number, o)) : Optional.empty();
    } catch (JsonProcessingException | IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  private static String ascii(byte[] line, int from, int to) {
    return new String(line, from, to - from, StandardCharsets.US_ASCII);
  }

  private static int indexOf(byte[] line, char c) {
    for (int i = 0; i < line.length; i++) {
      if (line[i] == c) {
        return i;
      }
    }
    return -1;
  }
}
