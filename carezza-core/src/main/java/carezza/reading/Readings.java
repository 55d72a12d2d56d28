package carezza.reading;

import carezza.register.Register;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.function.Predicate;

/** The register of readings, in the order in which they are listed. */
public final class Readings {
  private static final Register<ReadingKind> ALL =
      Register.of(
          ReadingKind.class,
          ReadingKind::key,
          List.of(
              Measure.among("textureKept", Format.PERCENT, ReadingInputs::skin, Need.SKIN),
              Measure.among("smallFormsKept", Format.PERCENT, ReadingInputs::skin, Need.SKIN),
              Measure.among("reliefKept", Format.PERCENT, ReadingInputs::skin, Need.SKIN),
              Measure.among("blotch", Format.LSTAR, ReadingInputs::skin, Need.SKIN),
              Measure.among("spread", Format.DELTA_E, ReadingInputs::skin, Need.SKIN),
              Measure.among("lightness", Format.STOP, ReadingInputs::skin, Need.SKIN),
              Measure.among("linesKept", Format.PERCENT, ReadingInputs::skin, Need.SKIN),
              Measure.among("lightKept", Format.PERCENT, ReadingInputs::skin, Need.SKIN).reported(),
              Measure.among("blown", Format.MM, ReadingInputs::skin, Need.SKIN),
              Measure.among("gamut", Format.CM2, ReadingInputs::skin, Need.SKIN).reported(),
              Measure.of("siteMatch", Format.DELTA_E, Readings::siteMatch, Need.FACE, Need.SKIN),
              Measure.of("skinHue", Format.DELTA_E, Readings::skinHue, Need.FACE, Need.SKIN),
              Measure.of("skinType", Format.DEGREES, Readings::skinType, Need.FACE, Need.SKIN)
                  .reported(),
              Measure.among("teethLift", Format.STOP, ReadingInputs::teeth, Need.TEETH),
              Measure.among("teethYellow", Format.SHARE, ReadingInputs::teeth, Need.TEETH),
              Measure.among("teethWhiteness", Format.WHOLE, ReadingInputs::teeth, Need.TEETH),
              Measure.among("eyeWhitesLift", Format.STOP, ReadingInputs::eyes, Need.EYE_WHITES),
              Measure.among("eyeWhitesYellow", Format.SHARE, ReadingInputs::eyes, Need.EYE_WHITES),
              Measure.among(
                      "eyeWhitesRedness", Format.PERCENT, ReadingInputs::eyes, Need.EYE_WHITES)
                  .reported(),
              Measure.among(
                  "eyeBalance", Format.LSTAR, ReadingInputs::eyes, Need.EYES, Need.EYE_WHITES),
              Measure.among(
                  "catchLights", Format.PERCENT, ReadingInputs::eyes, Need.FACE, Need.EYE_WHITES),
              Measure.of("faceStretch", Format.PERCENT, FaceStretch::of, Need.EYES),
              Measure.of("healMatch", Format.PERCENT, ReadingInputs::healMatch),
              Measure.of("split", Format.PERCENT, ReadingInputs::split),
              Measure.among("castMired", Format.MIRED, ReadingInputs::cast).unhurried().reported(),
              Measure.among("castDuv", Format.DUV, ReadingInputs::cast).unhurried().reported(),
              Measure.among("lightsApart", Format.MIRED, ReadingInputs::cast, Need.FACE)
                  .unhurried()
                  .reported(),
              Measure.among("skinExposure", Format.STOP, ReadingInputs::exposure, Need.SKIN)
                  .unhurried()
                  .reported(),
              Measure.among("skinTint", Format.SIGNED_DELTA_E, ReadingInputs::exposure, Need.SKIN)
                  .unhurried()
                  .reported(),
              Measure.of("halo", Format.LSTAR, ReadingInputs::halo).unhurried(),
              Measure.of("focus", Format.TIMES, ReadingInputs::focus, Need.FACE)
                  .unhurried()
                  .reported(),
              Measure.of("pull", Format.TIMES, ReadingInputs::pull, Need.FACE)
                  .unhurried()
                  .reported(),
              Measure.of("toBeSeen", Format.WHOLE, ReadingInputs::toBeSeen, Need.FACE, Need.SKIN)
                  .unhurried()
                  .reported(),
              amount("eyeShade", Format.STOPS_DEEP),
              amount("hotPlaces", Format.STOPS_DEEP),
              amount("blownSheen", Format.CM2)));

  private Readings() {}

  private static ReadingKind amount(String key, Format format) {
    return Measure.of(key, format, in -> in.amount(key), Need.FACE, Need.SKIN)
        .unhurried()
        .reported();
  }

  public static List<ReadingKind> all() {
    return ALL.all();
  }

  public static Optional<ReadingKind> find(String key) {
    return ALL.find(key);
  }

  /**
   * The readings of some kinds. One that fails says so and takes no other with it.
   *
   * @throws CancellationException when the inputs are no longer wanted
   */
  public static List<Reading> taken(ReadingInputs in, Predicate<ReadingKind> which) {
    return all().stream().filter(which).map(k -> taken(k, in)).toList();
  }

  private static Reading taken(ReadingKind k, ReadingInputs in) {
    try {
      Optional<Need> missing = k.needs().stream().filter(n -> !n.isMet(in)).findFirst();
      return missing.map(n -> Reading.missing(k.key(), n.reason())).orElseGet(() -> k.of(in));
    } catch (CancellationException e) {
      throw e;
    } catch (RuntimeException e) {
      return Reading.missing(k.key(), "failed");
    }
  }

  private static Reading siteMatch(ReadingInputs in) {
    return in.sites().map(SiteReadings::match).orElse(Reading.missing("siteMatch", "noSkin"));
  }

  private static Reading skinHue(ReadingInputs in) {
    return in.sites().map(s -> s.hue(in.reference())).orElse(Reading.missing("skinHue", "noSkin"));
  }

  private static Reading skinType(ReadingInputs in) {
    return in.sites().map(SiteReadings::typeAngle).orElse(Reading.missing("skinType", "noSkin"));
  }
}
