package carezza.image;

/**
 * A 64-bit fingerprint built up value by value; equal inputs in equal order give equal
 * fingerprints. The mixing step is the finaliser of MurmurHash3 (Appleby 2011, public domain).
 */
public final class Hash {
  private long h = 0x243F6A8885A308D3L;

  public Hash add(long v) {
    h = mix(h * 0x9E3779B97F4A7C15L + v);
    return this;
  }

  public Hash add(double v) {
    return add(Double.doubleToLongBits(v));
  }

  public Hash add(boolean v) {
    return add(v ? 1L : 2L);
  }

  public Hash add(String s) {
    for (int i = 0; i < s.length(); i++) {
      h = h * 31 + s.charAt(i);
    }
    return add(s.length());
  }

  public Hash add(Rect r) {
    return add(((long) r.x() << 32) ^ (r.y() & 0xffffffffL))
        .add(((long) r.w() << 32) ^ (r.h() & 0xffffffffL));
  }

  /** One of many small values: quicker, and mixed with what comes after them. */
  public Hash fold(int v) {
    h = (h ^ v) * 0x100000001B3L;
    return this;
  }

  /** The same so far, to go on with apart from this. */
  public Hash copy() {
    Hash out = new Hash();
    out.h = h;
    return out;
  }

  public long get() {
    return h;
  }

  private static long mix(long k) {
    k ^= k >>> 33;
    k *= 0xff51afd7ed558ccdL;
    k ^= k >>> 33;
    k *= 0xc4ceb9fe1a85ec53L;
    return k ^ (k >>> 33);
  }
}
