package carezza.app;

import carezza.pass.Pass;
import carezza.pass.Stage;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * The folded card: stage numerals with a tick for each pass; a click walks through their passes.
 */
final class Spine extends VBox {
  private final BenchModel model;
  private List<Object> shape = List.of();

  Spine(BenchModel model) {
    this.model = model;
    getStyleClass().add("spine");
    model.sheet().addListener((o, a, b) -> update());
    model.passes().chosen().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    List<Object> now = new ArrayList<>();
    now.add(model.passes().chosen().get());
    model.sheet().get().passes().forEach(p -> now.add(List.of(p.id(), p.kind())));
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
      Button b = new Button(String.valueOf(s.ordinal() + 1));
      b.setAccessibleText(Words.of("stage." + s.name().toLowerCase(Locale.ROOT)));
      b.setDisable(passes.isEmpty());
      b.setOnAction(e -> model.passes().chosen().set(next(passes)));
      HBox ticks = new HBox(3);
      ticks.setAlignment(Pos.CENTER);
      for (int i = 0; i < Math.min(5, passes.size()); i++) {
        Region tick = new Region();
        tick.getStyleClass()
            .add(passes.get(i).id() == model.passes().chosen().get() ? "tick-on" : "tick");
        ticks.getChildren().add(tick);
      }
      VBox box = new VBox(2, b, ticks);
      box.setAlignment(Pos.CENTER);
      if (passes.stream().anyMatch(p -> p.id() == model.passes().chosen().get())) {
        box.getStyleClass().add("open");
      }
      getChildren().add(box);
    }
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
