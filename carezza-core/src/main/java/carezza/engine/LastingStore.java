package carezza.engine;

import java.util.Optional;

/**
 * Where what was found in a picture outlasts the sitting, so that a picture seen before need not be
 * looked through again. Nothing is lost when it forgets. Thread-safe.
 */
public interface LastingStore {
  /** Forgets everything. */
  LastingStore NONE =
      new LastingStore() {
        @Override
        public Optional<byte[]> read(long key) {
          return Optional.empty();
        }

        @Override
        public void write(long key, byte[] found) {}
      };

  /** What was written under a key, if it is still there and whole. */
  Optional<byte[]> read(long key);

  /** Keeps something; may return before it is kept. */
  void write(long key, byte[] found);
}
