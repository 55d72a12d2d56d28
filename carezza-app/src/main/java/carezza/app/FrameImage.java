package carezza.app;

import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.screen.Drawn;
import carezza.screen.Viewport;
import java.nio.IntBuffer;
import javafx.geometry.Rectangle2D;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;

/**
 * The frame that is on the screen, in one buffer of the view's device pixels of which only what
 * changed is put; or how a picture looked that is being opened. Kept in its place until a better
 * one comes.
 */
final class FrameImage extends ImageView {
  private PixelBuffer<IntBuffer> buffer;
  private Drawn drawn;
  private LastFrame remembered;

  FrameImage() {
    setManaged(false);
    setSmooth(true);
  }

  void put(Drawn frame) {
    Viewport v = frame.viewport();
    remembered = null;
    if (buffer == null || buffer.getWidth() != v.width() || buffer.getHeight() != v.height()) {
      buffer =
          new PixelBuffer<>(
              v.width(),
              v.height(),
              IntBuffer.allocate(v.width() * v.height()),
              PixelFormat.getIntArgbPreInstance());
      setImage(new WritableImage(buffer));
      drawn = null;
    }
    buffer.updateBuffer(
        b -> {
          Rect put = frame.copyTo(b.getBuffer(), drawn);
          return new Rectangle2D(put.x(), put.y(), put.w(), put.h());
        });
    drawn = frame;
  }

  /** Shows how a picture looked, until something of it is put. */
  void put(LastFrame frame) {
    WritableImage pixels = new WritableImage(frame.width(), frame.height());
    pixels
        .getPixelWriter()
        .setPixels(
            0,
            0,
            frame.width(),
            frame.height(),
            PixelFormat.getIntArgbPreInstance(),
            frame.pixels(),
            0,
            frame.width());
    clear();
    remembered = frame;
    setImage(pixels);
  }

  void clear() {
    setImage(null);
    buffer = null;
    drawn = null;
    remembered = null;
  }

  boolean isRemembered() {
    return remembered != null;
  }

  /**
   * Moves the frame to where it belongs in a viewport.
   *
   * @param k device pixels a unit of the view
   */
  void place(Viewport v, double k) {
    if (drawn == null) {
      return;
    }
    Viewport was = drawn.viewport();
    if (!was.framing().equals(v.framing())) {
      return;
    }
    double f = v.scale() / was.scale();
    setFitWidth(was.width() * f / k);
    setFitHeight(was.height() * f / k);
    setX((was.left() - v.left()) * v.scale() / k);
    setY((was.top() - v.top()) * v.scale() / k);
  }

  /** Puts the frame where it was drawn for. */
  void placeAsDrawn(double k) {
    setFitWidth(drawn.viewport().width() / k);
    setFitHeight(drawn.viewport().height() / k);
    setX(0);
    setY(0);
  }

  /**
   * Fits how a picture looked into a view of so many device pixels.
   *
   * @param k device pixels a unit of the view
   */
  void placeRemembered(int width, int height, double k) {
    if (remembered == null || width == 0) {
      return;
    }
    Rect at = Viewport.fit(Framing.of(remembered.picture()), width, height).device();
    setFitWidth(at.w() / k);
    setFitHeight(at.h() / k);
    setX(at.x() / k);
    setY(at.y() / k);
  }
}
