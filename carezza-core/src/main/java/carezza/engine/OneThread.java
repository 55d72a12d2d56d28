package carezza.engine;

import java.util.concurrent.ForkJoinPool;
import java.util.function.Supplier;

/**
 * Does on one thread what is written for all of them, while the hand works on: parallel streams run
 * in the pool that they are begun in.
 */
final class OneThread {
  private OneThread() {}

  /** What it throws is thrown here. */
  static <T> T get(Supplier<T> what) {
    ForkJoinPool pool = new ForkJoinPool(1);
    try {
      return pool.submit(what::get).join();
    } finally {
      pool.shutdown();
    }
  }
}
