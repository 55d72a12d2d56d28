package carezza.screen;

import carezza.engine.SheetView;
import carezza.image.RgbBlock;

/**
 * A way to look at the picture. What it makes of light is light again, to be encoded for the
 * screen. Stateless; frames take two views for the same when they are the same object.
 */
public interface CheckView {
  /** Name in the word bundle. */
  String key();

  /** How far round a place what is shown there looks, mm. */
  default double reachMm(SheetView picture) {
    return 0;
  }

  /** Whether it compares with the picture as it was before. */
  default boolean compares() {
    return false;
  }

  /** Whether what is shown of a place rests on the whole picture. */
  default boolean looksAtAll() {
    return false;
  }

  /** Whether places that rival the eyes are listed beside it. */
  default boolean listsRivals() {
    return false;
  }

  /** What draws the blocks of a frame. */
  Drawing of(SheetView picture);

  /** Draws blocks; used by several threads. */
  interface Drawing {
    /** The picture as it is. */
    Drawing PLAIN = new Drawing() {};

    /**
     * A block of the picture as this view shows it, over the same rectangle.
     *
     * @param b not written to; within the view's reach of its edges nothing is shown
     */
    default RgbBlock light(RgbBlock b) {
      return b;
    }

    /** Whether {@link #row} changes anything. */
    default boolean changesRows() {
      return false;
    }

    /** Changes a row of screen pixels. */
    default void row(ScreenRow row) {}
  }
}
