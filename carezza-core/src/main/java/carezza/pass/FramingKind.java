package carezza.pass;

import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.setting.Settings;
import java.util.Optional;

/**
 * A kind that changes no pixel: it says which part of the picture is shown and written, and how it
 * lies. All passes work on the source's own pixels, whatever stands here, so strokes, heals and
 * areas stay on their skin; the picture is brought to the canvas once, after all of them.
 */
public interface FramingKind extends PassKind {
  /**
   * @param below the canvas that it is laid on
   */
  Framing framed(Pass p, Framing below);

  /** Whether it gives the others more to choose from, and so comes before them. */
  default boolean isGround() {
    return false;
  }

  @Override
  default Stage stage() {
    return Stage.FRAME;
  }

  /** How large the picture is now. */
  @Override
  default Optional<Summary> summary(Pass p, Known known) {
    Rect c = known.framing().canvas();
    return Optional.of(new Summary("sum.crop", c.w(), c.h()));
  }

  @Override
  default double maxStrength() {
    return 1;
  }

  @Override
  default boolean hasStrength() {
    return false;
  }

  @Override
  default boolean usesArea() {
    return false;
  }

  @Override
  default Settings neutral() {
    return Settings.start(fields());
  }

  /** Of the pixels below, which it leaves as they are. */
  @Override
  default boolean isNeutral(Pass p) {
    return true;
  }

  @Override
  default void apply(EvaluationContext context, RgbBlock block, float[] weight) {}
}
