package carezza.app;

import java.util.List;
import java.util.function.Supplier;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;

/** What is asked before something is lost. */
final class Questions {
  /** What is to become of unsaved work. */
  enum Answer {
    SAVE,
    DROP,
    STAY
  }

  private final Supplier<Scene> window;

  Questions(Supplier<Scene> window) {
    this.window = window;
  }

  /** What is to become of the unsaved work on a picture. */
  Answer leaving(String picture) {
    ButtonType save = button("leave.save", ButtonBar.ButtonData.YES);
    ButtonType drop = button("leave.drop", ButtonBar.ButtonData.NO);
    ButtonType stay = button("leave.stay", ButtonBar.ButtonData.CANCEL_CLOSE);
    String text = Words.of("leave.text", picture);
    ButtonType answer =
        Dialogs.ask(window.get(), "leave.title", text, save, List.of(save, drop, stay))
            .orElse(stay);
    return answer == save ? Answer.SAVE : answer == drop ? Answer.DROP : Answer.STAY;
  }

  /** Whether a file that nobody asked about may be replaced. */
  boolean mayReplace(String file) {
    return go("replace.title", Words.of("replace.text", file), "replace.do", "replace.stay", false);
  }

  /** Whether an export that is being written may end unfinished. */
  boolean mayEndExport() {
    return go(
        "exporting.title", Words.of("exporting.text"), "exporting.end", "exporting.stay", false);
  }

  /** Whether a pass may be laid on other pictures, where nothing takes it back. */
  boolean mayLay(String kind, int pictures) {
    return go("job.title", Words.of("job.text", kind, pictures), "job.do", "job.stay", false);
  }

  /** Whether a pass may go; Enter says yes, for undo brings it back. */
  boolean mayRemove(String kind, String where) {
    return go(
        "remove.title", Words.of("remove.text", kind, where), "remove.do", "remove.stay", true);
  }

  private boolean go(String title, String text, String yes, String no, boolean usual) {
    ButtonType go = button(yes, ButtonBar.ButtonData.OTHER);
    ButtonType stay = button(no, ButtonBar.ButtonData.CANCEL_CLOSE);
    return Dialogs.ask(window.get(), title, text, usual ? go : stay, List.of(go, stay))
        .filter(go::equals)
        .isPresent();
  }

  private static ButtonType button(String key, ButtonBar.ButtonData data) {
    return new ButtonType(Words.of(key), data);
  }
}
