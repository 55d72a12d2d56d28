package carezza.pass;

import carezza.color.Matrix3;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.List;
import java.util.Optional;

/**
 * A kind of pass: its parameters and its computation. Stateless. Everything a kind reads comes
 * through {@link EvaluationContext}; a pixel whose weight is 0 keeps its incoming bits.
 */
public interface PassKind {
  /** Name in the document and the word bundle. */
  String key();

  Stage stage();

  List<Parameter> parameters();

  /** Highest strength, 1 to 2. */
  default double maxStrength() {
    return 2;
  }

  /** Readings that this kind moves, those shown first first. */
  List<ReadingKey> affects();

  /**
   * True for kinds that act on a painted or grown area; false where the kind has its own shapes.
   */
  default boolean usesArea() {
    return true;
  }

  /** The named region that a new pass of this kind acts on, or empty for the whole or nothing. */
  default String homeRegion() {
    return "";
  }

  /** True when these settings change nothing, wherever the area is. */
  boolean isNeutral(Pass p);

  /**
   * The rectangles of the picture below (source pixels), beyond {@code rect} itself, on which the
   * result in {@code rect} rests: those its analyses look at.
   */
  default List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    return List.of();
  }

  /** Whether the result also rests on the picture below in the whole of the pass's area. */
  default boolean looksAtOwnArea() {
    return false;
  }

  /** Whether the pass can change anything in {@code rect} (source pixels). */
  default boolean touches(Pass p, Frame frame, Rect rect) {
    return true;
  }

  /** Settings as they matter inside {@code rect}, beyond area and strength. */
  default long fingerprint(Pass p, Frame frame, Rect rect) {
    return p.settingsHash();
  }

  /**
   * The matrix on linear light that the pass is where its weight is 1, for kinds that are nothing
   * else: what rests on the picture below in ratios or up to a gain need not be found again when
   * such a pass acts on the whole picture; see {@link EvaluationContext#unlit}.
   */
  default Optional<Matrix3> light(Pass p) {
    return Optional.empty();
  }

  /**
   * Changes {@code block}, which holds the picture below, in place.
   *
   * @param weight mask of 0..1 a pixel without strength, or null for 1 everywhere
   */
  void apply(EvaluationContext context, RgbBlock block, float[] weight);
}
