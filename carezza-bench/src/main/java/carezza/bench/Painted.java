package carezza.bench;

import carezza.face.FaceFrame;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.SourcePicture;
import carezza.sitter.DemoSitter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * What real sittings add to a sitter: shade, things worn, a hand, painted over the picture in
 * linear light, and over the truth's masks with it. Place, size, colour and light are drawn by a
 * seed.
 */
final class Painted {
  /** What can be painted, each by its own name. */
  static final List<String> ALL =
      List.of(
          "shade under chin",
          "side in shade",
          "spectacles",
          "hat with brim",
          "hair as skin",
          "hair grey",
          "hand on face",
          "beads and rings",
          "strap as skin");

  private final DemoSitter sitter;
  private final Random random;
  private final FaceFrame frame;
  private final LinearLight linear;
  private final Plane[] light;
  private final Map<String, Plane> truth = new LinkedHashMap<>();
  private final double chin;

  private Painted(DemoSitter sitter, long seed) {
    this.sitter = sitter;
    random = new Random(seed);
    frame = new FaceFrame(sitter.faceMap(), sitter.pxPerMm());
    Pin c = sitter.landmark("chin");
    chin = frame.v(c.x(), c.y());
    linear = new LinearLight(sitter.picture().picture());
    light = linear.channels;
    for (String r : FaceBench.REGIONS.keySet()) {
      truth.put(r, FaceBench.truth(sitter, r));
    }
  }

  static Painted of(String what, DemoSitter sitter, long seed) {
    Painted p = new Painted(sitter, seed);
    switch (what) {
      case "shade under chin" -> p.shadeUnderChin();
      case "side in shade" -> p.sideInShade();
      case "spectacles" -> p.spectacles();
      case "hat with brim" -> p.hat();
      case "hair as skin" -> p.hair(true);
      case "hair grey" -> p.hair(false);
      case "hand on face" -> p.hand();
      case "beads and rings" -> p.beads();
      case "strap as skin" -> p.strap();
      default -> throw new IllegalArgumentException(what);
    }
    return p;
  }

  Map<String, Plane> truth() {
    return truth;
  }

  /** In 8 bits of sRGB. */
  SourcePicture picture() {
    return linear.picture();
  }

  private double between(double low, double high) {
    return low + (high - low) * random.nextDouble();
  }

  // ---- light

  private interface OfPlace {
    /** Of a place in the face's frame, mm. */
    double at(double u, double v);
  }

  private Plane drawn(OfPlace what) {
    Plane out = new Plane(light[0].rect());
    for (int i = 0; i < out.data().length; i++) {
      double x = i % out.w() + 0.5;
      double y = i / out.w() + 0.5;
      out.data()[i] = (float) what.at(frame.u(x, y), frame.v(x, y));
    }
    return out;
  }

  private static double inside(double mm, double soft) {
    return Math.max(0, Math.min(1, 0.5 - mm / soft));
  }

  private void shadeUnderChin() {
    double gain = between(0.12, 0.4);
    double soft = between(2, 10);
    double down = between(-4, 4);
    Plane skin = truth.get("skin");
    Plane shade =
        drawn((u, v) -> inside(chin + down - 0.006 * u * u - v, soft) * inside(v - chin - 60, 40));
    for (int i = 0; i < shade.data().length; i++) {
      double g = 1 - (1 - gain) * shade.data()[i] * skin.data()[i];
      lit(i, g, between(0.999, 1.001));
    }
  }

  private void lit(int i, double gain, double warm) {
    light[0].data()[i] *= (float) (gain * warm);
    light[1].data()[i] *= (float) gain;
    light[2].data()[i] *= (float) gain;
  }

  private void sideInShade() {
    double gain = between(0.1, 0.3);
    double soft = between(4, 25);
    double from = between(-5, 15);
    int way = random.nextBoolean() ? 1 : -1;
    Plane person = truth.get("background");
    Plane shade = drawn((u, v) -> 1 - inside(way * u - from - 0.1 * v, soft));
    for (int i = 0; i < shade.data().length; i++) {
      lit(i, 1 - (1 - gain) * shade.data()[i] * (1 - person.data()[i]), 1);
    }
  }

