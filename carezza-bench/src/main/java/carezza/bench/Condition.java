package carezza.bench;

import carezza.color.Adaptation;
import carezza.color.ColorEncoding;
import carezza.color.Matrix3;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Random;
import java.util.function.UnaryOperator;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/**
 * A way in which a sitter's picture is changed: moved by a linear map, then its light changed.
 *
 * @param name what is done
 * @param angle turned clockwise, degrees
 * @param mirrored left and right swapped
 * @param scale larger or smaller
 * @param cropped to the face
 * @param gain of linear light
 * @param mired shift of the colour temperature
 * @param noise standard deviation, share of full scale
 * @param then what else was done to it
 */
record Condition(
    String name,
    double angle,
    boolean mirrored,
    double scale,
    boolean cropped,
    double gain,
    double mired,
    double noise,
    Then then) {
  /** What else a sitting, a camera or a program does to a picture. */
  enum Then {
    NOTHING,
    /** Kept as JPEG with colour at half the size. */
    JPEG,
    /** Light and dark driven apart. */
    CURVE,
    /** An unsharp mask. */
    SHARPENED,
    /** Light falls off evenly to the right. */
    SIDE_LIT
  }

  private static final float JPEG_QUALITY = 0.75f;
  private static final double CURVE = 4;
  private static final double SHARPENED_PX = 1.2;
  private static final double SHARPENED_BY = 1.5;
  private static final double LEAST_LIGHT = 0.15;

  static final List<Condition> ALL =
      List.of(
          new Condition("as shot", 0, false, 1, false, 1, 0, 0, Then.NOTHING),
          new Condition("turned 15", 15, false, 1, false, 1, 0, 0, Then.NOTHING),
          new Condition("turned 45", 45, false, 1, false, 1, 0, 0, Then.NOTHING),
          new Condition("turned 90", 90, false, 1, false, 1, 0, 0, Then.NOTHING),
          new Condition("mirrored", 0, true, 1, false, 1, 0, 0, Then.NOTHING),
          new Condition("light x 1/4", 0, false, 1, false, 0.25, 0, 0, Then.NOTHING),
          new Condition("light x 2", 0, false, 1, false, 2, 0, 0, Then.NOTHING),
          new Condition("60 mired warmer", 0, false, 1, false, 1, 60, 0, Then.NOTHING),
          new Condition("60 mired cooler", 0, false, 1, false, 1, -60, 0, Then.NOTHING),
          new Condition("noise 4 %", 0, false, 1, false, 1, 0, 0.04, Then.NOTHING),
          new Condition("half size", 0, false, 0.5, false, 1, 0, 0, Then.NOTHING),
          new Condition("face alone", 0, false, 1, true, 1, 0, 0, Then.NOTHING),
          new Condition("JPEG 75", 0, false, 1, false, 1, 0, 0, Then.JPEG),
          new Condition("harder curve", 0, false, 1, false, 1, 0, 0, Then.CURVE),
          new Condition("sharpened", 0, false, 1, false, 1, 0, 0, Then.SHARPENED),
          new Condition("lit from a side", 0, false, 1, false, 1, 0, 0, Then.SIDE_LIT));

  boolean staysInPlace() {
    return angle == 0 && !mirrored && scale == 1 && !cropped;
  }

  /** Where a picture's points go, and the size of what comes out. */
  final class Map {
    private final double cos;
    private final double sin;
    private final double cx;
    private final double cy;
    final int w;
    final int h;

    /**
     * @param all bounds of the picture
     * @param face what is kept when cropped
     */
    Map(Rect all, Rect face) {
      Rect from = cropped ? face.intersect(all) : all;
      cos = Math.cos(Math.toRadians(angle));
      sin = Math.sin(Math.toRadians(angle));
      cx = from.x() + from.w() / 2.0;
      cy = from.y() + from.h() / 2.0;
      w = (int) Math.round(scale * (from.w() * Math.abs(cos) + from.h() * Math.abs(sin)));
      h = (int) Math.round(scale * (from.w() * Math.abs(sin) + from.h() * Math.abs(cos)));
    }

    Pin there(Pin p) {
      double x = (mirrored ? cx - p.x() : p.x() - cx) * scale;
      double y = (p.y() - cy) * scale;
      return new Pin(w / 2.0 + x * cos - y * sin, h / 2.0 + x * sin + y * cos);
    }

    private double backX(double x, double y) {
      double u = ((x - w / 2.0) * cos + (y - h / 2.0) * sin) / scale;
      return mirrored ? cx - u : cx + u;
    }

    private double backY(double x, double y) {
      return cy + (-(x - w / 2.0) * sin + (y - h / 2.0) * cos) / scale;
    }

    Plane moved(Plane p) {
      Plane out = new Plane(new Rect(0, 0, w, h));
      int n = scale < 1 ? 2 : 1;
      for (int y = 0; y < h; y++) {
        for (int x = 0; x < w; x++) {
          double sum = 0;
          for (int k = 0; k < n * n; k++) {
            double px = x + (k % n + 0.5) / n;
            double py = y + (k / n + 0.5) / n;
            sum += p.linear(backX(px, py), backY(px, py));
          }
          out.data()[y * w + x] = (float) (sum / (n * n));
        }
      }
      return out;
    }
  }

  /** The picture, in 8 bits of sRGB. */
  SourcePicture changed(SourcePicture p, Map map) {
    ColorEncoding srgb = ColorEncoding.srgb();
    Plane[] planes = new LinearLight(p).channels;
    for (int c = 0; c < 3; c++) {
      planes[c] = map.moved(planes[c]);
    }
    Matrix3 to = srgb.toWorking();
    float[] m = to.inverse().after(Adaptation.shift(mired, 0)).after(to).floats();
    Random random = new Random(7);
    SourcePicture out = new SourcePicture(map.w, map.h, 8, 3);
    for (int i = 0; i < planes[0].data().length; i++) {
      float r = planes[0].data()[i];
      float g = planes[1].data()[i];
      float b = planes[2].data()[i];
      for (int c = 0; c < 3; c++) {
        double v =
            gain
                * (mired == 0
                    ? planes[c].data()[i]
                    : m[3 * c] * r + m[3 * c + 1] * g + m[3 * c + 2] * b);
        double code = srgb.encode(c, 8, (float) v) + 255 * noise * random.nextGaussian();
        out.setCode(c, i % map.w, i / map.w, (int) Math.max(0, Math.min(255, Math.round(code))));
      }
    }
    return switch (then) {
      case NOTHING -> out;
      case JPEG -> asJpeg(out);
      case CURVE -> each(out, Condition::driven);
      case SHARPENED -> each(out, Condition::sharpened);
      case SIDE_LIT -> sideLit(out);
    };
  }

  private static SourcePicture sideLit(SourcePicture p) {
    LinearLight lit = new LinearLight(p);
    for (Plane c : lit.channels) {
      for (int i = 0; i < c.data().length; i++) {
        c.data()[i] *= (float) (1 - (1 - LEAST_LIGHT) * (i % c.w()) / c.w());
      }
    }
    return lit.picture();
  }

  private static SourcePicture each(SourcePicture p, UnaryOperator<Plane> how) {
    SourcePicture out = new SourcePicture(p.width(), p.height(), 8, 3);
    for (int c = 0; c < 3; c++) {
      Plane codes = new Plane(p.bounds());
      for (int i = 0; i < codes.data().length; i++) {
        codes.data()[i] = p.code(c, i % p.width(), i / p.width());
      }
      float[] v = how.apply(codes).data();
      for (int i = 0; i < v.length; i++) {
        int code = Math.round(Math.max(0, Math.min(255, v[i])));
        out.setCode(c, i % p.width(), i / p.width(), code);
      }
    }
    return out;
  }

  /** A logistic curve through black and white. */
  private static Plane driven(Plane codes) {
    double low = 1 / (1 + Math.exp(CURVE / 2));
    for (int i = 0; i < codes.data().length; i++) {
      double v = 1 / (1 + Math.exp(CURVE * (0.5 - codes.data()[i] / 255)));
      codes.data()[i] = (float) (255 * (v - low) / (1 - 2 * low));
    }
    return codes;
  }

  private static Plane sharpened(Plane codes) {
    Plane smooth = Gaussian.blur(codes, SHARPENED_PX);
    for (int i = 0; i < codes.data().length; i++) {
      float v = codes.data()[i];
      smooth.data()[i] = (float) (v + SHARPENED_BY * (v - smooth.data()[i]));
    }
    return smooth;
  }

  /** ImageIO's writer keeps colour at half the size. */
  private static SourcePicture asJpeg(SourcePicture p) {
    BufferedImage image = new BufferedImage(p.width(), p.height(), BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < p.width(); x++) {
        image.setRGB(x, y, p.code(0, x, y) << 16 | p.code(1, x, y) << 8 | p.code(2, x, y));
      }
    }
    BufferedImage back = writtenAndRead(image);
    SourcePicture out = new SourcePicture(p.width(), p.height(), 8, 3);
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < p.width(); x++) {
        int rgb = back.getRGB(x, y);
        for (int c = 0; c < 3; c++) {
          out.setCode(c, x, y, rgb >> 16 - 8 * c & 0xff);
        }
      }
    }
    return out;
  }

  private static BufferedImage writtenAndRead(BufferedImage image) {
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ImageOutputStream to = ImageIO.createImageOutputStream(bytes)) {
      ImageWriteParam how = writer.getDefaultWriteParam();
      how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
      how.setCompressionQuality(JPEG_QUALITY);
      writer.setOutput(to);
      writer.write(null, new IIOImage(image, null, null), how);
      to.flush();
      return ImageIO.read(new ByteArrayInputStream(bytes.toByteArray()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } finally {
      writer.dispose();
    }
  }
}
