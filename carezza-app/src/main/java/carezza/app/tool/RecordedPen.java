package carezza.app.tool;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * Stands in for a pen: plays a recording in its own time, with the pressure, tilt and buttons that
 * the toolkit does not give.
 */
public final class RecordedPen implements Pen {
  /** Runs something on the interface thread after a while. */
  @FunctionalInterface
  public interface Clock {
    void after(long ms, Runnable what);
  }

  private record Event(double atMs, boolean down, boolean up, PenSample sample) {}

  private final Clock clock;
  private final Sight sight;
  private final PenRecording recording;
  private final List<Listener> listeners = new ArrayList<>();
  private Runnable ended = () -> {};

  public RecordedPen(PenRecording recording, Sight sight, Clock clock) {
    this.recording = recording;
    this.sight = sight;
    this.clock = clock;
  }

  @Override
  public void sendTo(Listener listener) {
    listeners.add(listener);
  }

  /** Plays from the beginning. */
  public void play(Runnable whenEnded) {
    ended = whenEnded;
    Deque<Event> events = new ArrayDeque<>();
    for (PenRecording.Recorded s : recording.strokes()) {
      for (int i = 0; i < s.samples().size(); i++) {
        double[] v = s.samples().get(i);
        boolean last = i == s.samples().size() - 1;
        events.add(new Event(v[4], i == 0, last, sample(s, v)));
      }
    }
    next(events, events.element().atMs());
  }

  private PenSample sample(PenRecording.Recorded s, double[] v) {
    return new PenSample(v[0], v[1], 0, 0, v[2], v[3], Math.round(v[4]), s.barrel(), s.eraser());
  }

  private void next(Deque<Event> events, double now) {
    Event e = events.poll();
    if (e == null) {
      ended.run();
      return;
    }
    clock.after(
        Math.max(0, Math.round(e.atMs() - now)),
        () -> {
          send(e);
          next(events, e.atMs());
        });
  }

  private void send(Event e) {
    PenSample r = e.sample();
    PenSample s =
        new PenSample(
            r.x(),
            r.y(),
            sight.viewX(r.x(), r.y()),
            sight.viewY(r.x(), r.y()),
            r.pressure(),
            r.tiltDegrees(),
            r.timeMs(),
            r.barrel(),
            r.eraser());
    for (Listener l : listeners) {
      if (e.down()) {
        l.down(s);
      } else {
        l.moved(s);
      }
      if (e.up()) {
        l.up(s);
      }
    }
  }
}
