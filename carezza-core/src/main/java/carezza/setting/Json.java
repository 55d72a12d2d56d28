package carezza.setting;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;

/** Parts of JSON trees and schemas that field types and documents share. */
public final class Json {
  public static final JsonNodeFactory F = JsonNodeFactory.instance;

  private Json() {}

  /**
   * @throws IllegalArgumentException naming what is not a number
   */
  public static double number(JsonNode n, String what) {
    if (!n.isNumber()) {
      throw new IllegalArgumentException(what + " is not a number");
    }
    return n.doubleValue();
  }

  /** The first {@code count} numbers of an array. */
  public static double[] numbers(JsonNode n, String what, int count) {
    double[] out = new double[count];
    for (int i = 0; i < count; i++) {
      out[i] = number(n.path(i), what);
    }
    return out;
  }

  public static ArrayNode array(double... values) {
    ArrayNode a = F.arrayNode();
    for (double v : values) {
      a.add(v);
    }
    return a;
  }

  public static ObjectNode type(String type) {
    return F.objectNode().put("type", type);
  }

  /** A number between two ends. */
  public static ObjectNode range(double min, double max) {
    return type("number").put("minimum", min).put("maximum", max);
  }

  /** An array of just so many numbers. */
  public static ObjectNode numbers(String description, int count) {
    ObjectNode o = type("array").put("description", description);
    o.set("items", type("number"));
    return o.put("minItems", count).put("maxItems", count);
  }
}
