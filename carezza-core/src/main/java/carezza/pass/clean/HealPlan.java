package carezza.pass.clean;

import carezza.image.Hash;
import carezza.image.Rect;
import carezza.pass.Frame;
import carezza.pass.Heal;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;

/**
 * Where the heals of one list lie and which earlier ones each rests on: those whose mark it copies
 * from or lies upon, and what these rest on in turn. Found once for a list. Source pixels.
 */
final class HealPlan {
  private final Frame frame;
  private final Rect[] target;
  private final Rect[] source;
  private final int[][] earlier;
  private final List<List<Heal>> later = new ArrayList<>();
  private final long[] hash;
  private final Rect[] reads;

  HealPlan(List<Heal> heals, Frame frame) {
    this.frame = frame;
    int n = heals.size();
    target = new Rect[n];
    source = new Rect[n];
    earlier = new int[n][];
    hash = new long[n];
    reads = new Rect[n];
    BitSet[] rests = new BitSet[n];
    for (int i = 0; i < n; i++) {
      target[i] = Heals.target(heals.get(i), frame);
      source[i] = Heals.source(heals.get(i), frame);
      rests[i] = new BitSet();
      Hash h = new Hash();
      for (int j = 0; j < i; j++) {
        if (target[j].intersects(target[i]) || target[j].intersects(source[i])) {
          rests[i].set(j);
          rests[i].or(rests[j]);
        }
      }
      earlier[i] = rests[i].stream().toArray();
      reads[i] = target[i].union(source[i]);
      for (int j : earlier[i]) {
        reads[i] = reads[i].union(reads[j]);
      }
      Heal.FORM.addTo(h, heals.get(i));
      for (int j : earlier[i]) {
        h.add(hash[j]);
      }
      later.add(laterOn(heals, i));
      for (Heal o : later.get(i)) {
        h.add(o.x0()).add(o.y0()).add(o.x1()).add(o.y1()).add(o.sizeMm());
      }
      hash[i] = h.get();
    }
  }

  Frame frame() {
    return frame;
  }

  int count() {
    return target.length;
  }

  Rect target(int i) {
    return target[i];
  }

  Rect source(int i) {
    return source[i];
  }

  /** Holds everything that heal {@code i} and those it rests on look at. */
  Rect reads(int i) {
    return reads[i];
  }

  /** Earlier heals that heal {@code i} rests on, in list order. */
  int[] earlier(int i) {
    return earlier[i];
  }

  /** Later heals that reach over the ring of heal {@code i}, if it minds them. */
  List<Heal> later(int i) {
    return later.get(i);
  }

  private List<Heal> laterOn(List<Heal> heals, int i) {
    if (heals.get(i).form() < Heal.TOGETHER) {
      return List.of();
    }
    List<Heal> out = new ArrayList<>();
    for (int j = i + 1; j < heals.size(); j++) {
      Heal o = heals.get(j);
      double r = o.sizeMm() * frame.pxPerMm() / 2;
      Rect disc = Rect.ofDisc(o.x0(), o.y0(), r).union(Rect.ofDisc(o.x1(), o.y1(), r));
      if (disc.intersects(target[i])) {
        out.add(o);
      }
    }
    return out;
  }

  /** Stands for heal {@code i} and all it rests on. */
  long hash(int i) {
    return hash[i];
  }

  /** Heals whose mark and ring touch a rectangle, in list order. */
  BitSet touching(Rect rect) {
    BitSet out = new BitSet();
    for (int i = 0; i < target.length; i++) {
      if (target[i].intersects(rect)) {
        out.set(i);
      }
    }
    return out;
  }
}
