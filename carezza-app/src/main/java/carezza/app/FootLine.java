package carezza.app;

import carezza.app.kit.Said;
import carezza.app.side.Dials;
import carezza.screen.check.CheckViews;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/**
 * One line at the foot of the desk: what left its target or what to do next; a length on the
 * sitter, the colour under the pointer, the zoom, what is saved, the neighbouring pictures.
 */
final class FootLine extends HBox {
  private final BenchModel model;
  private final FirstLook firstLook;
  private final Button first = new Button();
  private int found;
  private final Label say = new Label();
  private final Label zoom = new Label();
  private final Label colour = new Label();
  private final Label saved = new Label();

  FootLine(BenchModel model, PictureView view, FileDesk files, FirstLook firstLook) {
    super(16);
    this.model = model;
    this.firstLook = firstLook;
    first.setId("firstLook");
    first.getStyleClass().add("quiet");
    first.setMinWidth(Region.USE_PREF_SIZE);
    first.setTooltip(new Tooltip(Words.of("tip.key", Words.of("first.head"), "O")));
    first.managedProperty().bind(first.visibleProperty());
    first.setOnAction(e -> firstLook.open(first));
    getStyleClass().addAll("foot", "on-desk");
    setAlignment(Pos.CENTER_LEFT);
    say.setId("say");
    saved.setId("saved");
    zoom.setId("zoom");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    say.setMinWidth(0);
    Button back = neighbour("previous", "Page Up", () -> files.step(-1));
    Button on = neighbour("next", "Page Down", () -> files.step(1));
    for (Label l : new Label[] {zoom, colour, saved}) {
      l.setMinWidth(Region.USE_PREF_SIZE);
    }
    back.visibleProperty().bind(model.picture().isNotNull());
    on.visibleProperty().bind(model.picture().isNotNull());
    getChildren()
        .addAll(first, say, space, colour, new ScaleBar(model, view), zoom, saved, back, on);
    view.viewport()
        .addListener((o, a, b) -> zoom.setText(b == null ? "" : Numbers.percent(100 * b.scale())));
    model.message().addListener((o, a, b) -> update());
    model.readings().addListener((o, a, b) -> count());
    model.settled().addListener((o, a, b) -> count());
    model.unsaved().addListener((o, a, b) -> update());
    model.picture().addListener((o, a, b) -> count());
    model.sheet().addListener((o, a, b) -> update());
    model.passes().chosen().addListener((o, a, b) -> update());
    model.faces().offered().addListener((o, a, b) -> update());
    model.looking().view().addListener((o, a, b) -> update());
    model.looking().changesOfPass().addListener((o, a, b) -> update());
    model.looking().state().addListener((o, a, b) -> update());
    count();
  }

  private static Button neighbour(String key, String keys, Runnable what) {
    Button b = new Button(Words.of("status." + key));
    b.setId(key);
    b.getStyleClass().add("quiet");
    b.setMinWidth(Region.USE_PREF_SIZE);
    b.setTooltip(new Tooltip(Words.of("tip.key", Words.of("status." + key + ".picture"), keys)));
    b.setAccessibleText(Words.of("status." + key + ".picture"));
    b.setOnAction(e -> what.run());
    return b;
  }

  void colour(double[] lab) {
    colour.setText(
        lab.length == 0
            ? ""
            : Numbers.signed(
                String.format(Locale.ENGLISH, "L* %.1f  a* %.1f  b* %.1f", lab[0], lab[1], lab[2]),
                0));
  }

  private void update() {
    saved.setText(
        !model.isOpen() ? "" : Words.of(model.unsaved().get() ? "status.unsaved" : "status.saved"));
    Said.in(say, sentence());
    first.setVisible(found > 0 && model.message().get().isEmpty());
  }

  /** Counted when something was measured or done, not while it is dragged. */
  private void count() {
    found = firstLook.all().size();
    first.setText(Words.of("first.found", found));
    update();
  }

  /** Opens the list of what was found. */
  void openFirstLook() {
    firstLook.open(first.isVisible() ? first : say);
  }

  private String sentence() {
    if (!model.isOpen()) {
      return model.message().get();
    }
    if (!model.message().get().isEmpty()) {
      return model.message().get();
    }
    if (model.looking().state().get() != Looking.State.WHOLE && Dials.worst(model).isPresent()) {
      return ReadingWords.sentence(Dials.worst(model).get());
    }
    if (model.looking().view().get() != CheckViews.PICTURE) {
      return Words.of("looking." + model.looking().word(model.looking().view().get()));
    }
    if (!model.faces().offered().get().isEmpty()) {
      return Words.of("next.offer");
    }
    return NextStep.of(model.known());
  }
}
