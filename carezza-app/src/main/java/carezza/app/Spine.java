package carezza.app;

import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.sheet.Kinds;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * The folded card: the stages' short words with a mark for each pass; a click walks through their
 * passes.
 */
final class Spine extends VBox {
  private static final int MOST_MARKS = 7;
  private static final PseudoClass OPEN = PseudoClass.getPseudoClass("open");
  private static final PseudoClass MUTED = PseudoClass.getPseudoClass("muted");

  private final BenchModel model;
  private List<Object> shape = List.of();

  Spine(BenchModel model) {
    this.model = model;
    getStyleClass().add("spine");
    setId("spine");
    model.sheet().addListener((o, a, b) -> update());
    model.passes().chosen().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    List<Object> now = new ArrayList<>();
    now.add(model.passes().chosen().get());
    model.sheet().get().passes().forEach(p -> now.add(List.of(p.id(), p.kind(), p.on())));
    if (!now.equals(shape)) {
      shape = now;
      rebuild();
    }
  }

  private void rebuild() {
    getChildren().clear();
    for (Stage s : Stage.values()) {
      List<Pass> passes =
          model.sheet().get().passes().stream().filter(p -> p.kind().stage() == s).toList();
      boolean has = Kinds.all().stream().anyMatch(k -> k.stage() == s);
      if (has || !passes.isEmpty()) {
        getChildren().add(stage(s, passes));
      }
    }
  }

  private Button stage(Stage s, List<Pass> passes) {
    long chosen = model.passes().chosen().get();
    HBox marks = new HBox(3);
    marks.setAlignment(Pos.CENTER);
    for (int i = 0; i < Math.min(MOST_MARKS, passes.size()); i++) {
      Region mark = new Region();
      mark.getStyleClass().add("mark");
      mark.pseudoClassStateChanged(OPEN, passes.get(i).id() == chosen);
      mark.pseudoClassStateChanged(MUTED, !passes.get(i).on());
      marks.getChildren().add(mark);
    }
    String word = Words.of("stage." + s.name().toLowerCase(Locale.ROOT));
    Button b = new Button(word);
    b.setId("spine-" + s.name().toLowerCase(Locale.ROOT));
    b.setGraphic(marks);
    b.setContentDisplay(ContentDisplay.BOTTOM);
    b.setMaxWidth(Double.MAX_VALUE);
    b.setMinWidth(USE_PREF_SIZE);
    b.setAccessibleText(Words.of("spine.accessible", word, passes.size()));
    b.setDisable(passes.isEmpty());
    b.setOnAction(e -> model.passes().chosen().set(next(passes)));
    b.pseudoClassStateChanged(OPEN, passes.stream().anyMatch(p -> p.id() == chosen));
    passes.stream()
        .filter(p -> p.id() == chosen)
        .findFirst()
        .ifPresent(p -> b.setTooltip(new Tooltip(KindWords.name(p))));
    return b;
  }

  private long next(List<Pass> passes) {
    for (int i = 0; i < passes.size(); i++) {
      if (passes.get(i).id() == model.passes().chosen().get()) {
        return passes.get((i + 1) % passes.size()).id();
      }
    }
    return passes.get(0).id();
  }
}