  // ---- things

  private double[] skinColour() {
    Plane skin = truth.get("skin");
    double[] mean = new double[3];
    double n = 0;
    for (int i = 0; i < skin.data().length; i += 7) {
      if (skin.data()[i] > 0.9f) {
        for (int k = 0; k < 3; k++) {
          mean[k] += light[k].data()[i];
        }
        n++;
      }
    }
    return new double[] {mean[0] / n, mean[1] / n, mean[2] / n};
  }

  /** Lays a matter over the picture; what was there is that region now, or none. */
  private void lay(Plane where, double[] rgb, double grain, double grainMm, String region) {
    Plane noise = new Plane(where.rect());
    for (int i = 0; i < noise.data().length; i++) {
      noise.data()[i] = (float) random.nextGaussian();
    }
    double sigma = grainMm * sitter.pxPerMm();
    noise = Gaussian.blur(noise, sigma);
    double usual = 2 * sigma * Math.sqrt(Math.PI);
    Plane shape = Gaussian.blur(where, 2 * sitter.pxPerMm());
    for (int i = 0; i < noise.data().length; i++) {
      float w = where.data()[i];
      if (w > 0) {
        double own = Math.exp(grain * usual * noise.data()[i]) * (0.6 + 0.4 * shape.data()[i]);
        for (int k = 0; k < 3; k++) {
          float old = light[k].data()[i];
          light[k].data()[i] = (float) (old + w * (rgb[k] * own - old));
        }
        truth.values().forEach(new Lay(i, w)::over);
        if (truth.containsKey(region)) {
          truth.get(region).data()[i] += w;
        }
      }
    }
  }

  private record Lay(int i, float w) {
    void over(Plane p) {
      p.data()[i] *= 1 - w;
    }
  }

  private void spectacles() {
    double thick = between(1.6, 3.4);
    double wide = between(23, 28);
    double high = between(17, 23);
    double grey = between(0.008, 0.05);
    OfPlace rims =
        (u, v) -> {
          double a = Math.abs(u) - 32;
          double r = Math.hypot(a / wide, (v - 4) / high);
          double ring = Math.abs(r - 1) * Math.min(wide, high) - thick / 2;
          double bridge = Math.max(Math.abs(u) - (32 - wide), Math.abs(v + 2) - thick / 2);
          double arm =
              Math.max(
                  Math.max(32 + wide - Math.abs(u), Math.abs(u) - 78), Math.abs(v + 3) - thick / 2);
          return inside(Math.min(ring, Math.min(bridge, arm)), 0.5);
        };
    Plane glint =
        drawn(
            (u, v) -> {
              double a = Math.abs(u) - 32;
              boolean in = Math.hypot(a / wide, (v - 4) / high) < 0.95;
              return in && Math.abs(a + 0.6 * v - 6) < 4 ? 0.12 : 0;
            });
    for (int i = 0; i < glint.data().length; i++) {
      for (Plane p : light) {
        p.data()[i] += glint.data()[i];
      }
    }
    lay(drawn(rims), new double[] {grey * 1.1, grey, grey * 0.9}, 0.05, 0.5, "");
  }

  private void hat() {
    double low = between(-52, -42);
    double[] felt = {between(0.03, 0.25), between(0.03, 0.2), between(0.02, 0.15)};
    Plane brim = drawn((u, v) -> inside(Math.hypot(u / 115, (v - low + 26) / 26) * 26 - 26, 0.6));
    Plane shade =
        drawn((u, v) -> inside(v - low - 14 - 0.002 * u * u, 8) * inside(Math.abs(u) - 80, 20));
    Plane skin = truth.get("skin");
    for (int i = 0; i < shade.data().length; i++) {
      lit(i, 1 - 0.6 * shade.data()[i] * skin.data()[i], 1);
    }
    lay(brim, felt, 0.25, 0.4, "hair-headwear");
  }

