package carezza.region;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntConsumer;

/**
 * Does a number of independent things with all processors, on threads of its own: a thread of a
 * shared pool that waits for its share may be given other work meanwhile, which may want the very
 * thing that is being found.
 */
final class Rows {
  private Rows() {}

  /** Runs {@code each} for 0 to {@code n} - 1 in any order. */
  static void each(int n, IntConsumer each) {
    AtomicInteger next = new AtomicInteger();
    Failure failed = new Failure();
    Runnable lane =
        () -> {
          try {
            for (int i = next.getAndIncrement(); i < n; i = next.getAndIncrement()) {
              each.accept(i);
            }
          } catch (RuntimeException | Error e) {
            failed.keep(e);
            next.set(n);
          }
        };
    Thread[] others = new Thread[Math.min(n, Runtime.getRuntime().availableProcessors()) - 1];
    for (int k = 0; k < others.length; k++) {
      others[k] = new Thread(lane, "carezza-regions-" + k);
      others[k].setDaemon(true);
      others[k].start();
    }
    lane.run();
    boolean interrupted = false;
    for (Thread t : others) {
      while (t.isAlive()) {
        try {
          t.join();
        } catch (InterruptedException e) {
          interrupted = true;
        }
      }
    }
    if (interrupted) {
      Thread.currentThread().interrupt();
    }
    failed.rethrow();
  }

  /** The first failure of any lane. */
  private static final class Failure {
    private Throwable first;

    synchronized void keep(Throwable t) {
      first = first == null ? t : first;
    }

    synchronized void rethrow() {
      if (first instanceof Error e) {
        throw e;
      }
      if (first != null) {
        throw (RuntimeException) first;
      }
    }
  }
}
