package carezza.app.tool;

import carezza.face.Pin;
import carezza.geometry.Box;
import carezza.geometry.Framing;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Moves a box on the canvas and drags its sides and corners. */
public final class BoxTool extends Tool {
  /** How near to a side the pen takes it, units of the view. */
  private static final double NEAR = 12;

  /** The box, and what a drag does with it. */
  public interface Boxed {
    /** All that is shown; empty while there is no box. */
    Optional<Framing> whole();

    Box box();

    /** Lines in the box: x, y of their ends in shares of its sides. */
    List<double[]> guides();

    /** Brings sides to a point of the canvas; the numbers say which, by their signs. */
    void drag(int sideX, int sideY, double x, double y, boolean done);

    void move(double dx, double dy, boolean done);

    /** The drag ended without a step. */
    void dropped();
  }

  private final Boxed boxed;
  private boolean moves;
  private boolean moved;
  private int sideX;
  private int sideY;
  private double startX;
  private double startY;
  private double offX;
  private double offY;

  public BoxTool(Boxed boxed) {
    this.boxed = boxed;
  }

  @Override
  public String name() {
    return "box";
  }

  @Override
  public boolean asks() {
    return false;
  }

  @Override
  public Ring ring() {
    return Ring.NONE;
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    if (boxed.whole().isEmpty()) {
      return false;
    }
    Framing f = boxed.whole().get();
    Box b = boxed.box();
    double near = NEAR / (sight.scale() / f.scale());
    startX = f.canvasX(s.x(), s.y());
    startY = f.canvasY(s.x(), s.y());
    Box round = new Box(b.left() - near, b.top() - near, b.right() + near, b.bottom() + near);
    if (!round.holds(startX, startY)) {
      return false;
    }
    sideX = side(startX, b.left(), b.right(), near);
    sideY = side(startY, b.top(), b.bottom(), near);
    offX = sideX < 0 ? b.left() - startX : b.right() - startX;
    offY = sideY < 0 ? b.top() - startY : b.bottom() - startY;
    moves = sideX == 0 && sideY == 0;
    moved = false;
    return true;
  }

  /** -1 at the lower bound, 1 at the upper one, 0 between. */
  private static int side(double at, double low, double high, double near) {
    double reach = Math.min(near, (high - low) / 4);
    return at < low + reach ? -1 : at > high - reach ? 1 : 0;
  }

  @Override
  void drag(PenSample s, Sight sight) {
    moved = true;
    act(s, false);
  }

  @Override
  void release(PenSample s, Sight sight) {
    if (moved) {
      act(s, true);
    }
  }

  private void act(PenSample s, boolean done) {
    Optional<Framing> f = boxed.whole();
    if (f.isEmpty()) {
      return;
    }
    double x = f.get().canvasX(s.x(), s.y());
    double y = f.get().canvasY(s.x(), s.y());
    if (moves) {
      boxed.move(x - startX, y - startY, done);
    } else {
      boxed.drag(sideX, sideY, x + offX, y + offY, done);
    }
  }

  @Override
  void letGo() {
    boxed.dropped();
  }

  @Override
  public void overlay(Overlay o, Sight sight) {
    if (boxed.whole().isEmpty()) {
      return;
    }
    Framing f = boxed.whole().get();
    Box b = boxed.box();
    List<Pin> corners = new ArrayList<>();
    for (double[] at : new double[][] {{0, 0}, {1, 0}, {1, 1}, {0, 1}}) {
      corners.add(pin(f, b, at[0], at[1]));
    }
    o.dimOutside(corners);
    for (double[] g : boxed.guides()) {
      o.faint(pin(f, b, g[0], g[1]), pin(f, b, g[2], g[3]));
    }
    o.closed(corners);
    corners.forEach(o::handle);
    for (double[] at : new double[][] {{0.5, 0}, {1, 0.5}, {0.5, 1}, {0, 0.5}}) {
      o.handle(pin(f, b, at[0], at[1]));
    }
  }

  private static Pin pin(Framing f, Box b, double u, double v) {
    double x = b.left() + u * b.w();
    double y = b.top() + v * b.h();
    return new Pin(f.sourceX(x, y), f.sourceY(x, y));
  }
}
