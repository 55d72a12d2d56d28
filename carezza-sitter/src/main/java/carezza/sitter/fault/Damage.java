package carezza.sitter.fault;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/** Damage to the bytes of a file, chosen by a seeded generator. */
public final class Damage {
  /** What a text may hold that nobody meant. */
  private static final String[] JUNK = {
    "{}",
    "[]",
    "null",
    "42",
    "-1",
    "1e999",
    "-1e999",
    "1e308",
    "NaN",
    "\"\"",
    "true",
    "0.0000001",
    "\n",
    "\r\n",
    "\n\n",
    "\u00e9",
    "\ud83d\ude00",
    "\"\\ud800\"",
    "{\"base\":\"0\"}\n",
    "99999999999999999999",
    ","
  };

  /** Values of every type, sensible and not. */
  private static final String[] VALUES = {
    "{}",
    "[]",
    "null",
    "42",
    "-1",
    "0",
    "1",
    "0.5",
    "100",
    "\"1e999\"",
    "1e308",
    "-1e300",
    "1e-300",
    "\"\"",
    "\"skin\"",
    "\"\u00e9\"",
    "true",
    "false",
    "2147483648",
    "[1,2,3]",
    "{\"a\":1}"
  };

  private static final ObjectMapper MAPPER = new ObjectMapper();

  private Damage() {}

  /** Some bytes with one to three things done to them; never the very same bytes. */
  public static byte[] bytes(byte[] whole, Random r) {
    byte[] out = whole;
    int times = 1 + r.nextInt(3);
    for (int i = 0; i < times || Arrays.equals(out, whole); i++) {
      out = once(out, r);
    }
    return out;
  }

  private static byte[] once(byte[] b, Random r) {
    if (b.length == 0) {
      return new byte[] {(byte) r.nextInt(256)};
    }
    // headers are short and matter most
    int at = r.nextBoolean() ? r.nextInt(b.length) : r.nextInt(Math.min(b.length, 400));
    int n = 1 + r.nextInt(1 + Math.min(b.length - at - 1, 1 << r.nextInt(12)));
    byte[] out = b.clone();
    switch (r.nextInt(8)) {
      case 0 -> out[at] ^= (byte) (1 << r.nextInt(8));
      case 1 -> out[at] = (byte) r.nextInt(256);
      case 2 -> out[at] = (byte) (r.nextBoolean() ? 0xff : 0);
      case 3 -> Arrays.fill(out, at, at + n, (byte) (r.nextBoolean() ? 0xff : 0));
      case 4 -> {
        return Arrays.copyOf(b, at);
      }
      case 5 -> {
        return joined(Arrays.copyOf(b, at), Arrays.copyOfRange(b, at + n, b.length));
      }
      case 6 -> {
        return joined(Arrays.copyOf(b, at + n), Arrays.copyOfRange(b, at, b.length));
      }
      default -> {
        byte[] made = new byte[n];
        r.nextBytes(made);
        return joined(joined(Arrays.copyOf(b, at), made), Arrays.copyOfRange(b, at, b.length));
      }
    }
    return out;
  }

  /** Text with a number or another word put in the place of one, or bytes damaged. */
  public static byte[] text(byte[] whole, Random r) {
    byte[] out = whole;
    int times = 1 + r.nextInt(3);
    for (int i = 0; i < times || Arrays.equals(out, whole); i++) {
      out = r.nextInt(4) == 0 ? once(out, r) : word(out, r);
    }
    return out;
  }

  private static byte[] word(byte[] b, Random r) {
    byte[] junk = JUNK[r.nextInt(JUNK.length)].getBytes(StandardCharsets.UTF_8);
    int from = b.length == 0 ? 0 : r.nextInt(b.length);
    while (from > 0 && isWord(b[from - 1])) {
      from--;
    }
    int to = from;
    while (to < b.length && isWord(b[to])) {
      to++;
    }
    return joined(joined(Arrays.copyOf(b, from), junk), Arrays.copyOfRange(b, to, b.length));
  }

  private static boolean isWord(byte c) {
    return c == '-' || c == '.' || c == '"' || Character.isLetterOrDigit(c);
  }

  /** JSON in which one to three values were replaced by others, or taken out. */
  public static byte[] json(byte[] whole, Random r) throws IOException {
    JsonNode tree = MAPPER.readTree(whole);
    int times = 1 + r.nextInt(3);
    for (int i = 0; i < times; i++) {
      List<JsonNode> parents = new ArrayList<>();
      collect(tree, parents);
      JsonNode parent = parents.get(r.nextInt(parents.size()));
      JsonNode value = MAPPER.readTree(VALUES[r.nextInt(VALUES.length)]);
      if (parent instanceof ArrayNode a && !a.isEmpty()) {
        int at = r.nextInt(a.size());
        if (r.nextInt(4) == 0) {
          a.remove(at);
        } else {
          a.set(at, value);
        }
      } else if (parent instanceof ObjectNode o && !o.isEmpty()) {
        List<String> names = new ArrayList<>();
        o.fieldNames().forEachRemaining(names::add);
        String name = names.get(r.nextInt(names.size()));
        if (r.nextInt(4) == 0) {
          o.remove(name);
        } else {
          o.set(name, value);
        }
      }
    }
    return MAPPER
        .writeValueAsString(tree)
        .replace("\"1e999\"", "1e999")
        .getBytes(StandardCharsets.UTF_8);
  }

  private static void collect(JsonNode n, List<JsonNode> into) {
    if (n.isContainerNode()) {
      into.add(n);
      n.forEach(c -> collect(c, into));
    }
  }

  private static byte[] joined(byte[] a, byte[] b) {
    byte[] out = Arrays.copyOf(a, a.length + b.length);
    System.arraycopy(b, 0, out, a.length, b.length);
    return out;
  }
}
