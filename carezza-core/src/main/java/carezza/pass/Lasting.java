package carezza.pass;

import java.util.Optional;

/**
 * How an analysis is written down that is worth keeping beyond the sitting.
 *
 * @param <T> the analysis
 */
public interface Lasting<T> {
  /** Rises whenever the same input leads to another outcome: what was kept before is forgotten. */
  int version();

  /** Empty for what is not worth keeping. */
  Optional<byte[]> toBytes(T found);

  /** Bit by bit what was written; empty when the bytes are not of this form. */
  Optional<T> fromBytes(byte[] bytes);
}
