package carezza.app;

import carezza.image.Rect;
import carezza.screen.Drawn;
import java.nio.ByteBuffer;
import java.util.Optional;

/**
 * How a picture looked on the screen when it was left: the whole of it, with its passes.
 *
 * @param picture as large as its canvas
 * @param width device pixels
 * @param height device pixels
 * @param pixels 0xffRRGGBB, row by row
 */
record LastFrame(Rect picture, int width, int height, int[] pixels) {
  private static final int HEAD = 4 * Integer.BYTES;

  /** What a frame that shows all of a picture shows of it, without the desk. */
  static LastFrame of(Drawn frame) {
    Rect r = frame.viewport().device();
    Rect canvas = frame.viewport().framing().canvas();
    int[] all = frame.pixels();
    int[] out = new int[r.w() * r.h()];
    for (int y = 0; y < r.h(); y++) {
      int from = (r.y() + y) * frame.viewport().width() + r.x();
      System.arraycopy(all, from, out, y * r.w(), r.w());
    }
    return new LastFrame(new Rect(0, 0, canvas.w(), canvas.h()), r.w(), r.h(), out);
  }

  /** A channel after the other, each sample less the one to its left, which packs better. */
  byte[] toBytes() {
    ByteBuffer b = ByteBuffer.allocate(HEAD + 3 * pixels.length);
    b.putInt(picture.w()).putInt(picture.h()).putInt(width).putInt(height);
    for (int shift = 16; shift >= 0; shift -= 8) {
      int left = 0;
      for (int p : pixels) {
        int v = p >> shift & 0xff;
        b.put((byte) (v - left));
        left = v;
      }
    }
    return b.array();
  }

  /** Empty when the bytes are not of this form. */
  static Optional<LastFrame> read(byte[] bytes) {
    if (bytes.length < HEAD) {
      return Optional.empty();
    }
    ByteBuffer b = ByteBuffer.wrap(bytes);
    int pictureW = b.getInt();
    int pictureH = b.getInt();
    int w = b.getInt();
    int h = b.getInt();
    boolean fits = w > 0 && h > 0 && pictureW > 0 && pictureH > 0;
    if (!fits || 3L * w * h != b.remaining()) {
      return Optional.empty();
    }
    int[] out = new int[w * h];
    for (int shift = 16; shift >= 0; shift -= 8) {
      int left = 0;
      for (int i = 0; i < out.length; i++) {
        left = left + b.get() & 0xff;
        out[i] |= left << shift | 0xff000000;
      }
    }
    return Optional.of(new LastFrame(new Rect(0, 0, pictureW, pictureH), w, h, out));
  }
}
