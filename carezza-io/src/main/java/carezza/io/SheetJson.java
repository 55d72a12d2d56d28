package carezza.io;

import carezza.area.Area;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.Place;
import carezza.reading.Saliency;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Run sheets, passes and areas as JSON trees and back; the form is in document.schema.json. */
public final class SheetJson {
  private static final JsonNodeFactory F = JsonNodeFactory.instance;

  private SheetJson() {}

  public static ObjectNode write(RunSheet sheet) {
    ObjectNode o = F.objectNode();
    sheet.faceMap().ifPresent(m -> o.set("faceMap", faceMap(m)));
    o.set("regions", regions(sheet.regions()));
    if (!sheet.leftAlone().isEmpty()) {
      o.set("leftAlone", left(sheet.leftAlone()));
    }
    ArrayNode passes = o.putArray("passes");
    sheet.passes().forEach(p -> passes.add(write(p)));
    return o;
  }

  /**
   * @throws IllegalArgumentException when something is missing or out of its range
   */
  public static RunSheet read(JsonNode o) {
    List<Pass> passes = new ArrayList<>();
    o.path("passes").forEach(n -> passes.add(readPass(n)));
    return new RunSheet(
        readFaceMap(o), readRegions(o.path("regions")), passes, readLeft(o.path("leftAlone")));
  }

  static ArrayNode left(List<Saliency.Place> places) {
    ArrayNode out = F.arrayNode();
    places.forEach(p -> out.addArray().add(p.x()).add(p.y()).add(p.sizeMm()).add(p.ratio()));
    return out;
  }

  static List<Saliency.Place> readLeft(JsonNode n) {
    List<Saliency.Place> out = new ArrayList<>();
    for (JsonNode p : n) {
      out.add(
          new Saliency.Place(
              number(p.path(0), "leftAlone"),
              number(p.path(1), "leftAlone"),
              number(p.path(2), "leftAlone"),
              number(p.path(3), "leftAlone")));
    }
    return out;
  }

  static ObjectNode faceMap(FaceMap m) {
    ObjectNode o = F.objectNode();
    o.putArray("rightEye").add(m.rightEye().x()).add(m.rightEye().y());
    o.putArray("leftEye").add(m.leftEye().x()).add(m.leftEye().y());
    o.put("eyeDistanceMm", m.eyeDistanceMm());
    if (!m.faces().isEmpty()) {
      ArrayNode faces = o.putArray("faces");
      m.faces().forEach(f -> faces.add(FaceJson.write(f)));
      o.set("person", FaceJson.write(m.faces().get(0).person()));
    }
    return o;
  }

  static Optional<FaceMap> readFaceMap(JsonNode o) {
    JsonNode m = o.path("faceMap");
    if (!m.isObject()) {
      return Optional.empty();
    }
    return Optional.of(
        new FaceMap(
            pin(m.path("rightEye")),
            pin(m.path("leftEye")),
            m.path("eyeDistanceMm").asDouble(FaceMap.MEAN_EYE_DISTANCE_MM),
            FaceJson.readFaces(m)));
  }

  static Pin pin(JsonNode n) {
    return new Pin(number(n.path(0), "pin"), number(n.path(1), "pin"));
  }

  static ObjectNode regions(Map<String, Area> regions) {
    ObjectNode o = F.objectNode();
    regions.forEach((k, v) -> o.set(k, write(v, 0)));
    return o;
  }

  static Map<String, Area> readRegions(JsonNode n) {
    Map<String, Area> out = new TreeMap<>();
    n.properties().forEach(e -> out.put(e.getKey(), readArea(e.getValue(), List.of())));
    return out;
  }

  public static ObjectNode write(Pass p) {
    return write(p, 0);
  }

  /** A pass whose first {@code known} strokes are left out. */
  static ObjectNode write(Pass p, int known) {
    ObjectNode o = F.objectNode();
    o.put("id", p.id());
    o.put("kind", p.kind().key());
    o.put("on", p.on());
    o.put("strength", p.strength());
    ObjectNode values = o.putObject("values");
    p.values().forEach(values::put);
    if (p.kind().usesArea()) {
      o.set("area", write(p.area(), known));
    }
    if (!p.places().isEmpty()) {
      ObjectNode places = o.putObject("places");
      p.places().forEach((k, v) -> places.putArray(k).add(v.x()).add(v.y()).add(v.sizeMm()));
    }
    if (!p.heals().isEmpty()) {
      ArrayNode heals = o.putArray("heals");
      for (Heal h : p.heals()) {
        heals
            .addArray()
            .add(h.x0())
            .add(h.y0())
            .add(h.x1())
            .add(h.y1())
            .add(h.sizeMm())
            .add(h.dx())
            .add(h.dy());
      }
    }
    return o;
  }

