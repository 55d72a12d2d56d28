package carezza.app.side;

import carezza.reading.Reading;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/**
 * A reading on a line: its target tinted, before as a stroke, now as a dot, or as a diamond outside
 * the target.
 */
final class Scale extends Pane {
  private static final double EDGE = 6;
  private static final double HIGH = 16;

  private final Reading reading;
  private final double was;
  private final Region line = styled("dial-line");
  private final Region target = styled("dial-target");
  private final Region before = styled("dial-before");
  private final Region now;

  /**
   * @param was value from which it moves
   */
  Scale(Reading reading, double was) {
    this.reading = reading;
    this.was = was;
    now = styled(reading.isInBand() ? "dial-now" : "dial-out");
    getChildren().addAll(line, target, before, now);
    setMinHeight(HIGH);
    setPrefHeight(HIGH);
  }

  private static Region styled(String style) {
    Region r = new Region();
    r.getStyleClass().add(style);
    return r;
  }

  @Override
  protected void layoutChildren() {
    double lo = Math.min(Math.min(reading.low(), reading.now()), was);
    double hi = Math.max(Math.max(reading.high(), reading.now()), was);
    double pad = Math.max(1e-6, 0.12 * (hi - lo));
    double from = lo - pad;
    double k = (getWidth() - 2 * EDGE) / (hi - lo + 2 * pad);
    double mid = HIGH / 2;
    line.resizeRelocate(0, mid - 0.5, getWidth(), 1);
    double start = EDGE + (Math.max(lo, reading.low()) - from) * k;
    double end = EDGE + (Math.min(hi, reading.high()) - from) * k;
    target.resizeRelocate(start, mid - 2, Math.max(0, end - start), 4);
    before.resizeRelocate(Math.round(EDGE + (was - from) * k) - 0.5, mid - 6, 1, 12);
    now.resizeRelocate(EDGE + (reading.now() - from) * k - 5, mid - 5, 10, 10);
  }
}
