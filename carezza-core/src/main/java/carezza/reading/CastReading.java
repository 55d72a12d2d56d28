package carezza.reading;

import carezza.color.Adaptation;
import carezza.color.CieLab;
import carezza.color.WorkingSpace;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The colour of the light in a picture, as far as it can be told, against D65: mired (positive is
 * warmer) and Duv (positive is greener).
 *
 * <p>Every surface that is not skin is asked by shades of grey (G. Finlayson and E. Trezzi, "Shades
 * of gray and colour constancy", 2004; Minkowski norm 6), and the eye whites, which are not
 * neutral: a white eye has a b* of about 4, which is taken off first. A surface may have a colour
 * of its own; so the two that agree best count, and where none agree nothing can be said.
 */
public final class CastReading {
  private static final double NORM = 6;
  private static final double WHITE_B = 4;

  /** Two agree when they stand no farther apart than this: twice the band. */
  private static final double AGREE_MIRED = 16;

  private static final double AGREE_DUV = 0.008;
  private static final double LEAST_SHARE = 0.01;

  private CastReading() {}

  /** What one surface says: mired and Duv. */
  private record Said(boolean eyes, double mired, double duv) {
    double apart(Said o) {
      return Math.max(Math.abs(mired - o.mired) / AGREE_MIRED, Math.abs(duv - o.duv) / AGREE_DUV);
    }
  }

  /**
   * @param b the whole picture
   * @param surfaces weights 0..1 of clothing and backdrop, or of all where nothing is known
   * @param whites weights of the eye whites, where they are known
   * @return mired and Duv
   */
  public static List<Reading> of(RgbBlock b, List<Plane> surfaces, Optional<Plane> whites) {
    List<Said> said = new ArrayList<>();
    surfaces.forEach(s -> said(false, shades(b, s)).ifPresent(said::add));
    whites.flatMap(w -> said(true, white(b, w))).ifPresent(said::add);
    if (said.isEmpty()) {
      return missing("noNeutral");
    }
    Said one = said.get(0);
    Said other = one;
    double least = said.size() == 1 ? 0 : Double.MAX_VALUE;
    for (int i = 0; i < said.size(); i++) {
      for (int j = i + 1; j < said.size(); j++) {
        if (said.get(i).apart(said.get(j)) < least) {
          one = said.get(i);
          other = said.get(j);
          least = one.apart(other);
        }
      }
    }
    if (least > 1) {
      return missing("lightsDiffer");
    }
    String method = one.eyes() || other.eyes() ? "greyAndEyes" : "grey";
    double[] mired = ReadingBands.of("castMired");
    double[] duv = ReadingBands.of("castDuv");
    double m = (one.mired() + other.mired()) / 2;
    double d = (one.duv() + other.duv()) / 2;
    return List.of(
        new Reading("castMired", Double.NaN, m, mired[0], mired[1], method, ""),
        new Reading("castDuv", Double.NaN, d, duv[0], duv[1], method, ""));
  }

  private static List<Reading> missing(String why) {
    List<Reading> out = new ArrayList<>();
    out.add(Reading.missing("castMired", why));
    out.add(Reading.missing("castDuv", why));
    return out;
  }

  /** The light that makes a colour of what is neutral: the opposite of what neutralises it. */
  private static Optional<Said> said(boolean eyes, double[] rgb) {
    try {
      double[] s = Adaptation.neutralising(rgb[0], rgb[1], rgb[2]);
      return Optional.of(new Said(eyes, -s[0], -s[1]));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  private static double[] shades(RgbBlock b, Plane surface) {
    double[] sum = new double[3];
    double n = 0;
    for (int i = 0; i < b.size(); i++) {
      float y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
      float most = Math.max(b.r()[i], Math.max(b.g()[i], b.b()[i]));
      if (surface.data()[i] > 0.8f && y > 0.005f && most < 0.98f) {
        n++;
        for (int c = 0; c < 3; c++) {
          sum[c] += Math.pow(Math.max(0, b.channel(c)[i]), NORM);
        }
      }
    }
    for (int c = 0; c < 3; c++) {
      sum[c] = n < LEAST_SHARE * b.size() ? 0 : Math.pow(sum[c] / n, 1 / NORM);
    }
    return sum;
  }

  /** The median of the whites with the yellow taken off that a white eye has. */
  private static double[] white(RgbBlock b, Plane whites) {
    float[][] v = new float[3][b.size()];
    float[] lab = new float[3];
    int n = 0;
    for (int i = 0; i < b.size(); i++) {
      if (whites.data()[i] > 0.6f) {
        CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
        for (int c = 0; c < 3; c++) {
          v[c][n] = lab[c];
        }
        n++;
      }
    }
    if (n < 20) {
      return new double[3];
    }
    float[] rgb = new float[3];
    CieLab.toLight(
        (float) Robust.median(v[0], n),
        (float) Robust.median(v[1], n),
        (float) (Robust.median(v[2], n) - WHITE_B),
        rgb);
    return new double[] {rgb[0], rgb[1], rgb[2]};
  }
}
