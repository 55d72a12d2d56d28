package carezza.bench;

import carezza.engine.Engine;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.finder.NetFaceFinder;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import carezza.spot.SkinSpot;
import carezza.spot.SkinSpot.Proposal;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;

/**
 * Marks found on the sitters and in their poses against those that are there, and on painted ones:
 * recall by depth in the texture, precision of what is proposed for healing, sizes; what is
 * proposed on clean pictures, however they are changed; and hairs painted over the backdrop.
 */
final class CleanBench {
  /** Seeds that were looked at while the rules were made, and others. */
  private static final long[] SEEN = {1, 2};

  /** Those of marks: of the later ones each that was missed was looked at. */
  private static final long[] MARKS_SEEN = {
    1, 2, 201, 202, 203, 204, 205, 206, 301, 302, 303, 304, 305, 306, 307, 308
  };

  private static final long[] UNSEEN = {101, 102, 103, 104};
  private static final long[] MARKS_UNSEEN = {101, 102, 103, 104, 401, 402, 403, 404};

  /** Measured when the rules stood, and never looked at. */
  private static final long[] MARKS_LAST = {
    601, 602, 603, 604, 605, 606, 607, 608, 609, 610, 611, 612
  };

  private static final double[] DEPTHS = {0, 3, 4.5, 6, 8, 12, 1e9};

  /** So many of each kind are painted on a sitter. */
  private static final int OF_EACH = 9;

  private CleanBench() {}

  /** Sums over pictures. */
  private static final class Tally {
    int remove;
    int removeHit;
    int keep;
    int keepFound;
    int keepHealed;
    int heals;
    int healsRight;
    int sized;
    int sizedWell;
    final List<Double> ratios = new ArrayList<>();

    void print(String name) {
      ratios.sort(Double::compare);
      System.out.printf(
          Locale.ROOT,
          "%-15s to remove %2d of %2d; heals %2d, right %2d; to keep: found %3d of %3d, healed %d;"
              + " sizes within 20 %% %d of %d, median %.2f%n",
          name,
          removeHit,
          remove,
          heals,
          healsRight,
          keepFound,
          keep,
          keepHealed,
          sizedWell,
          sized,
          ratios.isEmpty() ? Double.NaN : ratios.get(ratios.size() / 2));
    }

    void add(Tally o) {
      remove += o.remove;
      removeHit += o.removeHit;
      keep += o.keep;
      keepFound += o.keepFound;
      keepHealed += o.keepHealed;
      heals += o.heals;
      healsRight += o.healsRight;
      sized += o.sized;
      sizedWell += o.sizedWell;
      ratios.addAll(o.ratios);
    }
  }

  static void run(List<String> args) {
    Tally all = new Tally();
    for (String name : DemoSitter.NAMES) {
      for (String pose : List.of("", "-turned", "-glance")) {
        if (args.isEmpty() || args.contains(name + pose) || args.equals(List.of("list"))) {
          Tally t = sitter(DemoSitter.load(name + pose), args.contains("list"));
          t.print(name + pose);
          all.add(t);
        }
      }
    }
    all.print("all");
    if (args.isEmpty() || args.contains("painted")) {
      painted("seen seeds", MARKS_SEEN, args.contains("list"));
    }
    if (args.isEmpty()) {
      painted("unseen seeds", MARKS_UNSEEN, false);
      painted("seeds measured last", MARKS_LAST, false);
    }
    if (args.isEmpty() || args.contains("changed")) {
      nothingToHeal();
    }
    if (args.isEmpty() || args.contains("shot")) {
      changedAsShot(args.contains("list"));
    }
    if (args.isEmpty() || args.contains("hairs")) {
      for (PaintedHairs.What what : PaintedHairs.What.values()) {
        PaintedHairs.run(what, "seen seeds", SEEN);
        PaintedHairs.run(what, "unseen seeds", UNSEEN);
      }
    }
  }

  /** What is proposed for healing on clean pictures, which are changed in every condition. */
  private static void nothingToHeal() {
    System.out.printf("%nclean pictures, changed: heals of maren, ilse, tobias (none is right)%n");
    int[] all = new int[2];
    for (Condition c : Condition.ALL) {
      StringBuilder line = new StringBuilder();
      for (String name : DemoSitter.NAMES) {
        DemoSitter s = DemoSitter.load(name);
        Condition.Map map = c.new Map(s.clean().bounds(), face(s));
        long heals = found(c.changed(s.clean(), map)).stream().filter(CleanBench::isHeal).count();
        line.append(String.format(Locale.ROOT, " %3d", heals));
        all[0] += (int) heals;
        all[1] += heals > 1 ? 1 : 0;
      }
      System.out.printf("%-18s%s%n", c.name(), line);
    }
    System.out.printf("all %d; pictures with more than one %d%n", all[0], all[1]);
  }

