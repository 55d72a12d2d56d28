package carezza.pass.clean;

import carezza.image.Hash;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Frame;
import carezza.pass.Heal;
import carezza.pass.Parameter;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.ReadingKey;
import carezza.pass.Run;
import carezza.pass.Stage;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Heals: marks filled from a source near by, each solved from the picture below it with the earlier
 * heals done, in list order. A procedure: what changes below changes the patches.
 */
public final class Heals implements PassKind {
  @Override
  public String key() {
    return "heals";
  }

  @Override
  public Stage stage() {
    return Stage.CLEAN;
  }

  @Override
  public List<Parameter> parameters() {
    return List.of();
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public Set<ReadingKey> affects() {
    return Set.of(ReadingKey.HEAL_MATCH, ReadingKey.BLOTCH, ReadingKey.TEXTURE);
  }

  @Override
  public boolean usesArea() {
    return false;
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.heals().isEmpty();
  }

  @Override
  public boolean touches(Pass p, Frame frame, Rect rect) {
    return p.heals().stream().anyMatch(h -> target(h, frame).intersects(rect));
  }

  @Override
  public List<Rect> reads(Pass p, Frame frame, Rect rect) {
    List<Rect> out = new ArrayList<>();
    out.add(rect);
    for (int i : needed(p, frame, rect)) {
      out.add(target(p.heals().get(i), frame));
      out.add(source(p.heals().get(i), frame));
    }
    return out;
  }

  @Override
  public long fingerprint(Pass p, Frame frame, Rect rect) {
    Hash h = new Hash().add(key());
    for (int i : needed(p, frame, rect)) {
      addTo(h, p.heals().get(i));
    }
    return h.get();
  }

  private static void addTo(Hash h, Heal heal) {
    h.add(heal.x0()).add(heal.y0()).add(heal.x1()).add(heal.y1());
    h.add(heal.sizeMm()).add(heal.dx()).add(heal.dy());
  }

  /**
   * Heals that touch {@code rect} and, of those before them, all that these rest on; list order.
   */
  private static List<Integer> needed(Pass p, Frame frame, Rect rect) {
    List<Heal> heals = p.heals();
    boolean[] need = new boolean[heals.size()];
    for (int i = heals.size() - 1; i >= 0; i--) {
      Rect t = target(heals.get(i), frame);
      need[i] = t.intersects(rect);
      for (int j = i + 1; j < heals.size() && !need[i]; j++) {
        need[i] =
            need[j]
                && (t.intersects(target(heals.get(j), frame))
                    || t.intersects(source(heals.get(j), frame)));
      }
    }
    List<Integer> out = new ArrayList<>();
    for (int i = 0; i < need.length; i++) {
      if (need[i]) {
        out.add(i);
      }
    }
    return out;
  }

  static Rect target(Heal h, Frame frame) {
    Rect t = HealPatch.targetRect(h, frame.pxPerMm());
    Rect s = t.intersect(frame.bounds());
    int dx = (int) Math.round(h.dx());
    int dy = (int) Math.round(h.dy());
    Rect moved = move(s, dx, dy).intersect(frame.bounds());
    return moved.isEmpty() ? moved : move(moved, -dx, -dy);
  }

  static Rect source(Heal h, Frame frame) {
    return move(target(h, frame), (int) Math.round(h.dx()), (int) Math.round(h.dy()));
  }

  private static Rect move(Rect r, int dx, int dy) {
    return new Rect(r.x() + dx, r.y() + dy, r.w(), r.h());
  }

  @Override
  public void apply(Run run, RgbBlock block, float[] weight) {
    Pass p = run.pass();
    Rect src = block.rect().toSource(block.level()).intersect(run.frame().bounds());
    for (int i = 0; i < p.heals().size(); i++) {
      if (target(p.heals().get(i), run.frame()).intersects(src)) {
        patch(run, i).addTo(block, (float) p.strength());
      }
    }
  }

  /** Level 0 of the picture below with the heals before {@code count} done. */
  static RgbBlock readHealed(Run run, int count, Rect rect) {
    RgbBlock b = run.below().read(0, rect);
    for (int j = 0; j < count; j++) {
      if (target(run.pass().heals().get(j), run.frame()).intersects(rect)) {
        patch(run, j).addTo(b, (float) run.pass().strength());
      }
    }
    return b;
  }

  private static HealPatch patch(Run run, int i) {
    Heal h = run.pass().heals().get(i);
    Frame frame = run.frame();
    Rect t = target(h, frame);
    Rect s = source(h, frame);
    Hash key = new Hash().add("patch").add(frame.pxPerMm()).add(run.pass().strength());
    for (Rect r : List.of(t, s)) {
      key.add(run.belowFingerprint(r));
      for (int j = 0; j < i; j++) {
        if (target(run.pass().heals().get(j), frame).intersects(r)) {
          for (int k : needed(run.pass(), frame, target(run.pass().heals().get(j), frame))) {
            if (k < i) {
              addTo(key, run.pass().heals().get(k));
              key.add(run.belowFingerprint(source(run.pass().heals().get(k), frame)));
            }
          }
        }
      }
    }
    addTo(key, h);
    return run.analysis(
        key.get(),
        12 * t.area(),
        () -> HealPatch.solve(h, frame.pxPerMm(), readHealed(run, i, t), readHealed(run, i, s)));
  }
}
