package carezza.io;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.reading.Saliency;
import carezza.setting.Extra;
import carezza.setting.Json;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Run sheets as JSON trees and back; the form is in document.schema.json. */
public final class SheetJson {
  private static final Set<String> FACE_MAP =
      Set.of("rightEye", "leftEye", "eyeDistanceMm", "faces", "person", "regionForm");

  private SheetJson() {}

  public static ObjectNode write(RunSheet sheet) {
    ObjectNode o = Json.F.objectNode();
    sheet.faceMap().ifPresent(m -> o.set("faceMap", faceMap(m)));
    ObjectNode regions = o.putObject("regions");
    sheet.regions().forEach((k, v) -> regions.set(k, AreaJson.write(v, 0)));
    if (!sheet.leftAlone().isEmpty()) {
      o.set("leftAlone", left(sheet.leftAlone()));
    }
    ArrayNode passes = o.putArray("passes");
    sheet.passes().forEach(p -> passes.add(PassJson.write(p)));
    return o;
  }

  /**
   * @param newer whether a newer version wrote it: what cannot be understood is kept then, and is
   *     an error else
   * @throws IllegalArgumentException when something is missing or out of its range
   */
  public static RunSheet read(JsonNode o, boolean newer) {
    List<Pass> passes = new ArrayList<>();
    Stage near = Stage.FRAME;
    for (JsonNode n : o.path("passes")) {
      Pass p = pass(n, near, newer);
      near = p.kind().stage();
      passes.add(p);
    }
    return new RunSheet(
        readFaceMap(o),
        readRegions(o.path("regions"), newer),
        passes,
        readLeft(o.path("leftAlone")));
  }

  private static Pass pass(JsonNode n, Stage near, boolean newer) {
    try {
      return PassJson.read(n, near, List.of());
    } catch (IllegalArgumentException e) {
      if (newer) {
        return PassJson.unknown(n, near);
      }
      throw e;
    }
  }

  static ArrayNode left(List<Saliency.Place> places) {
    ArrayNode out = Json.F.arrayNode();
    places.forEach(p -> out.add(Json.array(p.x(), p.y(), p.sizeMm(), p.ratio())));
    return out;
  }

  static List<Saliency.Place> readLeft(JsonNode n) {
    List<Saliency.Place> out = new ArrayList<>();
    for (JsonNode p : n) {
      double[] v = Json.numbers(p, "leftAlone", 4);
      out.add(new Saliency.Place(v[0], v[1], v[2], v[3]));
    }
    return out;
  }

  static ObjectNode faceMap(FaceMap m) {
    ObjectNode o = Json.F.objectNode();
    o.set("rightEye", Json.array(m.rightEye().x(), m.rightEye().y()));
    o.set("leftEye", Json.array(m.leftEye().x(), m.leftEye().y()));
    o.put("eyeDistanceMm", m.eyeDistanceMm());
    m.extra().addTo(o);
    if (!m.faces().isEmpty()) {
      boolean later = m.regionForm() > FaceMap.FIRST_REGIONS;
      if (later) {
        o.put("regionForm", m.regionForm());
      }
      ArrayNode faces = o.putArray("faces");
      m.faces().forEach(f -> faces.add(FaceJson.write(f, later)));
      ObjectNode person = FaceJson.write(m.faces().get(0).person());
      Extra.all(m.extra().get("person")).addTo(person);
      o.set("person", person);
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
            FaceJson.readFaces(m),
            regionForm(m),
            extra(m)));
  }

  /** Of a newer version's form this one knows the last of its own. */
  private static int regionForm(JsonNode map) {
    int form = map.path("regionForm").asInt(FaceMap.FIRST_REGIONS);
    return Math.max(FaceMap.FIRST_REGIONS, Math.min(FaceMap.REGIONS, form));
  }

  /** Of the person too, which is written once for all faces. */
  private static Extra extra(JsonNode map) {
    Extra person = Extra.beyond(map.path("person"), FaceJson.PERSON);
    Extra own = Extra.beyond(map, FACE_MAP);
    ObjectNode o = Json.F.objectNode();
    person.addTo(o);
    return person.isEmpty() ? own : own.with("person", o);
  }

  static Pin pin(JsonNode n) {
    double[] v = Json.numbers(n, "pin", 2);
    return new Pin(v[0], v[1]);
  }

  private static Map<String, Area> readRegions(JsonNode n, boolean newer) {
    Map<String, Area> out = new TreeMap<>();
    n.properties().forEach(e -> out.put(e.getKey(), region(e.getValue(), List.of(), newer)));
    return out;
  }

  /** An area; one that only a newer version can read covers nothing and is kept as it is. */
  static Area region(JsonNode n, List<Stroke> earlier, boolean newer) {
    try {
      return AreaJson.read(n, earlier);
    } catch (IllegalArgumentException e) {
      if (newer) {
        return new Area(
            Area.Base.NONE, "", List.of(), List.of(), List.of(), 0, false, Extra.all(n));
      }
      throw e;
    }
  }
}
