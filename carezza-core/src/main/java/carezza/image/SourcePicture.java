package carezza.image;

import java.util.Arrays;

/**
 * The picture as the file has it: integer codes of 8 or 16 bits, three colour channels and perhaps
 * an alpha channel, in planar square tiles so that no array grows with the picture. Written row by
 * row while it is read from the file, then only read.
 */
public final class SourcePicture {
  /** Side of a tile in pixels. */
  public static final int TILE = 256;

  private final int width;
  private final int height;
  private final int depth;
  private final int channels;
  private final int across;
  private final byte[][] bytes;
  private final short[][] shorts;

  /**
   * @param width pixels, 1 or more
   * @param height pixels, 1 or more
   * @param depth bits of a sample, 8 or 16
   * @param channels 3, or 4 with alpha last
   */
  public SourcePicture(int width, int height, int depth, int channels) {
    if (width < 1 || height < 1) {
      throw new IllegalArgumentException(
          "size = " + width + " x " + height + ", must be 1 or more");
    }
    if (depth != 8 && depth != 16) {
      throw new IllegalArgumentException("depth = " + depth + ", must be 8 or 16");
    }
    if (channels != 3 && channels != 4) {
      throw new IllegalArgumentException("channels = " + channels + ", must be 3 or 4");
    }
    this.width = width;
    this.height = height;
    this.depth = depth;
    this.channels = channels;
    across = (width + TILE - 1) / TILE;
    int tiles = across * ((height + TILE - 1) / TILE) * channels;
    bytes = depth == 8 ? new byte[tiles][] : null;
    shorts = depth == 16 ? new short[tiles][] : null;
    for (int i = 0; i < tiles; i++) {
      if (depth == 8) {
        bytes[i] = new byte[TILE * TILE];
      } else {
        shorts[i] = new short[TILE * TILE];
      }
    }
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  public int depth() {
    return depth;
  }

  public int channels() {
    return channels;
  }

  public Rect bounds() {
    return new Rect(0, 0, width, height);
  }

  /** Bounds at a pyramid level: sizes halved and rounded up, {@code level} times. */
  public Rect bounds(int level) {
    return bounds().toLevel(level);
  }

  /** The file's own code of a sample, 0 to 255 or 65535. */
  public int code(int channel, int x, int y) {
    int tile = tile(channel, x, y);
    int at = (y % TILE) * TILE + x % TILE;
    return depth == 8 ? bytes[tile][at] & 0xff : shorts[tile][at] & 0xffff;
  }

  public void setCode(int channel, int x, int y, int code) {
    int tile = tile(channel, x, y);
    int at = (y % TILE) * TILE + x % TILE;
    if (depth == 8) {
      bytes[tile][at] = (byte) code;
    } else {
      shorts[tile][at] = (short) code;
    }
  }

  /** Writes a whole row of one channel. */
  public void setRow(int channel, int y, int[] codes) {
    for (int x = 0; x < width; x++) {
      setCode(channel, x, y, codes[x]);
    }
  }

  /** Looks up every code of {@code rect} (level 0) in {@code table}, one channel. */
  public void lookUp(int channel, Rect rect, float[] table, float[] out) {
    int i = 0;
    for (int y = rect.y(); y < rect.bottom(); y++) {
      for (int x = rect.x(); x < rect.right(); ) {
        int tile = tile(channel, x, y);
        int at = (y % TILE) * TILE + x % TILE;
        int run = Math.min(rect.right() - x, TILE - x % TILE);
        if (depth == 8) {
          byte[] codes = bytes[tile];
          for (int k = 0; k < run; k++) {
            out[i++] = table[codes[at + k] & 0xff];
          }
        } else {
          short[] codes = shorts[tile];
          for (int k = 0; k < run; k++) {
            out[i++] = table[codes[at + k] & 0xffff];
          }
        }
        x += run;
      }
    }
  }

  private int tile(int channel, int x, int y) {
    return ((y / TILE) * across + x / TILE) * channels + channel;
  }

  /** A number that stands for all codes; equal pictures have equal numbers. */
  public long contentHash() {
    long h = 31L * width + height * 7919L + depth * 104729L + channels;
    for (int i = 0; i < across * ((height + TILE - 1) / TILE) * channels; i++) {
      h =
          h * 0x9E3779B97F4A7C15L
              + (depth == 8 ? Arrays.hashCode(bytes[i]) : Arrays.hashCode(shorts[i]));
      h ^= h >>> 29;
    }
    return h;
  }
}
