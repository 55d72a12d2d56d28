package carezza.sheet;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.Objects;

/**
 * The run sheets of a sitting in the order they were made, with undo and redo. Since sheets are
 * immutable and share their parts, a step costs what it changed. Not thread-safe.
 */
public final class History {
  private final Deque<RunSheet> past = new ArrayDeque<>();
  private final Deque<RunSheet> future = new ArrayDeque<>();
  private RunSheet now;

  public History(RunSheet start) {
    now = start;
  }

  public RunSheet now() {
    return now;
  }

  /** Makes a new step; a sheet equal to the present one makes none. */
  public void commit(RunSheet next) {
    if (!next.equals(now)) {
      past.push(now);
      future.clear();
      now = next;
    }
  }

  public boolean canUndo() {
    return !past.isEmpty();
  }

  public boolean canRedo() {
    return !future.isEmpty();
  }

  /** All sheets from the first to the last that can be gone to. */
  public List<RunSheet> all() {
    List<RunSheet> out = new ArrayList<>(past);
    Collections.reverse(out);
    out.add(now);
    out.addAll(future);
    return out;
  }

  /** Which of {@link #all} is the present one. */
  public int at() {
    return past.size();
  }

  /**
   * Goes to one of {@link #all}.
   *
   * @throws IndexOutOfBoundsException when there is none of that number
   */
  public RunSheet goTo(int number) {
    Objects.checkIndex(number, past.size() + 1 + future.size());
    while (at() > number) {
      undo();
    }
    while (at() < number) {
      redo();
    }
    return now;
  }

  public RunSheet undo() {
    if (canUndo()) {
      future.push(now);
      now = past.pop();
    }
    return now;
  }

  public RunSheet redo() {
    if (canRedo()) {
      past.push(now);
      now = future.pop();
    }
    return now;
  }
}
