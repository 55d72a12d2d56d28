package carezza.pass.frame;

import carezza.geometry.Box;
import carezza.geometry.Framing;
import carezza.geometry.Projection;
import carezza.pass.Frame;
import carezza.pass.FramingKind;
import carezza.pass.Pass;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;

/**
 * Width, height and perspective of the whole picture: it is scaled about the middle of its canvas,
 * and tilted so that one end becomes larger than the other. The canvas grows with the scaling;
 * where the tilt leaves corners without picture it shrinks about its middle until it is full.
 */
public final class Proportions implements FramingKind {
  static final NumberField WIDER = share("wider");
  static final NumberField TALLER = share("taller");

  /** By how much more than the middle the upper end is enlarged; the lower end by as much less. */
  static final NumberField ABOVE = share("largerAbove");

  static final NumberField RIGHT = share("largerRight");

  private static NumberField share(String key) {
    return new NumberField(key, Unit.PERCENT, -10, 10, 0, 0.1).useful(-2, 2);
  }

  @Override
  public String key() {
    return "proportions";
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(WIDER, TALLER, ABOVE, RIGHT);
  }

  @Override
  public List<String> affects() {
    return List.of("faceStretch");
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral().with(WIDER, 1.5).with(TALLER, -0.5).with(ABOVE, 3.0).with(RIGHT, -2.0);
  }

  @Override
  public Framing framed(Pass p, Framing below) {
    double sx = 1 + p.get(WIDER) / 100;
    double sy = 1 + p.get(TALLER) / 100;
    double w = sx * below.canvas().w();
    double h = sy * below.canvas().h();
    Projection tilt = Projection.tilt(p.get(RIGHT) / 100 / (w / 2), -p.get(ABOVE) / 100 / (h / 2));
    Projection toBelow = Projection.scale(1 / sx, 1 / sy).after(tilt);
    if (toBelow.isIdentity()) {
      return below;
    }
    double x = below.middleX();
    double y = below.middleY();
    Framing mapped = below.mapped(toBelow.about(x, y));
    Box canvas = new Box(x - w / 2, y - h / 2, x + w / 2, y + h / 2);
    return mapped.on(mapped.filled(canvas).pixels());
  }
}
