package carezza.bench;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import carezza.sitter.Touches;
import java.util.Locale;

/**
 * Regions grown from touched places against the truth masks: intersection over union. Skin from one
 * touch on each cheek, teeth from one touch, eye whites from a touch on each side of each iris.
 */
final class GrowBench {
  private GrowBench() {}

  static void run() {
    for (String name : DemoSitter.NAMES) {
      DemoSitter s = DemoSitter.load(name);
      print(s, "skin", Touches.skin(s));
      if (name.equals("maren")) {
        print(s, "teeth", Touches.teeth(s));
      }
      print(s, "sclera", Touches.eyeWhites(s));
    }
  }

  private static void print(DemoSitter s, String mask, Area area) {
    print(s, s.faceMap(), mask, area);
  }

  private static void print(DemoSitter s, FaceMap map, String mask, Area area) {
    Engine engine =
        new Engine(s.picture().picture(), s.picture().encoding(), new TileCache(1L << 28));
    RunSheet sheet = RunSheet.EMPTY.withFaceMap(map);
    long t = System.nanoTime();
    Plane m = engine.view(sheet, () -> false).mask(area, 0, s.picture().picture().bounds());
    double seconds = (System.nanoTime() - t) / 1e9;
    Plane truth = s.mask(mask);
    double both = 0;
    double either = 0;
    double more = 0;
    for (int i = 0; i < truth.data().length; i++) {
      both += Math.min(m.data()[i], truth.data()[i]);
      either += Math.max(m.data()[i], truth.data()[i]);
      more += Math.max(0, m.data()[i] - truth.data()[i]);
    }
    double whole = 0;
    for (float v : truth.data()) {
      whole += v;
    }
    System.out.printf(
        Locale.ROOT,
        "%-7s %-7s IoU %.3f  missed %.3f  beyond %.3f  (%.2f s)%n",
        s.name(),
        mask,
        both / either,
        1 - both / whole,
        more / whole,
        seconds);
    if (System.getProperty("carezza.dump") != null) {
      dump(m, System.getProperty("carezza.dump") + "/" + s.name() + "-" + mask + ".pgm");
    }
  }

  private static void dump(Plane m, String file) {
    Rect r = m.rect();
    byte[] head =
        ("P5 " + r.w() + " " + r.h() + " 255\n")
            .getBytes(java.nio.charset.StandardCharsets.US_ASCII);
    byte[] all = java.util.Arrays.copyOf(head, head.length + m.data().length);
    for (int i = 0; i < m.data().length; i++) {
      all[head.length + i] = (byte) Math.round(255 * m.data()[i]);
    }
    try {
      java.nio.file.Files.write(java.nio.file.Path.of(file), all);
    } catch (java.io.IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }
}
