package carezza.pass;

import carezza.area.Area;
import carezza.face.FaceMap;
import carezza.geometry.Framing;
import carezza.reading.Reading;
import java.util.List;
import java.util.Optional;

/** What is known of a picture when a pass is proposed or begun. */
public interface Known {
  Optional<FaceMap> faceMap();

  /** A region as it was pointed out or found; empty when neither. */
  Area region(String name);

  /** What of the picture is shown and written, and how it lies. */
  Framing framing();

  /** The passes there are, first applied first. */
  List<Pass> passes();

  /** A reading that could be had. */
  Optional<Reading> reading(String name);

  /** Whether a face was found or laid, not only its eyes pinned. */
  default boolean hasFace() {
    return faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
  }
}
