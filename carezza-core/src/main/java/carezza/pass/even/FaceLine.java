package carezza.pass.even;

import carezza.face.Pin;
import carezza.image.Hash;
import carezza.pass.Mark;
import carezza.setting.Extra;
import carezza.setting.ItemsField;
import carezza.setting.Json;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * A line of the skin along its middle.
 *
 * @param id unique in its list
 * @param path at least two points, source pixels
 * @param extra what a newer version knows of it
 */
record FaceLine(long id, List<Pin> path, Extra extra) implements Mark {
  /** How wide it is shown and pointed at. */
  private static final double WIDE_MM = 3;

  private static final int MOST_POINTS = 400;

  private static final String ID = "id";
  private static final String POINTS = "points";

  /** How lines stand in the document: x, y, x, y and so on. */
  static final ItemsField.Form<FaceLine> FORM =
      new ItemsField.Form<>() {
        @Override
        public void addTo(Hash h, FaceLine line) {
          h.add(line.path.size());
          line.path.forEach(p -> h.add(p.x()).add(p.y()));
        }

        @Override
        public ObjectNode write(FaceLine line) {
          ObjectNode o = Json.F.objectNode().put(ID, line.id);
          ArrayNode points = o.putArray(POINTS);
          line.path.forEach(p -> points.add(p.x()).add(p.y()));
          line.extra.addTo(o);
          return o;
        }

        @Override
        public FaceLine read(JsonNode n) {
          List<Pin> points = new ArrayList<>();
          JsonNode a = n.path(POINTS);
          for (int i = 0; i + 1 < a.size(); i += 2) {
            points.add(new Pin(Json.number(a.get(i), "line"), Json.number(a.get(i + 1), "line")));
          }
          long id = (long) Json.number(n.path(ID), "line " + ID);
          return new FaceLine(id, points, Extra.beyond(n, Set.of(ID, POINTS)));
        }

        @Override
        public ObjectNode schema() {
          ObjectNode o = Json.type("object");
          o.put("description", "a line of the skin; source pixels: x, y, x, y along its middle");
          ObjectNode members = o.putObject("properties");
          members.set(ID, Json.type("integer"));
          ObjectNode points = Json.type("array");
          points.set("items", Json.type("number"));
          members.set(POINTS, points);
          o.putArray("required").add(ID).add(POINTS);
          return o;
        }
      };

  FaceLine {
    path = List.copyOf(path);
    if (path.size() < 2 || path.size() > MOST_POINTS) {
      throw new IllegalArgumentException(
          "line: " + path.size() + " points, must be 2 to " + MOST_POINTS);
    }
  }

  /** A line that is in no list yet, by tenths of a pixel. */
  static FaceLine of(List<Pin> path) {
    return new FaceLine(
        0, path.stream().map(p -> new Pin(tenth(p.x()), tenth(p.y()))).toList(), Extra.NONE);
  }

  private static double tenth(double v) {
    return Math.round(10 * v) / 10.0;
  }

  FaceLine withId(long newId) {
    return new FaceLine(newId, path, extra);
  }

  @Override
  public double x0() {
    return path.get(0).x();
  }

  @Override
  public double y0() {
    return path.get(0).y();
  }

  @Override
  public double x1() {
    return path.get(path.size() - 1).x();
  }

  @Override
  public double y1() {
    return path.get(path.size() - 1).y();
  }

  /** Of the nearest of its pieces. */
  @Override
  public double distance(double x, double y) {
    return Pin.distance(path, x, y);
  }

  @Override
  public double sizeMm() {
    return WIDE_MM;
  }

  @Override
  public double dx() {
    return 0;
  }

  @Override
  public double dy() {
    return 0;
  }
}