  /** What is found on the pictures as shot, which are changed in every condition. */
  private static void changedAsShot(boolean list) {
    System.out.printf("%nas shot, changed%n");
    Tally all = new Tally();
    for (Condition c : Condition.ALL) {
      Tally t = new Tally();
      for (String name : DemoSitter.NAMES) {
        DemoSitter s = DemoSitter.load(name);
        SourcePicture p = s.picture().picture();
        Condition.Map map = c.new Map(p.bounds(), face(s));
        t.add(judged(s, new Shot(c.changed(p, map), map::there, c.scale()), list));
      }
      t.print(c.name());
      all.add(t);
    }
    all.print("all");
  }

  private static Rect face(DemoSitter s) {
    Pin right = s.faceMap().rightEye();
    Pin left = s.faceMap().leftEye();
    double eyes = right.distance(left);
    double x = (right.x() + left.x()) / 2;
    return Rect.ofDisc(x, (right.y() + left.y() + eyes) / 2, 1.5 * eyes);
  }

  /** Painted marks on the clean pictures of the three: recall by kind and depth, false heals. */
  private static void painted(String what, long[] seeds, boolean list) {
    String[] kinds = {
      "red",
      "dark, 2.5 mm and more",
      "scratches",
      "dark, smaller",
      "red, on none to keep",
      "dark, on none to keep"
    };
    int[][] n = new int[kinds.length][DEPTHS.length];
    int[][] hit = new int[kinds.length][DEPTHS.length];
    List<Double> ratios = new ArrayList<>();
    int heals = 0;
    int right = 0;
    for (String name : DemoSitter.NAMES) {
      DemoSitter s = DemoSitter.load(name);
      for (long seed : seeds) {
        PaintedMarks p = PaintedMarks.of(s, OF_EACH, seed);
        List<SkinSpot> found = found(p.picture());
        List<SkinSpot> hits = new ArrayList<>();
        for (PaintedMarks.Mark m : p.marks()) {
          int kind = List.of("blemish", "dark-spot", "scratch").indexOf(m.kind());
          kind = kind == 1 && m.mm() < 2.5 ? 3 : kind;
          int bin = 0;
          while (bin + 2 < DEPTHS.length && m.z() >= DEPTHS[bin + 1]) {
            bin++;
          }
          double reach = kind == 2 ? 0.4 * m.mm() : Math.max(1, m.mm() / 2);
          List<SkinSpot> own =
              found.stream()
                  .filter(f -> f.proposal() == Proposal.HEAL || f.proposal() == Proposal.SOFTEN)
                  .filter(
                      f ->
                          Math.hypot(f.centre().x() - m.x(), f.centre().y() - m.y())
                              < reach * s.pxPerMm())
                  .toList();
          n[kind][bin]++;
          hit[kind][bin] += own.isEmpty() ? 0 : 1;
          if (kind < 2 && !isOnKept(s, m)) {
            n[4 + kind][bin]++;
            hit[4 + kind][bin] += own.isEmpty() ? 0 : 1;
          }
          hits.addAll(own);
          if (own.isEmpty() && m.z() > 6 && list) {
            System.out.printf(
                "  missed %s %s %.0f,%.0f %.1f mm z %.1f: %s%n",
                name,
                m.kind(),
                m.x(),
                m.y(),
                m.mm(),
                m.z(),
                found.stream()
                    .filter(
                        f ->
                            Math.hypot(f.centre().x() - m.x(), f.centre().y() - m.y())
                                < reach * s.pxPerMm())
                    .map(CleanBench::told)
                    .toList());
          }
          if (!own.isEmpty() && kind != 2) {
            ratios.add(own.get(0).sizeMm() / m.sizeMm());
          }
        }
        for (SkinSpot f : found) {
          heals += isHeal(f) ? 1 : 0;
          right += isHeal(f) && hits.contains(f) ? 1 : 0;
        }
      }
    }
    System.out.printf(
        Locale.ROOT, "%npainted on clean pictures, %s: found of painted, by depth%n", what);
    System.out.printf(Locale.ROOT, "%-24s", "z");
    for (int b = 0; b + 1 < DEPTHS.length; b++) {
      System.out.printf(Locale.ROOT, "  from %4.1f", DEPTHS[b]);
    }
    System.out.println();
    for (int k = 0; k < kinds.length; k++) {
      System.out.printf(Locale.ROOT, "%-24s", kinds[k]);
      for (int b = 0; b + 1 < DEPTHS.length; b++) {
        System.out.printf(Locale.ROOT, "  %3d of %2d", hit[k][b], n[k][b]);
      }
      System.out.println();
    }
    ratios.sort(Double::compare);
    long well = ratios.stream().filter(r -> Math.abs(r - 1) < 0.2).count();
    System.out.printf(
        Locale.ROOT,
        "heals right %d of %d; sizes within 20 %% %d of %d, median %.2f%n",
        right,
        heals,
        well,
        ratios.size(),
        ratios.get(ratios.size() / 2));
  }

