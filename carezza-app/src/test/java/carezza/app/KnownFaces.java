package carezza.app;

import carezza.face.FaceFinder;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.face.PinnedFace;
import carezza.image.PixelReader;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/**
 * Stands in for the nets: says what it is told to.
 *
 * @param found in the whole picture
 * @param atPins where eyes were pinned
 * @param laid on five pins, null when that is not to be asked for
 */
record KnownFaces(List<FoundFace> found, Optional<FoundFace> atPins, FoundFace laid)
    implements FaceFinder {
  static final KnownFaces NONE = new KnownFaces(List.of(), Optional.empty(), null);

  @Override
  public List<FoundFace> find(PixelReader picture, BooleanSupplier cancelled) {
    return found;
  }

  @Override
  public Optional<FoundFace> at(PixelReader picture, Pin rightEye, Pin leftEye) {
    return atPins;
  }

  @Override
  public FoundFace laid(PixelReader picture, PinnedFace pins) {
    return laid;
  }
}
