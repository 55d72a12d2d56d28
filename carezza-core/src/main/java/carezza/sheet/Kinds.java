package carezza.sheet;

import carezza.pass.PassKind;
import carezza.pass.clean.Heals;
import carezza.pass.clean.Piece;
import carezza.pass.even.Blend;
import carezza.pass.even.EvenPiece;
import carezza.pass.even.LaidColour;
import carezza.pass.even.Lines;
import carezza.pass.even.TwoBands;
import carezza.pass.even.UnderEyes;
import carezza.pass.features.Whiten;
import carezza.pass.frame.Crop;
import carezza.pass.frame.Extend;
import carezza.pass.frame.Proportions;
import carezza.pass.light.FallOff;
import carezza.pass.light.HueColour;
import carezza.pass.light.LocalLight;
import carezza.pass.light.Neutral;
import carezza.pass.light.Noise;
import carezza.pass.light.ThreePrimaries;
import carezza.pass.light.ZoneCurve;
import carezza.pass.relief.Glow;
import carezza.pass.relief.LightCurve;
import carezza.pass.relief.Quieten;
import carezza.pass.relief.Relief;
import carezza.pass.relief.Sheen;
import carezza.pass.skin.SkinGather;
import carezza.register.Register;
import java.util.List;
import java.util.Optional;

/** The register of pass kinds, in the order in which they are offered. */
public final class Kinds {
  private static final Register<PassKind> ALL =
      Register.of(
          PassKind.class,
          PassKind::key,
          List.of(
              new Crop(),
              new Extend(),
              new Proportions(),
              new Neutral(),
              new ZoneCurve(),
              new ThreePrimaries(),
              new HueColour(),
              new LocalLight(),
              new FallOff(),
              new Noise(),
              new Heals(),
              Piece.graft(),
              Piece.copyOver(),
              Piece.fill(),
              new UnderEyes(),
              new Lines(),
              new TwoBands(),
              new EvenPiece(),
              new Blend(),
              new LaidColour(),
              new Sheen(),
              new Relief(),
              new Glow(),
              LightCurve.dodge(),
              LightCurve.burn(),
              new Quieten(),
              Whiten.teeth(),
              Whiten.eyeWhites(),
              new SkinGather()));

  private Kinds() {}

  public static List<PassKind> all() {
    return ALL.all();
  }

  /**
   * @throws IllegalArgumentException when there is no kind of that name
   */
  public static PassKind of(String key) {
    return find(key).orElseThrow(() -> new IllegalArgumentException("no pass kind '" + key + "'"));
  }

  /** The kind of a name, if this version knows one. */
  public static Optional<PassKind> find(String key) {
    return ALL.find(key);
  }
}
