package carezza.io;

import carezza.area.Extent;
import carezza.area.Term;
import carezza.face.Pin;
import carezza.setting.Extra;
import carezza.setting.Json;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * What is joined with an area, as JSON: how, and one member that says what. A term of another form
 * is kept as it is.
 */
final class TermJson {
  private static final String HOW = "how";
  private static final String FEATHER = "featherMm";

  /** By the member that says what it is. */
  private static final Map<String, Function<JsonNode, Extent>> FORMS = new LinkedHashMap<>();

  static {
    FORMS.put("region", n -> new Extent.Region(n.asText()));
    FORMS.put("tone", n -> tone(Json.numbers(n, "tone", 4)));
    FORMS.put("hue", n -> hue(Json.numbers(n, "hue", 3)));
    FORMS.put("lightness", n -> new Extent.Lightness());
    FORMS.put("oval", n -> oval(Json.numbers(n, "oval", 5)));
    FORMS.put("ramp", n -> ramp(Json.numbers(n, "ramp", 4)));
    FORMS.put("loop", n -> loop(Json.numbers(n, "loop", n.size() / 2 * 2)));
  }

  private TermJson() {}

  static ObjectNode write(Term t) {
    ObjectNode o = Json.F.objectNode();
    if (t.isKnown()) {
      o.put(HOW, AreaJson.key(t.how()));
      write(t.what(), o);
      o.put(FEATHER, t.featherMm());
    }
    t.extra().addTo(o);
    return o;
  }

  private static void write(Extent what, ObjectNode o) {
    if (what instanceof Extent.Region r) {
      o.put("region", r.name());
    } else if (what instanceof Extent.Tone w) {
      o.set("tone", Json.array(w.low(), w.high(), w.softLow(), w.softHigh()));
    } else if (what instanceof Extent.Hue w) {
      o.set("hue", Json.array(w.centre(), w.width(), w.soft()));
    } else if (what instanceof Extent.Lightness) {
      o.put("lightness", true);
    } else if (what instanceof Extent.Oval s) {
      o.set("oval", Json.array(s.x(), s.y(), s.a(), s.b(), s.angleRad()));
    } else if (what instanceof Extent.Ramp s) {
      o.set("ramp", Json.array(s.x0(), s.y0(), s.x1(), s.y1()));
    } else if (what instanceof Extent.Loop s) {
      ArrayNode loop = o.putArray("loop");
      s.points().forEach(p -> loop.add(p.x()).add(p.y()));
    }
  }

  static Term read(JsonNode t) {
    Optional<Term.How> how = AreaJson.constant(Term.How.class, t.path(HOW));
    Optional<String> form = FORMS.keySet().stream().filter(t::has).findFirst();
    if (how.isEmpty() || form.isEmpty()) {
      return Term.unknown(Extra.all(t));
    }
    return new Term(
        how.get(),
        FORMS.get(form.get()).apply(t.path(form.get())),
        t.path(FEATHER).asDouble(),
        Extra.beyond(t, java.util.Set.of(HOW, FEATHER, form.get())));
  }

  private static Extent tone(double[] v) {
    return new Extent.Tone(v[0], v[1], v[2], v[3]);
  }

  private static Extent hue(double[] v) {
    return new Extent.Hue(v[0], v[1], v[2]);
  }

  private static Extent oval(double[] v) {
    return new Extent.Oval(v[0], v[1], v[2], v[3], v[4]);
  }

  private static Extent ramp(double[] v) {
    return new Extent.Ramp(v[0], v[1], v[2], v[3]);
  }

  private static Extent loop(double[] v) {
    List<Pin> points = new ArrayList<>();
    for (int i = 0; i < v.length; i += 2) {
      points.add(new Pin(v[i], v[i + 1]));
    }
    return new Extent.Loop(points);
  }
}
