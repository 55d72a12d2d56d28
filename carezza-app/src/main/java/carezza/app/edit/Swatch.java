package carezza.app.edit;

import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.setting.Colour;
import javafx.scene.AccessibleRole;
import javafx.scene.paint.Color;
import javafx.scene.shape.Rectangle;

/** A colour as it looks on an sRGB screen. */
final class Swatch extends Rectangle {
  private static final ColorEncoding SRGB = ColorEncoding.srgb();
  private static final float[] TO_SRGB = SRGB.toWorking().inverse().floats();

  Swatch(String name) {
    super(36, 16);
    setAccessibleRole(AccessibleRole.IMAGE_VIEW);
    setAccessibleText(name);
  }

  void show(Colour c) {
    float[] rgb = new float[3];
    CieLab.toLight((float) c.l(), (float) c.a(), (float) c.b(), rgb);
    setFill(colour(rgb));
  }

  /** Working-space light on an sRGB screen. */
  static Color colour(float[] rgb) {
    int[] code = new int[3];
    for (int k = 0; k < 3; k++) {
      float v = TO_SRGB[3 * k] * rgb[0] + TO_SRGB[3 * k + 1] * rgb[1] + TO_SRGB[3 * k + 2] * rgb[2];
      code[k] = SRGB.encode(k, 8, v);
    }
    return Color.rgb(code[0], code[1], code[2]);
  }
}
