package carezza.app;

import java.util.List;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.stage.Screen;

/**
 * Where the picture will be seen, until a brief says so, and the screen on which that is judged: a
 * thing of some width at some distance looks as large as the same thing on the screen, times the
 * ratio of the distances.
 */
public final class Viewing {
  /** Dots an inch, cm. */
  public static final double LEAST_DPI = 60;

  public static final double MOST_DPI = 320;
  public static final double LEAST_CM = 30;
  public static final double MOST_CM = 120;

  private static final double MM_PER_INCH = 25.4;
  private static final double USUAL_CM = 60;

  /**
   * A place.
   *
   * @param key of the word bundle
   * @param widthMm of the picture there
   * @param distanceMm from which it is seen; 0 for that of the screen
   */
  public record Place(String key, double widthMm, double distanceMm) {}

  public static final List<Place> PLACES =
      List.of(
          new Place("phone", 65, 0),
          new Place("playbill", 90, 400),
          new Place("poster", 600, 2000));

  private final DoubleProperty dpi = new SimpleDoubleProperty();
  private final DoubleProperty distanceCm = new SimpleDoubleProperty();

  Viewing(Habits habits) {
    Screen screen = Screen.getPrimary();
    double told = screen.getDpi() * screen.getOutputScaleX();
    dpi.set(within(habits.number("dpi").orElse(told), LEAST_DPI, MOST_DPI));
    distanceCm.set(within(habits.number("distance").orElse(USUAL_CM), LEAST_CM, MOST_CM));
    dpi.addListener((o, a, b) -> habits.setNumber("dpi", b.doubleValue()));
    distanceCm.addListener((o, a, b) -> habits.setNumber("distance", b.doubleValue()));
  }

  private static double within(double v, double least, double most) {
    return Math.max(least, Math.min(most, v));
  }

  /** Device pixels of this screen an inch. */
  public DoubleProperty dpi() {
    return dpi;
  }

  /** How far the eyes are from this screen, cm. */
  public DoubleProperty distanceCm() {
    return distanceCm;
  }

  /** Device pixels of a picture's width that looks on this screen as it will there. */
  public double width(Place p) {
    double away = p.distanceMm() == 0 ? 1 : 10 * distanceCm.get() / p.distanceMm();
    return p.widthMm() * away * dpi.get() / MM_PER_INCH;
  }
}
