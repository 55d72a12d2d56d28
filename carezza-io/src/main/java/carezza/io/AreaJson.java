package carezza.io;

import carezza.area.Area;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.setting.Extra;
import carezza.setting.Json;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Areas as JSON trees and back; what a newer version wrote stays with the part it stands in. */
final class AreaJson {
  private static final Set<String> OWN =
      Set.of("base", "region", "inverted", "grown", "terms", "followMm", "strokesFrom", "strokes");
  private static final Set<String> SEED = Set.of("like", "x", "y", "reach");
  private static final Set<String> STROKE = Set.of("puts", "mm", "touches", "edge", "s");

  private AreaJson() {}

  static String key(Enum<?> e) {
    return e.name().toLowerCase(Locale.ROOT);
  }

  /** The constant of a name; none for one that only a newer version has. */
  static <E extends Enum<E>> Optional<E> constant(Class<E> type, JsonNode n) {
    return Arrays.stream(type.getEnumConstants())
        .filter(c -> key(c).equals(n.asText()))
        .findFirst();
  }

  /** An area whose first {@code known} strokes are left out. */
  static ObjectNode write(Area a, int known) {
    ObjectNode o = Json.F.objectNode();
    o.put("base", key(a.base()));
    if (!a.region().isEmpty()) {
      o.put("region", a.region());
    }
    if (a.inverted()) {
      o.put("inverted", true);
    }
    if (!a.seeds().isEmpty()) {
      ArrayNode grown = o.putArray("grown");
      a.seeds().forEach(g -> grown.add(write(g)));
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
      a.strokes().subList(known, a.strokes().size()).forEach(s -> strokes.add(write(s)));
    }
    a.extra().addTo(o);
    return o;
  }

  private static ObjectNode write(Seed g) {
    ObjectNode o = Json.F.objectNode();
    if (g.like() != Seed.Like.UNKNOWN) {
      o.put("like", key(g.like())).put("x", g.x()).put("y", g.y()).put("reach", g.reach());
    }
    g.extra().addTo(o);
    return o;
  }

  private static ObjectNode write(Stroke s) {
    ObjectNode o =
        Json.F.objectNode()
            .put("puts", s.brush().puts())
            .put("mm", s.brush().sizeMm())
            .put("touches", s.brush().touches())
            .put("edge", s.brush().edge())
            .put("s", StrokeCode.encode(s.samples()));
    s.extra().addTo(o);
    return o;
  }

  /**
   * @param earlier strokes that {@link #write} may have left out
   */
  static Area read(JsonNode n, List<Stroke> earlier) {
    Extra extra = Extra.beyond(n, OWN);
    Optional<Area.Base> base =
        n.has("base") ? constant(Area.Base.class, n.path("base")) : Optional.of(Area.Base.NONE);
    if (base.isEmpty()) {
      extra = extra.with("base", n.path("base"));
    }
    if (base.isEmpty() && n.has("region")) {
      extra = extra.with("region", n.path("region"));
    }
    List<Seed> seeds = new ArrayList<>();
    n.path("grown").forEach(g -> seeds.add(seed(g)));
    List<Stroke> strokes =
        new ArrayList<>(
            earlier.subList(0, Math.min(earlier.size(), n.path("strokesFrom").asInt(0))));
    n.path("strokes").forEach(s -> strokes.add(stroke(s)));
    List<Term> terms = new ArrayList<>();
    n.path("terms").forEach(t -> terms.add(TermJson.read(t)));
    return new Area(
        base.orElse(Area.Base.NONE),
        base.isEmpty() ? "" : n.path("region").asText(""),
        seeds,
        strokes,
        terms,
        n.path("followMm").asDouble(0),
        n.path("inverted").asBoolean(false),
        extra);
  }

  private static Seed seed(JsonNode g) {
    Optional<Seed.Like> like =
        constant(Seed.Like.class, g.path("like")).filter(l -> l != Seed.Like.UNKNOWN);
    return like.map(
            l ->
                new Seed(
                    l,
                    Json.number(g.path("x"), "x"),
                    Json.number(g.path("y"), "y"),
                    g.path("reach").asDouble(1),
                    Extra.beyond(g, SEED)))
        .orElseGet(() -> new Seed(Seed.Like.UNKNOWN, 0, 0, 1, Extra.all(g)));
  }

  private static Stroke stroke(JsonNode s) {
    Stroke.Brush brush =
        new Stroke.Brush(
            s.path("puts").asBoolean(true),
            Json.number(s.path("mm"), "mm"),
            s.path("touches").asInt(),
            s.path("edge").asDouble());
    return new Stroke(brush, StrokeCode.decode(s.path("s").asText()), Extra.beyond(s, STROKE));
  }
}
