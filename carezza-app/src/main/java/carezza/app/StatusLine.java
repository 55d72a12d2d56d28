package carezza.app;

import carezza.screen.check.CheckViews;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** One line at the foot: what left its band or what to do next, zoom, colour, saved state. */
final class StatusLine extends HBox {
  private final BenchModel model;
  private final Label say = new Label();
  private final Label zoom = new Label();
  private final Label colour = new Label();
  private final Label saved = new Label();

  StatusLine(BenchModel model, PictureView view, Runnable previous, Runnable next) {
    this.model = model;
    getStyleClass().add("status");
    setAlignment(Pos.CENTER_LEFT);
    say.setId("say");
    saved.setId("saved");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    say.setMinWidth(0);
    Button back = new Button(Words.of("status.previous"));
    back.setOnAction(e -> previous.run());
    Button on = new Button(Words.of("status.next"));
    on.setOnAction(e -> next.run());
    for (Label l : new Label[] {zoom, colour, saved}) {
      l.setMinWidth(Region.USE_PREF_SIZE);
    }
    back.setMinWidth(Region.USE_PREF_SIZE);
    on.setMinWidth(Region.USE_PREF_SIZE);
    getChildren().addAll(say, space, colour, zoom, saved, back, on);
    view.viewport()
        .addListener((o, a, b) -> zoom.setText(b == null ? "" : Numbers.percent(100 * b.scale())));
    model.message().addListener((o, a, b) -> update());
    model.readings().addListener((o, a, b) -> update());
    model.unsaved().addListener((o, a, b) -> update());
    model.picture().addListener((o, a, b) -> update());
    model.sheet().addListener((o, a, b) -> update());
    model.passes().chosen().addListener((o, a, b) -> update());
    model.faces().offered().addListener((o, a, b) -> update());
    model.looking().view().addListener((o, a, b) -> update());
    model.looking().changesOfPass().addListener((o, a, b) -> update());
    update();
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
    say.setText(sentence());
  }

  private String sentence() {
    if (!model.isOpen()) {
      return Words.of("next.open");
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
