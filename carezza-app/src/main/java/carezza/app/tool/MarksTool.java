package carezza.app.tool;

import carezza.face.Pin;
import carezza.pass.Mark;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/** Puts marks on the picture by a click or a short line, and drags their sources. */
public final class MarksTool extends Tool {
  /** A pen that moved less than this made a click, units of the view. */
  private static final double CLICK = 5;

  /** Tick that shows how a source is turned: from so much of the radius to the rim. */
  private static final double TICK_FROM = 0.6;

  /** A source turned by less, as a sine, has none. */
  private static final double UPRIGHT = 0.01;

  /** The pass whose marks they are. */
  public interface Marked {
    List<? extends Mark> marks();

    void add(double x0, double y0, double x1, double y1);

    void moveSource(long mark, double dx, double dy, boolean done);

    /** A source that was being moved is let go without a step. */
    void dropped();
  }

  private final Marked marked;
  private final ToDoubleFunction<Double> pxOfMm;
  private PenSample start;
  private Mark dragged;
  private boolean moved;
  private PenSample near;

  /**
   * @param pxOfMm source pixels of a length in mm
   */
  public MarksTool(Marked marked, ToDoubleFunction<Double> pxOfMm) {
    this.marked = marked;
    this.pxOfMm = pxOfMm;
  }

  @Override
  public String name() {
    return "marks";
  }

  @Override
  public boolean asks() {
    return false;
  }

  @Override
  public Ring ring() {
    return Ring.BRUSH;
  }

  private double radius(Mark m) {
    return pxOfMm.applyAsDouble(m.sizeMm()) / 2;
  }

  /** The mark that lies under a place, the last put first. */
  public Optional<Mark> markAt(double x, double y) {
    return last(m -> m.distance(x, y) <= radius(m));
  }

  private Optional<Mark> sourceAt(double x, double y) {
    return last(m -> hasSource(m) && isOnSource(m, new Pin(x, y)));
  }

  private boolean isOnSource(Mark m, Pin at) {
    return Pin.distance(m.path().stream().map(m::source).toList(), at.x(), at.y()) <= radius(m);
  }

  private static boolean hasSource(Mark m) {
    return m.dx() != 0 || m.dy() != 0;
  }

  private Optional<Mark> last(java.util.function.Predicate<Mark> which) {
    List<? extends Mark> all = marked.marks();
    for (int i = all.size() - 1; i >= 0; i--) {
      if (which.test(all.get(i))) {
        return Optional.of(all.get(i));
      }
    }
    return Optional.empty();
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    start = s;
    moved = false;
    dragged = markAt(s.x(), s.y()).isPresent() ? null : sourceAt(s.x(), s.y()).orElse(null);
    return true;
  }

  @Override
  void drag(PenSample s, Sight sight) {
    if (dragged != null) {
      moved = true;
      move(s, false);
    }
  }

  private void move(PenSample s, boolean done) {
    marked.moveSource(
        dragged.id(), dragged.dx() + s.x() - start.x(), dragged.dy() + s.y() - start.y(), done);
  }

  @Override
  void release(PenSample s, Sight sight) {
    if (dragged != null) {
      if (moved) {
        move(s, true);
      }
      dragged = null;
      return;
    }
    boolean line = Math.hypot(s.viewX() - start.viewX(), s.viewY() - start.viewY()) > CLICK;
    PenSample end = line ? s : start;
    marked.add(start.x(), start.y(), end.x(), end.y());
  }

  @Override
  void letGo() {
    if (dragged != null) {
      dragged = null;
      marked.dropped();
    }
  }

  @Override
  boolean hover(PenSample s, Sight sight) {
    List<? extends Mark> before = shown(sight);
    near = s;
    return !before.equals(shown(sight));
  }

  /** Marks whose sources are shown: those near the pen. */
  private List<? extends Mark> shown(Sight sight) {
    return marked.marks().stream().filter(m -> isNear(m, sight)).toList();
  }

  private boolean isNear(Mark m, Sight sight) {
    if (near == null) {
      return false;
    }
    Pin pen = new Pin(near.x(), near.y());
    double r = radius(m);
    Pin middle = middle(m);
    return pen.distance(middle) < r + 30 / sight.scale()
        || pen.distance(source(m)) < r + 14 / sight.scale();
  }

  private static Pin middle(Mark m) {
    return new Pin((m.x0() + m.x1()) / 2, (m.y0() + m.y1()) / 2);
  }

  private static Pin source(Mark m) {
    return m.source(middle(m));
  }

  @Override
  public void overlay(Overlay o, Sight sight) {
    for (Mark m : marked.marks()) {
      double r = radius(m);
      ring(o, m.path(), r);
      if (hasSource(m) && isNear(m, sight)) {
        o.dashed(true);
        ring(o, m.path().stream().map(m::source).toList(), r);
        between(o, middle(m), source(m), r);
        o.dashed(false);
        turned(o, m, r);
      }
    }
  }

  private static void ring(Overlay o, List<Pin> path, double r) {
    Pin from = path.get(0);
    Pin to = path.get(path.size() - 1);
    o.circle(from, r);
    if (from.distance(to) > 0) {
      o.circle(to, r);
      for (int i = 1; i < path.size(); i++) {
        o.line(path.get(i - 1), path.get(i));
      }
    }
  }

  /** What comes to lie uppermost in a disc from a turned source; a line is seen to turn. */
  private static void turned(Overlay o, Mark m, double r) {
    Pin at = middle(m);
    if (m.path().get(0).distance(at) > 0) {
      return;
    }
    Pin inner = new Pin(at.x(), at.y() - TICK_FROM * r);
    Pin outer = new Pin(at.x(), at.y() - r);
    boolean upright = Math.abs(m.source(outer).x() - m.source(at).x()) < UPRIGHT * r;
    if (!upright) {
      o.line(inner, outer);
      o.line(m.source(inner), m.source(outer));
    }
  }

  private static void between(Overlay o, Pin mark, Pin source, double r) {
    double d = mark.distance(source);
    if (d > 2 * r) {
      double ux = (source.x() - mark.x()) / d * r;
      double uy = (source.y() - mark.y()) / d * r;
      o.line(new Pin(mark.x() + ux, mark.y() + uy), new Pin(source.x() - ux, source.y() - uy));
    }
  }
}
