package carezza.bench;

import carezza.field.WideGaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.Locale;
import java.util.Random;
import org.opencv.core.CvType;
import org.opencv.core.Mat;
import org.opencv.core.Size;
import org.opencv.imgproc.Imgproc;

/** Large Gaussians on one plane of 24 megapixels, beside OpenCV. */
final class SpeedBlur {
  private SpeedBlur() {}

  static void run(double copy) {
    nu.pattern.OpenCV.loadLocally();
    Plane in = new Plane(new Rect(0, 0, 6000, 4000));
    Random random = new Random(4);
    for (int i = 0; i < in.data().length; i++) {
      in.data()[i] = random.nextFloat();
    }
    for (double sigma : new double[] {32, 128}) {
      double[] t = new double[7];
      for (int k = 0; k < t.length; k++) {
        t[k] = Yardstick.seconds(() -> WideGaussian.blur(in, sigma));
      }
      System.out.printf(
          Locale.ROOT,
          "Gaussian of sigma %.0f: %.3f s = %.1f C   bar 8 C;  OpenCV %.3f s%n",
          sigma,
          Yardstick.median(t),
          Yardstick.median(t) / copy,
          openCv(in, sigma));
    }
  }

  private static double openCv(Plane in, double sigma) {
    Mat m = new Mat(in.h(), in.w(), CvType.CV_32F);
    m.put(0, 0, in.data());
    Mat out = new Mat();
    return Yardstick.seconds(
        () ->
            Imgproc.GaussianBlur(
                m, out, new Size(0, 0), sigma, sigma, org.opencv.core.Core.BORDER_REPLICATE));
  }
}
