package carezza.bench;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.finder.NetFaceFinder;
import carezza.image.SourcePicture;
import carezza.neutral.Light;
import carezza.neutral.Lights;
import carezza.neutral.Proposal;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.TreeMap;

/**
 * The light that is proposed first against the light that was painted: face and regions found anew
 * in each picture. Angles between linear sRGB gains. Steps of mired on the sitters as shot are what
 * the weighing was tuned on, stretched colours were seen then; random casts, other skin and other
 * surfaces were not.
 */
final class NeutralBench {
  private static final double NEAR = 3;
  private static final int MOST_MIRED = 60;
  private static final int UNSEEN = 6;

  /** What becomes of a picture that is rendered with stronger colour. */
  private static final double STRETCH = 1.25;

  private final DemoSitter sitter;
  private final Map<String, List<double[]>> found;

  private NeutralBench(DemoSitter sitter, Map<String, List<double[]>> found) {
    this.sitter = sitter;
    this.found = found;
  }

  static void run() {
    Map<String, List<double[]>> found = new TreeMap<>();
    for (String name : DemoSitter.NAMES) {
      new NeutralBench(DemoSitter.load(name), found).all();
    }
    found.forEach(NeutralBench::line);
    calibration(found.values().stream().flatMap(List::stream).toList());
  }

  private void all() {
    SourcePicture shot = sitter.picture().picture();
    for (int mired = -MOST_MIRED; mired <= MOST_MIRED; mired += 20) {
      ask("tuned on: steps", shot, new Light(mired, 0), 1, 1);
      ask("stretched colours, seen while tuning", shot, new Light(mired, 0), 1, STRETCH);
    }
    Random r = new Random(sitter.name().hashCode());
    for (int i = 0; i < UNSEEN; i++) {
      double exposure = Math.pow(2, r.nextDouble() - 0.6);
      ask("random casts and exposures, not tuned on", shot, cast(r), exposure, 1);
    }
    for (Repainted p : Repainted.ALL) {
      String what = "repainted, not tuned on: " + p.name();
      if (List.of("skin", "clothing", "background", "hair-headwear").contains(p.part())) {
        ask(what, p.on(sitter), cast(r), 1, 1);
      }
    }
    twoLights(shot);
  }

  private static Light cast(Random r) {
    return new Light(MOST_MIRED * (2 * r.nextDouble() - 1), r.nextBoolean() ? 0.01 : -0.01);
  }

  private void ask(String what, SourcePicture p, Light cast, double exposure, double stretch) {
    double[] g = normal(cast.gains());
    double[] truth = new double[3];
    JsonNode own = sitter.truth().path("color_cast_gains_linear");
    for (int c = 0; c < 3; c++) {
      truth[c] = own.path(c).asDouble() * g[c];
    }
    SourcePicture painted = painted(p, g, g, truth, exposure, stretch);
    Lights lights = lights(painted);
    if (lights.proposals().isEmpty()) {
      record(what, 180, 0);
      return;
    }
    Proposal first = lights.proposals().get(0);
    record(what, Light.degrees(first.light().gains(), truth), first.confidence());
  }

  private void record(String what, double degrees, double confidence) {
    double[] one = {degrees, confidence};
    found.computeIfAbsent(what, k -> new ArrayList<>()).add(one);
    found.computeIfAbsent(sitter.name() + ", all", k -> new ArrayList<>()).add(one);
  }

  private void twoLights(SourcePicture p) {
    double[] one = {1, 1, 1};
    for (int apart : new int[] {0, 30, -30}) {
      double[] right = normal(new Light(-apart / 2.0, 0).gains());
      double[] left = normal(new Light(apart / 2.0, 0).gains());
      OptionalDouble seen = lights(painted(p, right, left, one, 1, 1)).apart();
      System.out.printf(
          Locale.ROOT,
          "%-8s lights %3d mired apart: %s%n",
          sitter.name(),
          apart,
          seen.isPresent() ? String.format(Locale.ROOT, "%.0f", seen.getAsDouble()) : "none told");
    }
  }

  private static double[] normal(double[] g) {
    double y = luminance(g);
    return new double[] {g[0] / y, g[1] / y, g[2] / y};
  }

  private static double luminance(double[] v) {
    return 0.2126 * v[0] + 0.7152 * v[1] + 0.0722 * v[2];
  }

  /** Gains on the right of the face's middle and on its left, colours stretched about a light. */
  private SourcePicture painted(
      SourcePicture p,
      double[] right,
      double[] left,
      double[] light,
      double exposure,
      double stretch) {
    ColorEncoding e = ColorEncoding.srgb();
    float[] table = e.table(0, 8);
    double[] white = normal(light);
    double middle = (sitter.faceMap().rightEye().x() + sitter.faceMap().leftEye().x()) / 2;
    double half = (sitter.faceMap().leftEye().x() - sitter.faceMap().rightEye().x()) / 2;
    SourcePicture out = new SourcePicture(p.width(), p.height(), 8, 3);
    double[] v = new double[3];
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < p.width(); x++) {
        double onLeft = 0.5 + 0.5 * Math.tanh((x - middle) / (0.6 * half));
        for (int c = 0; c < 3; c++) {
          double gain = onLeft * left[c] + (1 - onLeft) * right[c];
          v[c] = table[p.code(c, x, y)] * gain * exposure;
        }
        double grey = luminance(v);
        for (int c = 0; c < 3; c++) {
          double own = grey * white[c] + stretch * (v[c] - grey * white[c]);
          double code = e.encode(c, 8, (float) Math.max(0, Math.min(1, own)));
          out.setCode(c, x, y, (int) Math.max(0, Math.min(255, Math.round(code))));
        }
      }
    }
    return out;
  }

  private static Lights lights(SourcePicture p) {
    Engine e = new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 28));
    List<FoundFace> faces = new NetFaceFinder().find(e.original(), () -> false);
    RunSheet s = faces.isEmpty() ? RunSheet.EMPTY : RunSheet.EMPTY.withFaceMap(FaceMap.of(faces));
    return e.view(s, () -> false).prepared().lights();
  }

  private static void line(String what, List<double[]> all) {
    double[] d = all.stream().mapToDouble(v -> v[0]).sorted().toArray();
    long near = all.stream().filter(v -> v[0] < NEAR).count();
    System.out.printf(
        Locale.ROOT,
        "%-52s %3d pictures  median %5.2f  worst %5.2f degrees  within 3: %3d %%%n",
        what,
        d.length,
        d[d.length / 2],
        d[d.length - 1],
        100 * near / d.length);
  }

  /** What is stated as confidence against how often it was right. */
  private static void calibration(List<double[]> twice) {
    List<double[]> all = new ArrayList<>(twice);
    all.sort(Comparator.comparingDouble(v -> v[1]));
    for (double from = 0; from < 1; from += 0.2) {
      double low = from;
      List<double[]> part = all.stream().filter(v -> v[1] >= low && v[1] < low + 0.2).toList();
      if (!part.isEmpty()) {
        System.out.printf(
            Locale.ROOT,
            "confidence %.1f to %.1f: stated %.2f, within 3 degrees %.2f%n",
            from,
            from + 0.2,
            part.stream().mapToDouble(v -> v[1]).average().orElse(0),
            part.stream().filter(v -> v[0] < NEAR).count() / (double) part.size());
      }
    }
  }
}
