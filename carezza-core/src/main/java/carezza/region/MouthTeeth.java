package carezza.region;

import carezza.area.ColourHistogram;
import carezza.area.ColourPlanes;
import carezza.area.Matte;
import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FoundFace;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import java.util.Arrays;

/**
 * Finds teeth in an open mouth. What is lightest in it and paler than the lips is taken for teeth,
 * what is darkest for not; the colours of both, and of the lips for what is not, are learnt from
 * there and again from the outcome a few times. None are found where the lightest is no paler than
 * the lips, or much darker.
 */
final class MouthTeeth {
  private static final double PX_PER_MM = 3.2;

  /** Stops by which log2 R/G of teeth lies under that of the lips, at least. */
  private static final double PALER = 0.1;

  /** Stops by which teeth may be darker than the lips, in the shade of the mouth. */
  private static final double DARKER = 0.5;

  private static final double LIGHT_MM = 0.2;
  private static final double RATIO_MM = 0.4;
  private static final double JOIN_MM = 0.3;

  /** Shares of the mouth, by lightness, that are taken for teeth and for not at first. */
  private static final double LIGHTEST = 0.25;

  private static final double DARKEST = 0.15;
  private static final int ROUNDS = 4;

  private MouthTeeth() {}

  static Matte find(PixelReader picture, FoundFace f, double pxPerMm) {
    Outline lips = Outline.through(f.points(FaceContours.OUTER_LIPS));
    Outline mouth = Outline.through(f.points(FaceContours.INNER_LIPS));
    Closeup seen = Closeup.of(picture, lips.bounds(), pxPerMm, PX_PER_MM);
    if (seen.isEmpty()) {
      return Closeup.nothing();
    }
    ColourPlanes c = seen.colours(picture, LIGHT_MM, RATIO_MM);
    float[] in = seen.coverage(mouth);
    float[] lip = seen.coverage(lips);
    float[] yes = new float[in.length];
    float[] no = new float[in.length];
    float[] sorted = lights(c, in);
    if (sorted.length < 50) {
      return Closeup.nothing();
    }
    float bright = sorted[(int) ((1 - LIGHTEST) * sorted.length)];
    float dark = sorted[(int) (DARKEST * sorted.length)];
    double red = 0;
    double light = 0;
    double lipLight = 0;
    double lipRed = 0;
    double lipArea = 0;
    double count = 0;
    for (int i = 0; i < in.length; i++) {
      lip[i] = Math.max(0, lip[i] - in[i]);
      lipRed += lip[i] * c.c1()[i];
      lipLight += lip[i] * c.light()[i];
      lipArea += lip[i];
      yes[i] = c.light()[i] >= bright ? in[i] : 0;
      no[i] = c.light()[i] <= dark ? in[i] : lip[i];
      red += yes[i] * c.c1()[i];
      light += yes[i] * c.light()[i];
      count += yes[i];
    }
    if (count == 0
        || lipArea == 0
        || red / count > lipRed / lipArea - PALER
        || light / count < lipLight / lipArea - DARKER) {
      return Closeup.nothing();
    }
    for (int round = 0; round < ROUNDS; round++) {
      weigh(c, in, lip, yes, no, JOIN_MM * seen.pxPerMm());
    }
    return seen.matte(yes);
  }

  private static void weigh(
      ColourPlanes c, float[] in, float[] lip, float[] yes, float[] no, double join) {
    ColourHistogram.Bins bins = ColourHistogram.Bins.shaded(c);
    ColourHistogram teeth = ColourHistogram.withShade(bins, yes);
    ColourHistogram other = ColourHistogram.of(bins, no);
    float[] post = new float[in.length];
    for (int i = 0; i < post.length; i++) {
      float a = teeth.density(bins, i);
      float b = other.density(bins, i);
      post[i] = a / (a + b);
    }
    float[] joined = Gaussian.blur(new Plane(c.rect(), post), join).data();
    for (int i = 0; i < post.length; i++) {
      float tooth = (float) SurfacePrior.step((joined[i] - 0.3) / 0.4);
      yes[i] = in[i] * tooth;
      no[i] = in[i] * (1 - tooth) + lip[i];
    }
  }

  private static float[] lights(ColourPlanes c, float[] in) {
    float[] out = new float[in.length];
    int n = 0;
    for (int i = 0; i < in.length; i++) {
      if (in[i] > 0.9f) {
        out[n++] = c.light()[i];
      }
    }
    out = Arrays.copyOf(out, n);
    Arrays.sort(out);
    return out;
  }
}
