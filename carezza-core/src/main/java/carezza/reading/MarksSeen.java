package carezza.reading;

import carezza.face.Pin;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.spot.Sight;
import carezza.spot.SkinSpot;
import java.util.List;

/**
 * How many marks are plain to see where a picture is shown ({@link Sight}), before and now. What is
 * left of a mark is the step of light between its middle and the skin round it, now over before.
 */
public final class MarksSeen {
  /** Of a round mark's diameter: its middle, and from where to where the skin round it is read. */
  private static final double MIDDLE = 0.3;

  private static final double RING_FROM = 0.75;
  private static final double RING_TO = 1.1;

  /** A line is read as discs of this diameter. */
  private static final double LINE_MM = 1.5;

  private static final double LEAST_PX = 0.8;

  /** A step before of fewer stops cannot be measured; all of it counts as left. */
  private static final double LEAST_STEP = 0.02;

  private static final double MOST_LEFT = 1.5;

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
   * @param marks that are to go
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
    double was = step(before, s);
    return Math.abs(was) < LEAST_STEP
        ? 1
        : Math.min(MOST_LEFT, Math.abs(step(now, s)) / Math.abs(was));
  }

  private double step(PixelReader picture, SkinSpot s) {
    if (s.line().size() < 2) {
      return step(picture, s.centre(), s.sizeMm());
    }
    return s.line().stream().mapToDouble(p -> step(picture, p, LINE_MM)).average().orElseThrow();
  }

  /** Stops by which the ring round a place is lighter than its middle. */
  private double step(PixelReader picture, Pin at, double sizeMm) {
    double side = 1 << level;
    double x = at.x() / side;
    double y = at.y() / side;
    double size = sizeMm * px / side;
    double middle = Math.max(LEAST_PX, MIDDLE * size);
    Rect r = Rect.ofDisc(x, y, RING_TO * size + 1).intersect(picture.bounds(level));
    Plane e = Bands.logLuminance(picture.read(level, r));
    double[] in = new double[2];
    double[] round = new double[2];
    for (int i = 0; i < e.data().length; i++) {
      double d = Math.hypot(r.x() + i % r.w() + 0.5 - x, r.y() + i / r.w() + 0.5 - y);
      double[] to = d <= middle ? in : d >= RING_FROM * size && d <= RING_TO * size ? round : null;
      if (to != null) {
        to[0] += e.data()[i];
        to[1]++;
      }
    }
    return in[1] == 0 || round[1] == 0 ? 0 : round[0] / round[1] - in[0] / in[1];
  }
}
