package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.OpenPicture;
import carezza.app.Recent;
import carezza.app.StepWords;
import carezza.app.Words;
import carezza.app.kit.Choices;
import carezza.app.kit.Said;
import carezza.sheet.History;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** Head of the card: the picture, its place in the job, the file menu, the steps. */
public final class CardHead extends VBox {
  private final BenchModel model;
  private final Supplier<String> place;
  private final Label which = new Label();
  private final Label title = new Label();
  private final Label job = new Label();
  private final Button undo = word("undo", "Ctrl+Z");
  private final Button redo = word("redo", "Ctrl+Y");
  private final Button steps = new Button(Words.of("steps.open"));

  /**
   * @param file the file menu
   * @param place which of how many pictures of its job it is, in words
   */
  public CardHead(BenchModel model, Node file, Supplier<String> place) {
    super(2);
    this.model = model;
    this.place = place;
    getStyleClass().add("card-head");
    title.getStyleClass().add("title");
    title.setId("title");
    title.setMaxWidth(Double.MAX_VALUE);
    job.getStyleClass().add("soft");
    job.setMinWidth(0);
    undo.setOnAction(e -> model.undo());
    redo.setOnAction(e -> model.redo());
    steps.setId("steps");
    steps.getStyleClass().add("quiet");
    steps.setMinWidth(Region.USE_PREF_SIZE);
    steps.setAccessibleText(Words.of("steps.head"));
    steps.setTooltip(new Tooltip(Words.of("steps.head")));
    steps.setOnAction(e -> Choices.open(undo, Words.of("steps.head"), made()));
    undo.setOnContextMenuRequested(e -> steps.fire());
    which.getStyleClass().add("soft");
    which.setMinWidth(Region.USE_PREF_SIZE);
    HBox.setHgrow(title, Priority.ALWAYS);
    HBox top = new HBox(8, title, which);
    top.setAlignment(Pos.BASELINE_LEFT);
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox words = new HBox(10, job, space, file, new HBox(2, undo, steps), redo);
    words.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(top, words);
    model.settled().addListener((o, a, b) -> update());
    model
        .picture()
        .addListener(
            (o, a, p) -> {
              which.setText(p == null ? "" : place.get());
              update();
            });
    update();
  }

  private static Button word(String key, String keys) {
    Button b = new Button(Words.of("action." + key));
    b.setId(key);
    b.getStyleClass().add("quiet");
    b.setMinWidth(Region.USE_PREF_SIZE);
    b.setTooltip(new Tooltip(Words.of("tip.key", Words.of("action." + key), keys)));
    return b;
  }

  private void update() {
    OpenPicture p = model.picture().get();
    String path = p == null ? "" : p.file().path().toString();
    Said.say(title, p == null ? Words.of("app.title") : p.name(), path);
    Said.say(job, p == null ? "" : Recent.job(p.file().path()), path);
    undo.setDisable(p == null || !p.history().canUndo());
    redo.setDisable(p == null || !p.history().canRedo());
    steps.setDisable(undo.isDisabled() && redo.isDisabled());
  }

  /** What was done, newest first; a click goes there and back. */
  private List<Choices.Choice> made() {
    History h = model.picture().get().history();
    List<RunSheet> all = h.all();
    List<Choices.Choice> out = new ArrayList<>();
    for (int i = all.size() - 1; i >= 0; i--) {
      String name = i == 0 ? Words.of("steps.start") : StepWords.of(all.get(i - 1), all.get(i));
      int at = i;
      String here = i == h.at() ? Words.of("steps.here") : "";
      out.add(new Choices.Choice("step-" + i, name, "", here, () -> model.goTo(at)));
    }
    return out;
  }
}
