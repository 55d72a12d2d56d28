package carezza.sheet;

import carezza.area.Area;
import carezza.face.FaceMap;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.reading.Reading;
import java.util.List;
import java.util.Optional;

/**
 * What a run sheet and the readings taken of it know.
 *
 * @param source bounds of the picture
 */
public record KnownSheet(RunSheet sheet, Rect source, List<Reading> readings) implements Known {
  @Override
  public Optional<FaceMap> faceMap() {
    return sheet.faceMap();
  }

  @Override
  public Area region(String name) {
    return sheet.region(name);
  }

  @Override
  public Framing framing() {
    return sheet.framing(source);
  }

  @Override
  public List<Pass> passes() {
    return sheet.passes();
  }

  @Override
  public Optional<Reading> reading(String name) {
    return readings.stream().filter(r -> r.name().equals(name) && r.isAvailable()).findFirst();
  }
}