  public static Pass readPass(JsonNode n) {
    return readPass(n, List.of());
  }

  /** A pass whose first strokes are taken from an earlier version. */
  static Pass readPass(JsonNode n, List<Stroke> earlier) {
    Map<String, Double> values = new TreeMap<>();
    n.path("values")
        .properties()
        .forEach(e -> values.put(e.getKey(), number(e.getValue(), e.getKey())));
    Map<String, Place> places = new TreeMap<>();
    n.path("places")
        .properties()
        .forEach(
            e -> {
              JsonNode v = e.getValue();
              places.put(
                  e.getKey(),
                  new Place(
                      number(v.path(0), "place"),
                      number(v.path(1), "place"),
                      number(v.path(2), "place")));
            });
    List<Heal> heals = new ArrayList<>();
    for (JsonNode h : n.path("heals")) {
      double[] v = new double[7];
      for (int i = 0; i < 7; i++) {
        v[i] = number(h.path(i), "heal");
      }
      heals.add(new Heal(v[0], v[1], v[2], v[3], v[4], v[5], v[6]));
    }
    Area area = n.has("area") ? readArea(n.path("area"), earlier) : Area.WHOLE;
    return new Pass(
        n.path("id").asLong(),
        Kinds.of(n.path("kind").asText()),
        values,
        area,
        n.path("strength").asDouble(1),
        n.path("on").asBoolean(true),
        places,
        heals);
  }

  static ObjectNode write(Area a, int known) {
    ObjectNode o = F.objectNode();
    o.put("base", a.base().name().toLowerCase(Locale.ROOT));
    if (!a.region().isEmpty()) {
      o.put("region", a.region());
    }
    if (a.inverted()) {
      o.put("inverted", true);
    }
    if (!a.seeds().isEmpty()) {
      ArrayNode grown = o.putArray("grown");
      for (Seed g : a.seeds()) {
        grown
            .addObject()
            .put("like", g.like().name().toLowerCase(Locale.ROOT))
            .put("x", g.x())
            .put("y", g.y())
            .put("reach", g.reach());
      }
    }
    if (!a.terms().isEmpty()) {
      ArrayNode terms = o.putArray("terms");
      a.terms().forEach(t -> terms.add(TermJson.write(t)));
    }
    if (a.followMm() > 0) {
      o.put("followMm", a.followMm());
    }
    if (known > 0) {
      o.put("strokesFrom", known);
    }
    if (a.strokes().size() > known) {
      ArrayNode strokes = o.putArray("strokes");
      for (Stroke s : a.strokes().subList(known, a.strokes().size())) {
        strokes
            .addObject()
            .put("puts", s.brush().puts())
            .put("mm", s.brush().sizeMm())
            .put("touches", s.brush().touches())
            .put("edge", s.brush().edge())
            .put("s", StrokeCode.encode(s.samples()));
      }
    }
    return o;
  }

  private static Area readArea(JsonNode n, List<Stroke> earlier) {
    List<Seed> grown = new ArrayList<>();
    for (JsonNode g : n.path("grown")) {
      grown.add(
          new Seed(
              Seed.Like.valueOf(g.path("like").asText().toUpperCase(Locale.ROOT)),
              number(g.path("x"), "x"),
              number(g.path("y"), "y"),
              g.path("reach").asDouble(1)));
    }
    List<Stroke> strokes =
        new ArrayList<>(
            earlier.subList(0, Math.min(earlier.size(), n.path("strokesFrom").asInt(0))));
    for (JsonNode s : n.path("strokes")) {
      Stroke.Brush brush =
          new Stroke.Brush(
              s.path("puts").asBoolean(true),
              number(s.path("mm"), "mm"),
              s.path("touches").asInt(),
              s.path("edge").asDouble());
      strokes.add(new Stroke(brush, StrokeCode.decode(s.path("s").asText())));
    }
    List<Term> terms = new ArrayList<>();
    for (JsonNode t : n.path("terms")) {
      terms.add(TermJson.read(t));
    }
    return new Area(
        Area.Base.valueOf(n.path("base").asText("none").toUpperCase(Locale.ROOT)),
        n.path("region").asText(""),
        grown,
        strokes,
        terms,
        n.path("followMm").asDouble(0),
        n.path("inverted").asBoolean(false));
  }

  static double number(JsonNode n, String what) {
    if (!n.isNumber()) {
      throw new IllegalArgumentException(what + " is not a number");
    }
    return n.doubleValue();
  }
}
