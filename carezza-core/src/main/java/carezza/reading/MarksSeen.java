package carezza.reading;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.face.Pin;
import carezza.image.PixelReader;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.spot.Sight;
import carezza.spot.SkinSpot;
import java.util.ArrayList;
import java.util.List;

/**
 * How many marks are plain to see where a picture is shown ({@link Sight}), before and now. What is
 * left of a mark is the share of its own step (light, red against green, green against blue, in
 * stops, between its middle and the skin round it) that is there now, by weighted least squares:
 * each part of the step weighs by how little it varies at places beside the mark. So a red mark is
 * gone when its red is, whatever the light of the skin does there, and what places without any mark
 * show as well is not counted (the share's own variance is taken from its square).
 */
public final class MarksSeen {
  /** Of a round mark's diameter: its middle, and from where to where the skin round it is read. */
  private static final double MIDDLE = 0.3;

  private static final double RING_FROM = 0.75;
  private static final double RING_TO = 1.1;

  /** A line is read as discs of this diameter. */
  private static final double LINE_MM = 1.5;

  private static final double LEAST_PX = 0.8;

  /** Places beside a mark, this many diameters from it. */
  private static final int BESIDE = 16;

  private static final double BESIDE_AT = 2.2;

  /** Stops; the parts of a step vary by this much at least. */
  private static final double[] LEAST_SD = {0.03, 0.01, 0.01};

  /** A step before of fewer standard deviations cannot be measured; all of it counts as left. */
  private static final double LEAST_STEP = 1.5;

  private static final double MOST_LEFT = 1.5;

  private static final float LEAST_LIGHT = 1f / 1024;

  private final PixelReader before;
  private final PixelReader now;
  private final int level;
  private final double px;

  /**
   * @param before without the retouching
   * @param now with it
   * @param level that is read
   * @param pxPerMm source pixels a mm
   */
  public MarksSeen(PixelReader before, PixelReader now, int level, double pxPerMm) {
    this.before = before;
    this.now = now;
    this.level = level;
    px = pxPerMm;
  }

  /**
   * @param marks that are to be healed
   * @param kept those of them that stay
   * @param at where the picture is shown
   * @param widthPx of what is shown of the picture, source pixels
   */
  public Reading reading(List<SkinSpot> marks, List<SkinSpot> kept, Sight at, double widthPx) {
    List<SkinSpot> plain = marks.stream().filter(s -> at.isPlain(s, px, widthPx)).toList();
    long left =
        marks.stream()
            .filter(s -> !kept.contains(s))
            .filter(s -> at.isPlain(s.faded(left(s)), px, widthPx))
            .count();
    return Reading.reported("toBeSeen", plain.size(), left, "");
  }

  /** Share of a mark's contrast that is left. */
  double left(SkinSpot s) {
    boolean isLine = s.line().size() > 1;
    List<Pin> places = isLine ? s.line() : List.of(s.centre());
    double sizeMm = isLine ? LINE_MM : s.sizeMm();
    double[] was = step(before, places, sizeMm);
    double[] is = step(now, places, sizeMm);
    double[] sd = beside(places, sizeMm);
    double own = 0;
    double both = 0;
    for (int k = 0; k < sd.length; k++) {
      own += was[k] * was[k] / (sd[k] * sd[k]);
      both += was[k] * is[k] / (sd[k] * sd[k]);
    }
    if (own < LEAST_STEP * LEAST_STEP) {
      return 1;
    }
    double chance = 1 / own;
    double share = both / own;
    return Math.min(MOST_LEFT, Math.sqrt(Math.max(0, share * share - chance) / (1 - chance)));
  }

  /** How much steps vary at places beside a mark, robustly. */
  private double[] beside(List<Pin> places, double sizeMm) {
    double away = BESIDE_AT * sizeMm * px;
    List<double[]> steps = new ArrayList<>();
    for (int k = 0; k < BESIDE; k++) {
      double turn = 2 * Math.PI * k / BESIDE;
      double dx = away * Math.cos(turn);
      double dy = away * Math.sin(turn);
      List<Pin> there =
          places.stream()
              .map(p -> new Pin(p.x() + dx, p.y() + dy))
              .filter(p -> isBeside(p, places, away))
              .toList();
      if (!there.isEmpty()) {
        steps.add(step(before, there, sizeMm));
      }
    }
    double[] sd = new double[LEAST_SD.length];
    for (int k = 0; k < sd.length; k++) {
      float[] part = new float[steps.size()];
      for (int i = 0; i < part.length; i++) {
        part[i] = (float) steps.get(i)[k];
      }
      double spread = part.length == 0 ? 0 : Robust.spread(part, part.length);
      sd[k] = Math.max(LEAST_SD[k], spread);
    }
    return sd;
  }

  private boolean isBeside(Pin p, List<Pin> places, double away) {
    Rect all = before.bounds(0);
    return p.x() >= 0
        && p.y() >= 0
        && p.x() < all.w()
        && p.y() < all.h()
        && places.stream().allMatch(o -> Math.hypot(o.x() - p.x(), o.y() - p.y()) > 0.9 * away);
  }

  /** Mean step of all places. */
  private double[] step(PixelReader picture, List<Pin> places, double sizeMm) {
    double[] mean = new double[LEAST_SD.length];
    for (Pin p : places) {
      double[] step = step(picture, p, sizeMm);
      for (int k = 0; k < mean.length; k++) {
        mean[k] += step[k] / places.size();
      }
    }
    return mean;
  }

  /**
   * By how many stops the ring round a place is lighter, redder against green and greener against
   * blue than its middle.
   */
  private double[] step(PixelReader picture, Pin at, double sizeMm) {
    double side = 1 << level;
    double x = at.x() / side;
    double y = at.y() / side;
    double size = sizeMm * px / side;
    double middle = Math.max(LEAST_PX, MIDDLE * size);
    Rect r = Rect.ofDisc(x, y, RING_TO * size + 1).intersect(picture.bounds(level));
    RgbBlock b = picture.read(level, r);
    double[] in = new double[4];
    double[] round = new double[4];
    for (int i = 0; i < b.size(); i++) {
      double d = Math.hypot(r.x() + i % r.w() + 0.5 - x, r.y() + i / r.w() + 0.5 - y);
      double[] to = d <= middle ? in : d >= RING_FROM * size && d <= RING_TO * size ? round : null;
      if (to != null) {
        add(b, i, to);
      }
    }
    double[] step = new double[LEAST_SD.length];
    for (int k = 0; k < step.length && in[3] > 0 && round[3] > 0; k++) {
      step[k] = round[k] / round[3] - in[k] / in[3];
    }
    return step;
  }

  private static void add(RgbBlock b, int i, double[] to) {
    float y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
    float g = stops(b.g()[i]);
    to[0] += stops(y);
    to[1] += stops(b.r()[i]) - g;
    to[2] += g - stops(b.b()[i]);
    to[3]++;
  }

  private static float stops(float linear) {
    return Roots.log2(Math.max(LEAST_LIGHT, linear));
  }
}
