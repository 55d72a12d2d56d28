package carezza.color;

/**
 * The CIEDE2000 colour difference with kL = kC = kH = 1 (Sharma, Wu, Dalal 2005, "The CIEDE2000
 * color-difference formula: implementation notes, supplementary test data, and mathematical
 * observations"; its 34 pairs are the test).
 */
public final class DeltaE2000 {
  private static final double POW25_7 = Math.pow(25, 7);

  private DeltaE2000() {}

  public static double between(double[] lab1, double[] lab2) {
    return between(lab1[0], lab1[1], lab1[2], lab2[0], lab2[1], lab2[2]);
  }

  public static double between(double l1, double a1, double b1, double l2, double a2, double b2) {
    double cMean = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
    double g = 0.5 * (1 - chromaWeight(cMean));
    double ap1 = (1 + g) * a1;
    double ap2 = (1 + g) * a2;
    double c1 = Math.hypot(ap1, b1);
    double c2 = Math.hypot(ap2, b2);
    double h1 = hue(ap1, b1);
    double h2 = hue(ap2, b2);
    boolean grey = c1 * c2 == 0;
    double dh = grey ? 0 : wrap(h2 - h1);
    double dL = l2 - l1;
    double dC = c2 - c1;
    double dH = 2 * Math.sqrt(c1 * c2) * Math.sin(Math.toRadians(dh / 2));
    double lMean = (l1 + l2) / 2;
    double cpMean = (c1 + c2) / 2;
    double hMean = grey ? h1 + h2 : meanHue(h1, h2);
    double t = hueWeight(hMean);
    double turn = 30 * Math.exp(-Math.pow((hMean - 275) / 25, 2));
    double l50 = (lMean - 50) * (lMean - 50);
    double sL = 1 + 0.015 * l50 / Math.sqrt(20 + l50);
    double sC = 1 + 0.045 * cpMean;
    double sH = 1 + 0.015 * cpMean * t;
    double rT = -2 * chromaWeight(cpMean) * Math.sin(Math.toRadians(2 * turn));
    double x = dL / sL;
    double y = dC / sC;
    double z = dH / sH;
    return Math.sqrt(x * x + y * y + z * z + rT * y * z);
  }

  /**
   * The hue part alone, signed: delta H' over its weight, positive where the second colour's hue
   * angle is the larger.
   */
  public static double hue(double[] lab1, double[] lab2) {
    double cMean = (Math.hypot(lab1[1], lab1[2]) + Math.hypot(lab2[1], lab2[2])) / 2;
    double g = 0.5 * (1 - chromaWeight(cMean));
    double ap1 = (1 + g) * lab1[1];
    double ap2 = (1 + g) * lab2[1];
    double h1 = hue(ap1, lab1[2]);
    double h2 = hue(ap2, lab2[2]);
    double c1 = Math.hypot(ap1, lab1[2]);
    double c2 = Math.hypot(ap2, lab2[2]);
    double dH = 2 * Math.sqrt(c1 * c2) * Math.sin(Math.toRadians(wrap(h2 - h1) / 2));
    return dH / (1 + 0.015 * (c1 + c2) / 2 * hueWeight(meanHue(h1, h2)));
  }

  private static double hueWeight(double hMean) {
    return 1
        - 0.17 * Math.cos(Math.toRadians(hMean - 30))
        + 0.24 * Math.cos(Math.toRadians(2 * hMean))
        + 0.32 * Math.cos(Math.toRadians(3 * hMean + 6))
        - 0.20 * Math.cos(Math.toRadians(4 * hMean - 63));
  }

  private static double chromaWeight(double c) {
    double c7 = Math.pow(c, 7);
    return Math.sqrt(c7 / (c7 + POW25_7));
  }

  private static double hue(double a, double b) {
    if (a == 0 && b == 0) {
      return 0;
    }
    double h = Math.toDegrees(Math.atan2(b, a));
    return h < 0 ? h + 360 : h;
  }

  private static double wrap(double d) {
    return d > 180 ? d - 360 : d < -180 ? d + 360 : d;
  }

  private static double meanHue(double h1, double h2) {
    double sum = h1 + h2;
    if (Math.abs(h1 - h2) <= 180) {
      return sum / 2;
    }
    return sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  }
}
