package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Optional;

/**
 * A place on the picture; none until one is pointed at.
 *
 * @param key name in the document and the word bundle
 * @param sizeMm diameter of what is measured there
 * @param isSetByAction whether it is set by what an action finds, never by itself
 */
public record PlaceField(String key, double sizeMm, boolean isSetByAction)
    implements Field<Optional<Place>> {
  public PlaceField(String key, double sizeMm) {
    this(key, sizeMm, false);
  }

  @Override
  public Optional<Place> start() {
    return Optional.empty();
  }

  @Override
  public Optional<Place> check(Optional<Place> value) {
    return value;
  }

  @Override
  public void addTo(Hash h, Optional<Place> value) {
    value.ifPresentOrElse(p -> h.add(p.x()).add(p.y()).add(p.sizeMm()), () -> h.add(false));
  }

  @Override
  public JsonNode write(Optional<Place> value) {
    return value.<JsonNode>map(p -> Json.array(p.x(), p.y(), p.sizeMm())).orElse(Json.F.nullNode());
  }

  @Override
  public Optional<Place> read(JsonNode n) {
    if (n.isNull()) {
      return Optional.empty();
    }
    double[] v = Json.numbers(n, key, 3);
    return Optional.of(new Place(v[0], v[1], v[2]));
  }

  @Override
  public ObjectNode schema() {
    ObjectNode place = Json.numbers("x, y, diameter in mm", 3);
    place.remove("type");
    place.putArray("type").add("array").add("null");
    return place;
  }
}
