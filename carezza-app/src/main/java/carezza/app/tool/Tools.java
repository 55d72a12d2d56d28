package carezza.app.tool;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;

/**
 * The tools at hand: one that was taken up until it is let go, else those of the chosen pass. One
 * of them has the pen from press to release.
 */
public final class Tools implements Pen.Listener {
  private final Supplier<List<Tool>> usual;
  private final ReadOnlyLongWrapper changes = new ReadOnlyLongWrapper();
  private final MoveTool move = new MoveTool();
  private Sight sight = Sight.PLAIN;
  private Tool taken;
  private OptionalLong owner = OptionalLong.empty();
  private Tool holds;
  private boolean moves;

  /**
   * @param usual tools at hand while none was taken up, the first to be asked first
   */
  public Tools(Supplier<List<Tool>> usual) {
    this.usual = usual;
  }

  public void setSight(Sight s) {
    sight = s;
  }

  /** Counts: another tool is at hand, or it asks for something else, or draws something else. */
  public ReadOnlyLongProperty changes() {
    return changes.getReadOnlyProperty();
  }

  public void changed() {
    changes.set(changes.get() + 1);
  }

  /** Takes up a tool until it is let go. */
  public void take(Tool t) {
    takeFor(t, OptionalLong.empty());
  }

  /** Takes up a tool that is of use while a pass is chosen only. */
  public void takeFor(Tool t, long pass) {
    takeFor(t, OptionalLong.of(pass));
  }

  private void takeFor(Tool t, OptionalLong pass) {
    end();
    taken = t;
    owner = pass;
    changed();
  }

  /** Lets go of a tool that was taken up for another pass. */
  public void passChosen(long pass) {
    if (taken != null && owner.isPresent() && owner.getAsLong() != pass) {
      letGo();
    } else {
      end();
      changed();
    }
  }

  /** Lets go of what was taken up and of what is under way; nothing of it becomes a step. */
  public void letGo() {
    end();
    taken = null;
    changed();
  }

  /**
   * Ends what is under way on the picture without a step.
   *
   * @return whether something was
   */
  public boolean interrupt() {
    boolean busy = isBusy();
    if (busy) {
      end();
      changed();
    }
    return busy;
  }

  private void end() {
    if (holds != null) {
      Tool t = holds;
      holds = null;
      t.letGo();
    }
  }

  /** The tool that was taken up. */
  public Optional<Tool> taken() {
    return Optional.ofNullable(taken);
  }

  /** Name of the tool that was taken up; empty for none. */
  public String name() {
    return taken == null ? "" : taken.name();
  }

  /** The tools that may get the pen, the first to be asked first. */
  public List<Tool> atHand() {
    List<Tool> out = new ArrayList<>(taken == null ? usual.get() : List.of(taken));
    out.add(move);
    return out;
  }

  /** The tool at hand of a type, if there is one. */
  public <T extends Tool> Optional<T> find(Class<T> type) {
    return atHand().stream().filter(type::isInstance).map(type::cast).findFirst();
  }

  /** Gives a key to the tool that was taken up; true when it has a use for it. */
  public boolean key(Tool.Key k) {
    boolean used = taken != null && taken.key(k, sight);
    if (used) {
      changed();
    }
    return used;
  }

  /** How the pen's place is shown. */
  public Tool.Ring ring() {
    return atHand().stream()
        .map(Tool::ring)
        .filter(r -> r != Tool.Ring.NONE)
        .findFirst()
        .orElse(Tool.Ring.NONE);
  }

  /** While held, the pen moves the picture. */
  public void moves(boolean held) {
    moves = held;
  }

  /** Whether a tool has the pen. */
  public boolean isBusy() {
    return holds != null && holds != move;
  }

  @Override
  public void down(PenSample s) {
    end();
    List<Tool> asked = moves || s.barrel() ? List.of(move) : atHand();
    holds = asked.stream().filter(t -> t.press(s, sight)).findFirst().orElse(null);
  }

  @Override
  public void moved(PenSample s) {
    if (holds != null) {
      holds.drag(s, sight);
      return;
    }
    boolean draw = false;
    for (Tool t : atHand()) {
      draw |= t.hover(s, sight);
    }
    if (draw) {
      changed();
    }
  }

  @Override
  public void up(PenSample s) {
    if (holds != null) {
      Tool t = holds;
      holds = null;
      t.release(s, sight);
      changed();
    }
  }

  /** A click at a place of the picture. */
  public void click(double x, double y) {
    PenSample s =
        PenSample.ofMouse(
            x, y, sight.viewX(x, y), sight.viewY(x, y), System.nanoTime() / 1_000_000);
    down(s);
    up(s);
  }

  /** Draws what belongs to the tools at hand. */
  public void overlay(Overlay o) {
    atHand().forEach(t -> t.overlay(o, sight));
  }
}
