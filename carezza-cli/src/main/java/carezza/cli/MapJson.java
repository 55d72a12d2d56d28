package carezza.cli;

import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.HeadTurn;
import carezza.face.Pin;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;

/** The face map for other tools: source pixels, right and left are the sitter's. */
final class MapJson {
  private static final JsonNodeFactory F = JsonNodeFactory.instance;

  private MapJson() {}

  /** Scale and faces; pinned eyes alone give the scale and no face. */
  static ObjectNode of(Loaded l) {
    ObjectNode o = F.objectNode();
    ArrayNode faces = F.arrayNode();
    l.sheet()
        .faceMap()
        .ifPresent(
            m -> {
              o.put("pxPerMm", m.pxPerMm()).put("pxPerMmError", m.pxPerMm() * m.relativeError());
              for (FoundFace f : m.faces()) {
                faces.add(face(f));
              }
            });
    o.set("faces", faces);
    return o;
  }

  private static ObjectNode face(FoundFace f) {
    ObjectNode o = F.objectNode();
    FaceMap own = FaceMap.of(List.of(f));
    o.put("score", f.score());
    o.put("pxPerMm", own.pxPerMm()).put("pxPerMmError", own.pxPerMm() * own.relativeError());
    o.put("irisWidthPx", (f.rightIrisPx() + f.leftIrisPx()) / 2);
    o.putArray("irisWidthsPx").add(f.rightIrisPx()).add(f.leftIrisPx());
    ArrayNode pupils = o.putArray("pupils");
    pupils.add(pin(f.rightPupil()));
    pupils.add(pin(f.leftPupil()));
    HeadTurn turn = HeadTurn.of(f.mesh());
    o.putObject("turnDegrees")
        .put("yaw", turn.yawDegrees())
        .put("pitch", turn.pitchDegrees())
        .put("roll", turn.rollDegrees());
    ArrayNode points = o.putArray("points");
    f.mesh().forEach(p -> points.add(pin(p)));
    return o;
  }

  private static ArrayNode pin(Pin p) {
    return F.arrayNode().add(p.x()).add(p.y());
  }
}
