package carezza.reading;

import carezza.face.FaceMap;
import carezza.geometry.Framing;
import java.util.List;
import java.util.Optional;

/**
 * What readings are taken from: each is found when it is first asked for, and once. Now is the
 * sheet without Finish; before is the same with the stages Clean to Skin muted too.
 */
public interface ReadingInputs {
  Optional<FaceMap> faceMap();

  /** Whether a face was found or laid, not only its eyes pinned. */
  default boolean hasFace() {
    return faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
  }

  /** What of the picture is shown, and how it lies. */
  Framing framing();

  /** Whether a region was found or pointed out. */
  boolean hasRegion(String name);

  /** A region at a level with some pixels a mm for fine texture, or at full size. */
  RegionLight region(String name);

  /** Readings of all skin. */
  List<Reading> skin();

  /** Sites of skin compared, where there is skin and a face was found. */
  Optional<SiteReadings> sites();

  /** CIELAB, before, of the place that skin is measured against. */
  Optional<double[]> reference();

  List<Reading> teeth();

  /** Both eyes' whites, their balance, and catch-lights. */
  List<Reading> eyes();

  /** How many of the heals match. */
  Reading healMatch();

  /** What a pass in two bands leaves of the pores in its broad band. */
  Reading split();

  /** Mired and Duv of the light. */
  List<Reading> cast();

  /** Of the skin: the end of Light against the source. */
  List<Reading> exposure();

  /** Along the borders of areas. */
  Reading halo();

  Reading focus();

  /** What draws the eye beside the sitter. */
  Reading pull();

  /** Marks that are plain to see in a playbill. */
  Reading toBeSeen();

  /** What the kind of pass that has a reading finds to do. */
  Reading amount(String reading);
}
