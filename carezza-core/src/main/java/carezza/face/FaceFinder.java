package carezza.face;

import carezza.image.PixelReader;
import java.util.List;
import java.util.function.BooleanSupplier;

/** Finds faces in a picture by itself. What it finds is an offer, to be confirmed by a person. */
public interface FaceFinder {
  /**
   * @return faces, the most certain first; none when there is none
   * @throws java.util.concurrent.CancellationException when cancelled
   */
  List<FoundFace> find(PixelReader picture, BooleanSupplier cancelled);
}
