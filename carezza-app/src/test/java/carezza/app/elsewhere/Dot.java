package carezza.app.elsewhere;

import carezza.image.Hash;
import carezza.pass.Mark;
import carezza.setting.Extra;
import carezza.setting.ItemsField;
import carezza.setting.Json;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Set;

/** A disc in which the tinge is full. */
record Dot(long id, double x0, double y0, double sizeMm, Extra extra) implements Mark {
  static final ItemsField.Form<Dot> FORM =
      new ItemsField.Form<>() {
        @Override
        public void addTo(Hash h, Dot d) {
          h.add(d.x0).add(d.y0).add(d.sizeMm);
        }

        @Override
        public ObjectNode write(Dot d) {
          ObjectNode o = Json.F.objectNode().put("id", d.id);
          o.put("x", d.x0).put("y", d.y0).put("mm", d.sizeMm);
          d.extra.addTo(o);
          return o;
        }

        @Override
        public Dot read(JsonNode n) {
          return new Dot(
              n.path("id").asLong(),
              Json.number(n.path("x"), "dot"),
              Json.number(n.path("y"), "dot"),
              Json.number(n.path("mm"), "dot"),
              Extra.beyond(n, Set.of("id", "x", "y", "mm")));
        }

        @Override
        public ObjectNode schema() {
          return Json.type("object");
        }
      };

  @Override
  public double x1() {
    return x0;
  }

  @Override
  public double y1() {
    return y0;
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
