package carezza.app;

import carezza.image.Rect;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;

/**
 * The picture view, turned and mirrored as it is looked at: nothing of the picture changes. While
 * it is turned the view is as large as the diagonal, so that the corners are filled.
 */
final class Turned extends Region {
  private static final double STEP = 15;

  private final PictureView view;
  private final Rectangle clip = new Rectangle();
  private double angle;
  private boolean mirrored;

  Turned(PictureView view) {
    this.view = view;
    getChildren().add(view);
    setClip(clip);
    setMinSize(50, 50);
    view.setFit(this::scale);
  }

  /** By a step, clockwise for 1. */
  void turn(int steps) {
    angle = (angle + STEP * steps) % 360;
    show();
  }

  void mirror() {
    mirrored = !mirrored;
    show();
  }

  /** As the picture is. */
  void straighten() {
    angle = 0;
    mirrored = false;
    show();
  }

  boolean isStraight() {
    return angle == 0 && !mirrored;
  }

  private void show() {
    view.setRotate(angle);
    view.setScaleX(mirrored ? -1 : 1);
    view.setUpright(angle == 0 && !mirrored);
    requestLayout();
    layout();
    view.fit();
  }

  /** Units of the view a source pixel at which all of a picture is seen. */
  private double scale(Rect picture) {
    double cos = Math.abs(Math.cos(Math.toRadians(angle)));
    double sin = Math.abs(Math.sin(Math.toRadians(angle)));
    double w = picture.w() * cos + picture.h() * sin;
    double h = picture.w() * sin + picture.h() * cos;
    return Math.min(getWidth() / w, getHeight() / h);
  }

  @Override
  protected void layoutChildren() {
    clip.setWidth(getWidth());
    clip.setHeight(getHeight());
    boolean whole = angle != 0;
    double side = Math.ceil(Math.hypot(getWidth(), getHeight()));
    double w = whole ? side : getWidth();
    double h = whole ? side : getHeight();
    view.resizeRelocate(Math.round((getWidth() - w) / 2), Math.round((getHeight() - h) / 2), w, h);
  }
}
