package carezza.io;

import carezza.face.FoundFace;
import carezza.face.PersonMask;
import carezza.face.Pin;
import carezza.setting.Extra;
import carezza.setting.Json;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Set;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;

/** Found faces and where a picture shows a person, as JSON trees and back. */
final class FaceJson {
  private static final Set<String> FACE =
      Set.of("score", "rightPupil", "leftPupil", "irisWidthPx", "points", "sitter");
  static final Set<String> PERSON = Set.of("cellPx", "w", "h", "chance");
  private static final int MOST_CELLS = PersonMask.LARGEST * PersonMask.LARGEST;

  private FaceJson() {}

  /**
   * @param numbered whether sitters have numbers of their own, not only their order from the left
   */
  static ObjectNode write(FoundFace f, boolean numbered) {
    ObjectNode o = Json.F.objectNode();
    o.put("score", f.score());
    write(o.putArray("rightPupil"), f.rightPupil());
    write(o.putArray("leftPupil"), f.leftPupil());
    o.putArray("irisWidthPx").add(f.rightIrisPx()).add(f.leftIrisPx());
    ArrayNode points = o.putArray("points");
    f.mesh().forEach(p -> write(points, p));
    if (numbered) {
      o.put("sitter", f.sitter());
    }
    f.extra().addTo(o);
    return o;
  }

  private static void write(ArrayNode to, Pin p) {
    to.add(p.x()).add(p.y());
  }

  /** Cells row by row, one byte each, deflated, in Base64. */
  static ObjectNode write(PersonMask m) {
    Deflater deflater = new Deflater(Deflater.BEST_COMPRESSION);
    deflater.setInput(m.chance());
    deflater.finish();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    byte[] part = new byte[4096];
    while (!deflater.finished()) {
      out.write(part, 0, deflater.deflate(part));
    }
    deflater.end();
    return Json.F.objectNode()
        .put("cellPx", m.cellPx())
        .put("w", m.w())
        .put("h", m.h())
        .put("chance", Base64.getEncoder().encodeToString(out.toByteArray()));
  }

  /**
   * The faces of a face map.
   *
   * @throws IllegalArgumentException when something is missing or out of its range
   */
  static List<FoundFace> readFaces(JsonNode map) {
    List<FoundFace> out = new ArrayList<>();
    if (map.path("faces").isEmpty()) {
      return out;
    }
    PersonMask person = readPerson(map.path("person"));
    for (JsonNode f : map.path("faces")) {
      List<Pin> mesh = new ArrayList<>();
      JsonNode p = f.path("points");
      for (int i = 0; i + 1 < p.size(); i += 2) {
        mesh.add(new Pin(Json.number(p.path(i), "point"), Json.number(p.path(i + 1), "point")));
      }
      out.add(
          new FoundFace(
              f.path("score").asDouble(1),
              mesh,
              SheetJson.pin(f.path("rightPupil")),
              SheetJson.pin(f.path("leftPupil")),
              Json.number(f.path("irisWidthPx").path(0), "irisWidthPx"),
              Json.number(f.path("irisWidthPx").path(1), "irisWidthPx"),
              person,
              Math.max(0, f.path("sitter").asInt(0)),
              Extra.beyond(f, FACE)));
    }
    return out;
  }

  private static PersonMask readPerson(JsonNode n) {
    int w = n.path("w").asInt();
    int h = n.path("h").asInt();
    if (w < 1 || h < 1 || (long) w * h > MOST_CELLS) {
      throw new IllegalArgumentException("person = " + w + " x " + h + " cells, must be 1 to 320");
    }
    byte[] cells = new byte[w * h];
    Inflater inflater = new Inflater();
    try {
      inflater.setInput(Base64.getDecoder().decode(n.path("chance").asText()));
      int at = 0;
      while (at < cells.length) {
        int got = inflater.inflate(cells, at, cells.length - at);
        if (got == 0) {
          throw new IllegalArgumentException("person holds " + at + " cells, not " + cells.length);
        }
        at += got;
      }
      if (inflater.inflate(new byte[1]) > 0) {
        throw new IllegalArgumentException("person holds more than " + cells.length + " cells");
      }
    } catch (DataFormatException e) {
      throw new IllegalArgumentException("person cannot be unpacked", e);
    } finally {
      inflater.end();
    }
    return new PersonMask(Json.number(n.path("cellPx"), "cellPx"), w, h, cells);
  }
}
