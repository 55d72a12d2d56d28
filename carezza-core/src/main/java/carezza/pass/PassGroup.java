package carezza.pass;

import java.util.List;

/**
 * Passes that are begun together, in one step.
 *
 * @param key name in the word bundle, under "group."
 * @param begun the passes
 */
public record PassGroup(String key, Begun begun) {
  /** Begins the passes. */
  @FunctionalInterface
  public interface Begun {
    /**
     * The passes, in the order in which they are laid.
     *
     * @param id of the first; those of the others follow
     */
    List<Pass> of(long id, Known known);
  }
}
