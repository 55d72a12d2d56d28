package carezza.app;

import carezza.screen.CheckView;
import java.util.Optional;
import javafx.scene.input.KeyCode;

/**
 * The digit of a check view that is down: pressed shortly the view stays, held longer it shows its
 * view only for as long.
 */
final class HeldView {
  /** Held from here on, ns. */
  static final long HELD_NANOS = 400_000_000L;

  private Optional<KeyCode> key = Optional.empty();
  private Optional<CheckView> from = Optional.empty();
  private long since;

  /**
   * @param shown before the key was pressed
   * @param nanos of now
   */
  void down(KeyCode code, CheckView shown, long nanos) {
    key = Optional.of(code);
    from = Optional.of(shown);
    since = nanos;
  }

  /** The view to go back to when a key is let go, if it was held. */
  Optional<CheckView> up(KeyCode code, long nanos) {
    if (!key.equals(Optional.of(code))) {
      return Optional.empty();
    }
    Optional<CheckView> back = from;
    forget();
    return nanos - since > HELD_NANOS ? back : Optional.empty();
  }

  void forget() {
    key = Optional.empty();
    from = Optional.empty();
  }
}
