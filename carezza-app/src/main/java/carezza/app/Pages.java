package carezza.app;

import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Scene;

/** The colour of the page on which the picture will stand, in the place of the desk. */
final class Pages {
  private static final int OPAQUE = 0xff000000;
  private static final int WHITE = 0xffffffff;
  private static final int HEX = 16;

  private final BenchModel model;
  private final Supplier<Scene> window;

  Pages(BenchModel model, Supplier<Scene> window) {
    this.model = model;
    this.window = window;
  }

  /** Desk, white, black, and round again. */
  void next() {
    Optional<Integer> now = model.looking().page().get();
    model
        .looking()
        .page()
        .set(
            now.isEmpty()
                ? Optional.of(WHITE)
                : now.get() == WHITE ? Optional.of(OPAQUE) : Optional.empty());
  }

  /** Asks for any other colour. */
  void ask() {
    Dialogs.text(window.get(), "page.title", "page.name").showAndWait().ifPresent(this::set);
  }

  private void set(String said) {
    String digits = said.strip().toLowerCase(Locale.ROOT).replaceFirst("^#", "");
    if (digits.matches("[0-9a-f]{6}")) {
      model.looking().page().set(Optional.of(OPAQUE | Integer.parseInt(digits, HEX)));
    } else {
      model.message().set(Words.of("message.pageColour", said));
    }
  }
}
