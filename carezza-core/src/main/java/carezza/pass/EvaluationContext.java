package carezza.pass;

import carezza.area.Area;
import carezza.color.Matrix3;
import carezza.geometry.Framing;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.neutral.Lights;
import carezza.spot.SkinLine;
import carezza.spot.SkinSpot;
import java.util.List;
import java.util.function.Supplier;

/**
 * What a pass is given while it is evaluated: the picture below, masks, and a cache for analyses.
 */
public interface EvaluationContext {
  Pass pass();

  /** The same for the pass in another state. */
  EvaluationContext on(Pass p);

  Frame frame();

  /** What of the picture is shown, and how it lies. */
  Framing framing();

  /** The picture as the passes below leave it; an earlier one while {@link #isHeld}. */
  PixelReader below();

  /**
   * True while something below or the area is being dragged or drawn: {@link #below} and {@link
   * #area} are as they were before, and what is found in them goes on being used.
   */
  boolean isHeld();

  /**
   * The same over the picture as the passes below would leave it without those that are one matrix
   * of light on all of it. An analysis that reads it stays valid when the white balance or the
   * exposure below is changed.
   */
  EvaluationContext unlit();

  /** The same over the picture as the passes below would leave it without those of a stage. */
  EvaluationContext without(Stage stage);

  /** From the light that {@link #unlit} reads to that of the picture below as it is. */
  Matrix3 light();

  /** The pass's area as analyses are to take it. */
  Area area();

  /** Fingerprint of the picture below inside a rectangle of source pixels. */
  long belowFingerprint(Rect rect);

  /** Mask of an area at a level, 0..1. */
  Plane mask(Area area, int level, Rect rect);

  /** Fingerprint of an area's mask inside a rectangle of source pixels, regions resolved. */
  long areaFingerprint(Area area, Rect rect);

  /** Source pixels outside which an area's mask is 0. */
  Rect areaBounds(Area area);

  /** What the picture below shows of its light; takes a second on a picture not asked before. */
  Lights lights();

  /**
   * Marks on the skin of the picture below and flying hairs, those that show most first; none
   * without a face.
   */
  List<SkinSpot> spots();

  /** Those on the skin alone. */
  List<SkinSpot> skinMarks();

  /** Lines of the skin of the picture below, those that show most first; none without a face. */
  List<SkinLine> lines();

  /**
   * By how many stops the kinds that {@link PassKind#evensLight even light} would change the
   * picture below, each begun as it begins on this picture.
   */
  Plane evened(int level, Rect rect);

  /** Whether an analysis is at hand. */
  boolean isKnown(long key);

  /**
   * The analysis of this key, computed once and kept as long as memory allows.
   *
   * @param key fingerprint of everything the analysis reads
   * @param bytes rough size of the result
   */
  <T> T analysis(long key, long bytes, Supplier<T> compute);

  /**
   * As {@link #analysis}, and where it was found in an earlier sitting it is taken from there. What
   * is found {@link #isHeld while something is dragged} is not kept.
   */
  <T> T lasting(long key, long bytes, Lasting<T> form, Supplier<T> compute);
}
