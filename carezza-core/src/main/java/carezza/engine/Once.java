package carezza.engine;

import java.util.function.Supplier;

/** A value found when it is first asked for; where that failed it fails again. For one thread. */
final class Once<T> {
  private Supplier<T> find;
  private T value;
  private RuntimeException failure;

  Once(Supplier<T> find) {
    this.find = find;
  }

  T get() {
    if (find != null) {
      try {
        value = find.get();
      } catch (RuntimeException e) {
        failure = e;
      }
      find = null;
    }
    if (failure != null) {
      throw failure;
    }
    return value;
  }
}
