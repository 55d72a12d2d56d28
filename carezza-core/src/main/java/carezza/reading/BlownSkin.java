package carezza.reading;

import carezza.color.Blown;
import carezza.color.ColorEncoding;
import carezza.filter.Flood;
import carezza.image.RgbBlock;
import java.util.function.IntPredicate;

/**
 * Skin that lost its drawing to the light: the largest patch that is newly blown in all channels,
 * and how much skin newly left the colours an sRGB screen can show.
 */
final class BlownSkin {
  /** How far below 0 or above 1 a channel of sRGB has to be to be out of it. */
  private static final float OUT = 0.005f;

  private static final float[] TO_SRGB = ColorEncoding.srgb().toWorking().inverse().floats();

  private final BroadSkin skin;

  BlownSkin(BroadSkin skin) {
    this.skin = skin;
  }

  private static boolean isBlown(RgbBlock b, int i) {
    return Blown.isWhite(b.r()[i], b.g()[i], b.b()[i]);
  }

  private static boolean isOut(RgbBlock b, int i) {
    float[] m = TO_SRGB;
    for (int c = 0; c < 3; c++) {
      float v = m[3 * c] * b.r()[i] + m[3 * c + 1] * b.g()[i] + m[3 * c + 2] * b.b()[i];
      if (v < -OUT || v > 1 + OUT) {
        return !isBlown(b, i);
      }
    }
    return false;
  }

  /** Diameter in mm of a disc as large as the largest patch. */
  Reading blown() {
    double area = largest(i -> isBlown(skin.lightNow, i) && !isBlown(skin.lightBefore, i));
    double[] band = ReadingBands.of("blown");
    double mm = 2 * Math.sqrt(area / Math.PI) / skin.px;
    return new Reading("blown", 0, mm, band[0], band[1], "", "");
  }

  /** Square centimetres, before and now. */
  Reading gamut() {
    double before = 0;
    double now = 0;
    for (int i = 0; i < skin.mask.data().length; i++) {
      if (skin.mask.data()[i] > 0) {
        before += isOut(skin.lightBefore, i) ? 1 : 0;
        now += isOut(skin.lightNow, i) ? 1 : 0;
      }
    }
    double cm2 = 100 * skin.px * skin.px;
    return Reading.reported("gamut", before / cm2, now / cm2, "");
  }

  /** Pixels of the largest piece of skin for which something holds. */
  private int largest(IntPredicate holds) {
    int n = skin.mask.data().length;
    boolean[] within = new boolean[n];
    boolean[] seen = new boolean[n];
    int[] queue = new int[n];
    for (int i = 0; i < n; i++) {
      within[i] = skin.mask.data()[i] > 0 && holds.test(i);
    }
    int most = 0;
    for (int start = 0; start < n; start++) {
      if (within[start] && !seen[start]) {
        seen[start] = true;
        queue[0] = start;
        most = Math.max(most, Flood.fill(skin.rect.w(), within, seen, queue, 1));
      }
    }
    return most;
  }
}
