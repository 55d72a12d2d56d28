package carezza.app;

import carezza.area.Stroke;
import javafx.beans.property.SimpleObjectProperty;

/** The brush of the hand, its parts kept in their ranges and rounded. */
public final class BrushValue extends SimpleObjectProperty<Stroke.Brush> {
  private static final double LEAST_MM = 0.3;
  private static final double MOST_MM = 120;
  private static final int MOST_TOUCHES = 40;

  BrushValue() {
    super(new Stroke.Brush(true, 6, 8, 1));
  }

  public void size(double mm) {
    double rounded = mm < 10 ? Math.round(mm * 10) / 10.0 : Math.round(mm);
    double within = Math.max(LEAST_MM, Math.min(MOST_MM, rounded));
    set(new Stroke.Brush(get().puts(), within, get().touches(), get().edge()));
  }

  /** How many touches over one place make it full. */
  public void touches(int n) {
    int within = Math.max(1, Math.min(MOST_TOUCHES, n));
    set(new Stroke.Brush(get().puts(), get().sizeMm(), within, get().edge()));
  }

  public void edge(double edge) {
    double e = Math.round(Math.max(0, Math.min(1, edge)) * 10) / 10.0;
    set(new Stroke.Brush(get().puts(), get().sizeMm(), get().touches(), e));
  }

  /** Whether it puts on, or takes off. */
  public void puts(boolean puts) {
    set(new Stroke.Brush(puts, get().sizeMm(), get().touches(), get().edge()));
  }
}
