package carezza.face;

import carezza.image.PixelReader;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/** Finds faces in a picture by itself. What it finds is an offer, to be confirmed by a person. */
public interface FaceFinder {
  /**
   * @return faces of those who sit for the picture, the most certain first; none when there is none
   * @throws java.util.concurrent.CancellationException when cancelled
   */
  List<FoundFace> find(PixelReader picture, BooleanSupplier cancelled);

  /** All faces, also of people behind who are out of focus. */
  default List<FoundFace> everybody(PixelReader picture, BooleanSupplier cancelled) {
    return find(picture, cancelled);
  }

  /**
   * The face whose pupils were pinned, if there is one to be recognised, as where {@link #find} has
   * overlooked it.
   *
   * @param rightEye the sitter's right pupil, on the left of an upright picture
   */
  Optional<FoundFace> at(PixelReader picture, Pin rightEye, Pin leftEye);

  /** Outlines laid on pins, whether or not a face is recognised there. */
  FoundFace laid(PixelReader picture, PinnedFace pins);
}
