package carezza.io;

import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.setting.Field;
import carezza.setting.Json;
import carezza.setting.NumberField;
import carezza.setting.PlaceField;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Map;
import java.util.TreeMap;

/**
 * Form 1 of the document, read as form 2: a pass had its numbers in {@code values}, its places in
 * {@code places} and heals as bare arrays without ids in {@code heals}.
 */
final class EarlierForm {
  private static final String[] HEAL = {"x0", "y0", "x1", "y1", "mm", "dx", "dy"};

  private EarlierForm() {}

  /** A document of any form up to the present one in the present one; written to. */
  static ObjectNode upgraded(ObjectNode document) {
    if (document.path("carezza").asInt() < 2) {
      document.path("passes").forEach(p -> upgradePass((ObjectNode) p));
    }
    return document;
  }

  /** A pass of form 1, in a document or a line of the journal, as one of form 2. */
  static void upgradePass(ObjectNode p) {
    if (p.has("settings")) {
      return;
    }
    ObjectNode settings = p.putObject("settings");
    p.path("values").properties().forEach(e -> settings.set(e.getKey(), e.getValue()));
    p.path("places").properties().forEach(e -> settings.set(e.getKey(), e.getValue()));
    if (p.has("heals")) {
      ArrayNode heals = settings.putArray("heals");
      for (JsonNode h : p.path("heals")) {
        ObjectNode heal = heals.addObject().put("id", heals.size());
        for (int i = 0; i < HEAL.length; i++) {
          heal.set(HEAL[i], h.path(i));
        }
      }
    }
    p.remove("values");
    p.remove("places");
    p.remove("heals");
  }

  /** A sheet as form 1 wrote it: by this the journals of that form know their documents. */
  static ObjectNode downgraded(RunSheet sheet) {
    ObjectNode o = SheetJson.write(sheet);
    ArrayNode passes = o.putArray("passes");
    sheet.passes().forEach(p -> passes.add(downgraded(p)));
    return o;
  }

  private static ObjectNode downgraded(Pass p) {
    ObjectNode o = Json.F.objectNode();
    o.put("id", p.id()).put("kind", p.kind().key()).put("on", p.on()).put("strength", p.strength());
    ObjectNode values = o.putObject("values");
    Map<String, Double> sorted = new TreeMap<>();
    Map<String, JsonNode> places = new TreeMap<>();
    for (Field<?> f : p.kind().fields()) {
      if (f instanceof NumberField n && !n.isLater()) {
        sorted.put(n.key(), p.get(n));
      } else if (f instanceof PlaceField q && p.get(q).isPresent()) {
        places.put(q.key(), q.write(p.get(q)));
      }
    }
    sorted.forEach(values::put);
    if (p.kind().usesArea()) {
      o.set("area", AreaJson.write(p.area(), 0));
    }
    if (!places.isEmpty()) {
      o.putObject("places").setAll(places);
    }
    if (!p.items(Heal.class).isEmpty()) {
      ArrayNode heals = o.putArray("heals");
      for (Heal h : p.items(Heal.class)) {
        heals.add(Json.array(h.x0(), h.y0(), h.x1(), h.y1(), h.sizeMm(), h.dx(), h.dy()));
      }
    }
    return o;
  }
}
