package carezza.app.tool;

import carezza.area.Stroke;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** Paints strokes: pressure lays on more, a tilted pen wider, one turned over takes off. */
public final class BrushTool extends Tool {
  private final Supplier<Stroke.Brush> brush;
  private final Consumer<Stroke> preview;
  private final Consumer<Stroke> done;
  private final Runnable dropped;
  private Stroke stroke;
  private long begun;
  private int lastX;
  private int lastY;

  /**
   * @param preview given the stroke as it grows
   * @param done given the whole of it
   * @param dropped run when it is let go unfinished
   */
  public BrushTool(
      Supplier<Stroke.Brush> brush,
      Consumer<Stroke> preview,
      Consumer<Stroke> done,
      Runnable dropped) {
    this.brush = brush;
    this.preview = preview;
    this.done = done;
    this.dropped = dropped;
  }

  @Override
  public String name() {
    return "brush";
  }

  @Override
  public boolean asks() {
    return false;
  }

  @Override
  public Ring ring() {
    return Ring.BRUSH;
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    Stroke.Brush b = brush.get();
    boolean puts = b.puts() != s.eraser();
    begun = s.timeMs();
    stroke = Stroke.growing(new Stroke.Brush(puts, b.sizeMm(), b.touches(), b.edge()), sample(s));
    preview.accept(stroke);
    return true;
  }

  @Override
  void drag(PenSample s, Sight sight) {
    if (stroke != null && isElsewhere(s)) {
      stroke = stroke.with(sample(s));
      preview.accept(stroke);
    }
  }

  private boolean isElsewhere(PenSample s) {
    return onGrid(s.x()) != lastX || onGrid(s.y()) != lastY;
  }

  private static int onGrid(double v) {
    return (int) Math.round(v * Stroke.GRID);
  }

  private int[] sample(PenSample s) {
    lastX = onGrid(s.x());
    lastY = onGrid(s.y());
    int pressure = (int) Math.round(255 * Math.max(0, Math.min(1, s.pressure())));
    int tilt = (int) Math.round(Math.max(0, Math.min(90, s.tiltDegrees())));
    return new int[] {lastX, lastY, pressure, tilt, (int) (s.timeMs() - begun)};
  }

  @Override
  void release(PenSample s, Sight sight) {
    if (stroke != null) {
      Stroke whole = stroke.ended();
      stroke = null;
      done.accept(whole);
    }
  }

  @Override
  void letGo() {
    if (stroke != null) {
      stroke = null;
      dropped.run();
    }
  }
}
