package carezza.app;

import java.util.Map;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.util.Duration;

/** What the engine has computed since the picture was opened: pixels by pass, finds, memory. */
final class EnginePanel extends GridPane {
  private final BenchModel model;
  private final Timeline clock = new Timeline(new KeyFrame(Duration.millis(500), e -> refresh()));

  EnginePanel(BenchModel model) {
    this.model = model;
    setId("engine");
    getStyleClass().add("key-list");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    StackPane.setAlignment(this, Pos.TOP_RIGHT);
    setVisible(false);
    clock.setCycleCount(Animation.INDEFINITE);
  }

  void toggle() {
    setVisible(!isVisible());
    if (isVisible()) {
      refresh();
      clock.play();
    } else {
      clock.stop();
    }
  }

  private void refresh() {
    getChildren().clear();
    OpenPicture p = model.picture().get();
    if (p == null) {
      return;
    }
    Map<Long, Long> pixels = p.engine().pixelsByPass();
    int row = 0;
    for (var pass : model.sheet().get().passes()) {
      double millions = pixels.getOrDefault(pass.id(), 0L) / 1e6;
      line(row++, KindWords.name(pass), Words.of("engine.pixels", number(millions)));
    }
    line(row++, Words.of("engine.finds"), String.valueOf(p.engine().analysesComputed()));
    double megabytes = p.engine().heldBytes() / 1048576.0;
    line(row, Words.of("engine.held"), Words.of("engine.megabytes", number(megabytes)));
  }

  private static String number(double v) {
    return Numbers.plain(v, v < 10 ? 2 : 0);
  }

  private void line(int row, String what, String value) {
    Label v = new Label(value);
    v.getStyleClass().add("row-number");
    addRow(row, new Label(what), v);
  }
}
