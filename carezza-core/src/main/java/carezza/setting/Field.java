package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * One setting as a kind of pass declares it. Immutable; values are immutable too.
 *
 * @param <T> what a value is
 */
public sealed interface Field<T>
    permits NumberField,
        FlagField,
        ChoiceField,
        ColourField,
        CurveField,
        HueRangesField,
        PlaceField,
        ItemsField {
  /** Name in the document and the word bundle, unique among the fields of a kind. */
  String key();

  /** Whether it is written only where it is not at its start, since documents without it exist. */
  default boolean isLater() {
    return false;
  }

  /** Value of a new pass. */
  T start();

  /**
   * The value itself.
   *
   * @throws IllegalArgumentException that says name, value and rule when it is not legal
   */
  T check(T value);

  void addTo(Hash h, T value);

  /** The value in a document. */
  JsonNode write(T value);

  /**
   * A value from a document, not yet checked against its range.
   *
   * @throws IllegalArgumentException that says the field's name when it is of another form
   */
  T read(JsonNode n);

  /** The form of {@link #write} in JSON Schema 2020-12. */
  ObjectNode schema();

  /** What the journal holds of a change: enough to make {@code now} from {@code before}. */
  default JsonNode delta(T before, T now) {
    return write(now);
  }

  /** The value that a {@link #delta} leads to; idempotent. */
  default T applied(T before, JsonNode delta) {
    return read(delta);
  }
}
