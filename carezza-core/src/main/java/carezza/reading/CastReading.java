package carezza.reading;

import carezza.neutral.Lights;
import carezza.neutral.Proposal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The colour of the light in a picture against D65, as its sources weighed together or a grey card
 * say: mired (positive is warmer) and Duv (positive is greener); and by how much the lights on both
 * sides of the face differ. Where no light explains what is seen nothing is said.
 */
public final class CastReading {
  private CastReading() {}

  /**
   * @return mired, Duv and the lights apart
   */
  public static List<Reading> of(Lights lights) {
    List<Reading> out = new ArrayList<>();
    Optional<Proposal> first = lights.first();
    if (first.isEmpty()) {
      String why =
          lights.proposals().stream().allMatch(Proposal::isSurface) ? "noNeutral" : "lightsDiffer";
      out.add(Reading.missing("castMired", why));
      out.add(Reading.missing("castDuv", why));
    } else {
      Proposal p = first.get();
      out.add(reading("castMired", p.light().mired(), p));
      out.add(reading("castDuv", p.light().duv(), p));
    }
    out.add(
        lights.apart().isPresent()
            ? Reading.reported("lightsApart", Double.NaN, lights.apart().getAsDouble(), "")
            : Reading.missing("lightsApart", "oneLight"));
    return out;
  }

  private static Reading reading(String name, double now, Proposal p) {
    double[] band = ReadingBands.of(name);
    return new Reading(name, Double.NaN, now, band[0], band[1], p.method(), "");
  }
}
