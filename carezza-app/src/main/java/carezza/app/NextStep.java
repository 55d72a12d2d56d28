package carezza.app;

import carezza.sheet.RunSheet;

/** The one plain next step that is offered. */
final class NextStep {
  private NextStep() {}

  /** A key of the word bundle. */
  static String of(RunSheet s) {
    if (s.faceMap().isEmpty()) {
      return "next.pins";
    }
    if (s.region("skin").isEmpty()) {
      return "next.skin";
    }
    if (!has(s, "neutral")) {
      return "next.neutral";
    }
    if (!has(s, "heals")) {
      return "next.heals";
    }
    if (!has(s, "twoBands")) {
      return "next.twoBands";
    }
    if (!has(s, "dodge") && !has(s, "burn")) {
      return "next.relief";
    }
    return has(s, "skin") ? "next.export" : "next.gather";
  }

  private static boolean has(RunSheet s, String kind) {
    return s.passes().stream().anyMatch(p -> p.kind().key().equals(kind));
  }
}
