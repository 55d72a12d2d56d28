package carezza.io;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.pass.UnknownKind;
import carezza.setting.Extra;
import carezza.setting.Json;
import carezza.setting.Settings;
import carezza.sheet.Kinds;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Passes as JSON trees and back, whole or as what changed. */
final class PassJson {
  private static final Set<String> OWN =
      Set.of("id", "kind", "stage", "on", "name", "strength", "settings", "area");
  private static final Set<String> OWN_OF_UNKNOWN = Set.of("id", "kind", "stage", "on", "strength");

  private PassJson() {}

  static ObjectNode write(Pass p) {
    ObjectNode o = Json.F.objectNode();
    o.put("id", p.id());
    o.put("kind", p.kind().key());
    o.put("stage", AreaJson.key(p.kind().stage()));
    o.put("on", p.on());
    o.put("strength", p.strength());
    if (!p.name().isEmpty()) {
      o.put("name", p.name());
    }
    if (!(p.kind() instanceof UnknownKind)) {
      o.set("settings", p.settings().write());
    }
    if (p.kind().usesArea()) {
      o.set("area", AreaJson.write(p.area(), 0));
    }
    p.extra().addTo(o);
    return o;
  }

  /** What changed from an earlier state of the same pass. */
  static ObjectNode delta(Pass before, Pass now) {
    if (!now.kind().equals(before.kind()) || !now.extra().equals(before.extra())) {
      return write(now);
    }
    ObjectNode o = Json.F.objectNode().put("id", now.id());
    if (now.on() != before.on()) {
      o.put("on", now.on());
    }
    if (!now.name().equals(before.name())) {
      o.put("name", now.name());
    }
    if (now.strength() != before.strength()) {
      o.put("strength", now.strength());
    }
    if (!now.settings().equals(before.settings())) {
      o.set("settings", now.settings().delta(before.settings()));
    }
    if (!now.area().equals(before.area())) {
      o.set("area", AreaJson.write(now.area(), inCommon(before.area(), now.area())));
    }
    return o;
  }

  /** How many strokes, from the first, two areas share. */
  static int inCommon(Area a, Area b) {
    List<Stroke> x = a.strokes();
    List<Stroke> y = b.strokes();
    int n = 0;
    while (n < x.size() && n < y.size() && x.get(n).equals(y.get(n))) {
      n++;
    }
    return n;
  }

  /** The pass that a {@link #delta} leads to. */
  static Pass applied(Pass before, JsonNode n) {
    List<Stroke> strokes = before.area().strokes();
    if (n.has("kind")) {
      return read(n, before.kind().stage(), strokes);
    }
    Pass p = before.withOn(n.path("on").asBoolean(before.on()));
    p = p.withStrength(n.path("strength").asDouble(p.strength()));
    p = p.withName(n.path("name").asText(p.name()));
    if (n.has("settings")) {
      p = p.withSettings(p.settings().applied(n.path("settings")));
    }
    return n.has("area") ? p.withArea(AreaJson.read(n.path("area"), strokes)) : p;
  }

  /**
   * A whole pass.
   *
   * @param near stage of the pass before it, for a kind that is not known and says none
   * @param earlier strokes that it may leave out
   * @throws IllegalArgumentException when something of a known kind is missing or out of its range
   */
  static Pass read(JsonNode n, Stage near, List<Stroke> earlier) {
    Optional<PassKind> known = Kinds.find(n.path("kind").asText());
    if (known.isEmpty()) {
      return unknown(n, near);
    }
    PassKind kind = known.get();
    Pass bare =
        new Pass(
            n.path("id").asLong(),
            kind,
            Settings.read(kind.fields(), n.path("settings")),
            n.has("area") ? AreaJson.read(n.path("area"), earlier) : Area.WHOLE,
            n.path("strength").asDouble(1),
            n.path("on").asBoolean(true),
            "",
            Extra.beyond(n, OWN));
    return bare.withName(n.path("name").asText(""));
  }

  /** A pass that only a newer version can read: kept as it is. */
  static Pass unknown(JsonNode n, Stage near) {
    Stage stage = AreaJson.constant(Stage.class, n.path("stage")).orElse(near);
    PassKind kind = new UnknownKind(n.path("kind").asText(), stage);
    double strength = n.path("strength").asDouble(1);
    Extra extra = Extra.beyond(n, OWN_OF_UNKNOWN);
    boolean odd = n.has("stage") && AreaJson.constant(Stage.class, n.path("stage")).isEmpty();
    return new Pass(
        n.path("id").asLong(),
        kind,
        kind.neutral(),
        Area.WHOLE,
        strength >= 0 ? strength : 1,
        n.path("on").asBoolean(true),
        "",
        odd ? extra.with("stage", n.path("stage")) : extra);
  }
}
