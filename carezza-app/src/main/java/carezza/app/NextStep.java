package carezza.app;

import carezza.pass.Known;
import carezza.pass.PassKind;
import carezza.sheet.Kinds;
import java.util.Optional;

/** The one plain next step that is offered. */
public final class NextStep {
  private NextStep() {}

  /**
   * The step as a sentence: eyes and skin first, then the first kind, in the order of work, that no
   * pass of its step is there of; with what recommends it.
   */
  public static String of(Known known) {
    return kind(known)
        .map(
            k -> {
              String step = Words.of(k.nextStep());
              return k.finding(known)
                  .map(f -> Words.of("next.because", step, KindWords.sentence(f)))
                  .orElse(step);
            })
        .orElseGet(() -> Words.of(key(known)));
  }

  /** A key of the word bundle. */
  public static String key(Known known) {
    if (known.faceMap().isEmpty()) {
      return "next.pins";
    }
    if (known.region("skin").isEmpty()) {
      return "next.skin";
    }
    return kind(known).map(PassKind::nextStep).orElse("next.export");
  }

  private static Optional<PassKind> kind(Known known) {
    if (known.faceMap().isEmpty() || known.region("skin").isEmpty()) {
      return Optional.empty();
    }
    return Kinds.all().stream()
        .filter(k -> !k.nextStep().isEmpty() && !isDone(k.nextStep(), known))
        .findFirst();
  }

  private static boolean isDone(String step, Known known) {
    return known.passes().stream().anyMatch(p -> p.kind().nextStep().equals(step));
  }
}
