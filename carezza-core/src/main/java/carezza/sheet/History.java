package carezza.sheet;

import java.util.ArrayDeque;
import java.util.Deque;

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