  private void hair(boolean asSkin) {
    Plane hair = truth.get("hair-headwear");
    double[] skin = skinColour();
    double gain = asSkin ? between(0.5, 1.0) : 1;
    double grey = between(0.12, 0.45);
    double[] mean = new double[3];
    double n = 1e-9;
    for (int i = 0; i < hair.data().length; i++) {
      if (hair.data()[i] > 0.9f) {
        for (int k = 0; k < 3; k++) {
          mean[k] += Math.log(light[k].data()[i] + 1e-4);
        }
        n++;
      }
    }
    for (int i = 0; i < hair.data().length; i++) {
      float w = hair.data()[i];
      for (int k = 0; k < 3 && w > 0; k++) {
        float old = light[k].data()[i];
        double own = Math.pow((old + 1e-4) / Math.exp(mean[k] / n), 0.8);
        double to = asSkin ? gain * skin[k] : grey;
        light[k].data()[i] = (float) (old + w * (Math.min(1, to * own) - old));
      }
    }
  }

  /** The sitter's own skin, from the forehead down, as the back of a hand with four fingers. */
  private void hand() {
    int way = random.nextBoolean() ? 1 : -1;
    double u0 = between(30, 45);
    double v0 = chin - between(5, 25);
    double tilt = between(-0.2, 0.2);
    OfPlace shape =
        (u, v) -> {
          double a = way * u - u0 - tilt * (v - v0);
          double d = Math.max(Math.abs(a) - 33, Math.max(v0 - v, v - v0 - 75));
          for (int f = 0; f < 4; f++) {
            double c = a + 24 - 16 * f;
            double top = v0 - 28 - 8 * Math.sin(0.8 * f + 0.6);
            d = Math.min(d, Math.max(Math.abs(c) - 7.4, Math.max(top - v, v - v0 - 5)));
          }
          return inside(d, 0.6);
        };
    Plane where = drawn(shape);
    Plane deep = Gaussian.blur(where, 3 * sitter.pxPerMm());
    double[] skin = skinColour();
    double[] tone = {skin[0] * between(0.9, 1.1), skin[1] * 0.95, skin[2] * 0.92};
    lay(where, tone, 0.04, 0.25, "skin");
    for (int i = 0; i < deep.data().length; i++) {
      float w = where.data()[i];
      lit(i, w > 0 ? 0.75 + 0.35 * deep.data()[i] * w : 1 - 0.4 * deep.data()[i], 1);
    }
  }

  private void beads() {
    double[][] metals = {{0.75, 0.55, 0.2}, {0.6, 0.6, 0.62}, {0.85, 0.82, 0.75}};
    double[] metal = metals[random.nextInt(metals.length)];
    double size = between(2, 4);
    double drop = between(22, 34);
    OfPlace chain =
        (u, v) -> {
          double line = chin + drop - 0.006 * u * u;
          double along = Math.IEEEremainder(u, 2.4 * size);
          return Math.abs(u) > 46 ? 0 : inside(Math.hypot(along, v - line) - size, 0.4);
        };
    OfPlace rings =
        (u, v) -> inside(Math.abs(Math.hypot(Math.abs(u) - 74, v - 62) - 9) - size / 3, 0.4);
    lay(drawn((u, v) -> Math.max(chain.at(u, v), rings.at(u, v))), metal, 0.5, 0.8, "");
  }

  private void strap() {
    double[] skin = skinColour();
    double wide = between(12, 30);
    double at = between(35, 60);
    double gain = between(0.8, 1.15);
    double[] rgb = {gain * skin[0], gain * skin[1], gain * skin[2] * between(0.9, 1.1)};
    Plane where =
        drawn(
            (u, v) ->
                v < chin + 30
                    ? 0
                    : inside(Math.abs(Math.abs(u) - at - 0.12 * (v - chin)) - wide / 2, 0.5));
    lay(where, rgb, 0.18, 0.35, "clothing");
  }
}
