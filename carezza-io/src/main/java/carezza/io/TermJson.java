package carezza.io;

import carezza.area.Extent;
import carezza.area.Term;
import carezza.face.Pin;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What is joined with an area, as JSON: how, and one member that says what. */
final class TermJson {
  private TermJson() {}

  static ObjectNode write(Term t) {
    ObjectNode o = JsonNodeFactory.instance.objectNode();
    o.put("how", t.how().name().toLowerCase(Locale.ROOT));
    if (t.what() instanceof Extent.Region r) {
      o.put("region", r.name());
    } else if (t.what() instanceof Extent.Tone w) {
      put(o, "tone", w.low(), w.high(), w.softLow(), w.softHigh());
    } else if (t.what() instanceof Extent.Hue w) {
      put(o, "hue", w.centre(), w.width(), w.soft());
    } else if (t.what() instanceof Extent.Lightness) {
      o.put("lightness", true);
    } else if (t.what() instanceof Extent.Oval s) {
      put(o, "oval", s.x(), s.y(), s.a(), s.b(), s.angleRad());
    } else if (t.what() instanceof Extent.Ramp s) {
      put(o, "ramp", s.x0(), s.y0(), s.x1(), s.y1());
    } else if (t.what() instanceof Extent.Loop s) {
      ArrayNode loop = o.putArray("loop");
      s.points().forEach(p -> loop.add(p.x()).add(p.y()));
    }
    return o.put("featherMm", t.featherMm());
  }

  private static void put(ObjectNode o, String name, double... values) {
    ArrayNode a = o.putArray(name);
    for (double v : values) {
      a.add(v);
    }
  }

  static Term read(JsonNode t) {
    return new Term(
        Term.How.valueOf(t.path("how").asText().toUpperCase(Locale.ROOT)),
        what(t),
        t.path("featherMm").asDouble());
  }

  private static Extent what(JsonNode t) {
    if (t.has("tone")) {
      double[] v = numbers(t, "tone", 4);
      return new Extent.Tone(v[0], v[1], v[2], v[3]);
    }
    if (t.has("hue")) {
      double[] v = numbers(t, "hue", 3);
      return new Extent.Hue(v[0], v[1], v[2]);
    }
    if (t.has("lightness")) {
      return new Extent.Lightness();
    }
    if (t.has("oval")) {
      double[] v = numbers(t, "oval", 5);
      return new Extent.Oval(v[0], v[1], v[2], v[3], v[4]);
    }
    if (t.has("ramp")) {
      double[] v = numbers(t, "ramp", 4);
      return new Extent.Ramp(v[0], v[1], v[2], v[3]);
    }
    if (t.has("loop")) {
      double[] v = numbers(t, "loop", t.path("loop").size() / 2 * 2);
      List<Pin> points = new ArrayList<>();
      for (int i = 0; i < v.length; i += 2) {
        points.add(new Pin(v[i], v[i + 1]));
      }
      return new Extent.Loop(points);
    }
    return new Extent.Region(t.path("region").asText());
  }

  private static double[] numbers(JsonNode t, String name, int count) {
    double[] out = new double[count];
    for (int i = 0; i < count; i++) {
      out[i] = SheetJson.number(t.path(name).path(i), name);
    }
    return out;
  }
}