  /** Whether a freckle or mole of the sitter's own lies in a painted mark. */
  private static boolean isOnKept(DemoSitter s, PaintedMarks.Mark m) {
    for (JsonNode d : s.truth().path("permanent_marks")) {
      JsonNode c = d.path("center_px");
      double far = Math.hypot(c.path(0).asDouble() - m.x(), c.path(1).asDouble() - m.y());
      if (d.path("visible").asBoolean(true) && far < m.mm() / 2 * s.pxPerMm()) {
        return true;
      }
    }
    return false;
  }

  static List<SkinSpot> found(SourcePicture p) {
    Engine e = FaceBench.engine(p);
    FaceMap map = FaceMap.of(new NetFaceFinder().find(e.original(), () -> false));
    return e.view(RunSheet.EMPTY.withFaceMap(map), () -> false).spots();
  }

  private static Tally sitter(DemoSitter s, boolean list) {
    return judged(s, new Shot(s.picture().picture(), p -> p, 1), list);
  }

  /**
   * A sitter's picture, as it is or changed.
   *
   * @param there where a place of the sitter's picture lies in this one
   * @param scale how large this one is against it
   */
  private record Shot(SourcePicture picture, UnaryOperator<Pin> there, double scale) {
    boolean covers(JsonNode mark, SkinSpot f) {
      return f.centre().distance(place(mark)) < radius(mark);
    }

    Pin place(JsonNode mark) {
      JsonNode c = mark.path("center_px");
      return there.apply(new Pin(c.path(0).asDouble(), c.path(1).asDouble()));
    }

    double radius(JsonNode mark) {
      return scale * mark.path("radius_px").asDouble();
    }
  }

  /** What is found on a sitter's picture against what is there. */
  private static Tally judged(DemoSitter s, Shot shot, boolean list) {
    List<SkinSpot> found = found(shot.picture());
    Tally t = new Tally();
    List<SkinSpot> right = new ArrayList<>();
    for (JsonNode d : s.truth().path("defects")) {
      boolean spot = List.of("blemish", "dark-spot", "scratch").contains(d.path("type").asText());
      if (spot && d.path("visible").asBoolean(true)) {
        t.remove++;
        List<SkinSpot> hits = found.stream().filter(f -> isHeal(f) && shot.covers(d, f)).toList();
        right.addAll(hits);
        t.removeHit += hits.isEmpty() ? 0 : 1;
        if (!hits.isEmpty() && !d.path("type").asText().equals("scratch")) {
          double radiusMm = d.path("radius_px").asDouble() / s.pxPerMm();
          double ratio = hits.get(0).sizeMm() / 2 / radiusMm;
          t.ratios.add(ratio);
          t.sized++;
          t.sizedWell += Math.abs(ratio - 1) < 0.2 ? 1 : 0;
        } else if (list && hits.isEmpty()) {
          System.out.printf(
              Locale.ROOT,
              "  missed %s %.0f,%.0f: %s%n",
              d.path("type").asText(),
              shot.place(d).x(),
              shot.place(d).y(),
              found.stream().filter(f -> shot.covers(d, f)).map(CleanBench::told).toList());
        }
      }
    }
    for (JsonNode d : s.truth().path("permanent_marks")) {
      if (d.path("visible").asBoolean(true)) {
        t.keep++;
        t.keepFound += found.stream().anyMatch(f -> shot.covers(d, f)) ? 1 : 0;
        t.keepHealed += found.stream().anyMatch(f -> isHeal(f) && shot.covers(d, f)) ? 1 : 0;
      }
    }
    for (SkinSpot f : found) {
      if (isHeal(f)) {
        t.heals++;
        t.healsRight += right.contains(f) ? 1 : 0;
        if (list && !right.contains(f)) {
          System.out.println("  false " + told(f));
        }
      }
    }
    return t;
  }

  private static String told(SkinSpot f) {
    return String.format(
        Locale.ROOT,
        "%s %s %.0f,%.0f %.1f mm contrast %.2f red %.2f depth %.1f confidence %.2f",
        f.type().key(),
        f.proposal().key(),
        f.centre().x(),
        f.centre().y(),
        f.sizeMm(),
        f.contrast(),
        f.redness(),
        f.depth(),
        f.confidence());
  }

  private static boolean isHeal(SkinSpot f) {
    return f.proposal() == Proposal.HEAL;
  }
}
