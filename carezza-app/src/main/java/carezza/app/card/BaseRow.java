package carezza.app.card;

import carezza.app.AreaWords;
import carezza.app.BenchModel;
import carezza.app.Words;
import carezza.app.kit.Choices;
import carezza.area.Area;
import carezza.pass.Pass;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** What an area begins with, and what it could begin with instead. */
final class BaseRow extends HBox {
  BaseRow(BenchModel model, Pass pass) {
    super(8);
    getStyleClass().add("term");
    setAlignment(Pos.CENTER_LEFT);
    Region indent = new Region();
    indent.getStyleClass().add("joint");
    int n = pass.area().strokes().size();
    String strokes = n == 0 ? "" : Words.of("area.strokes", n);
    String base = AreaWords.base(pass.area());
    boolean painted = n > 0 && pass.area().base() == Area.Base.NONE;
    Label name = new Label(painted ? strokes : n == 0 ? base : base + ", " + strokes);
    name.setWrapText(true);
    HBox.setHgrow(name, Priority.ALWAYS);
    name.setMaxWidth(Double.MAX_VALUE);
    Button other = WherePanel.quiet("where-begin", "where.begin");
    other.setOnAction(
        e ->
            Choices.open(
                other, Words.of("where.begin"), beginnings(model, pass.kind().homeRegion())));
    getChildren().addAll(indent, name, other);
  }

  private static List<Choices.Choice> beginnings(BenchModel model, String home) {
    List<Choices.Choice> out = new ArrayList<>();
    out.add(begin(model, "whole", Words.of("area.whole"), Area.WHOLE));
    out.add(begin(model, "none", Words.of("area.none"), Area.NONE));
    Stream.of("skin", home)
        .filter(r -> !r.isEmpty())
        .distinct()
        .forEach(r -> out.add(begin(model, r, Words.of("region." + r), Area.ofRegion(r))));
    return out;
  }

  private static Choices.Choice begin(BenchModel model, String key, String name, Area area) {
    return new Choices.Choice("begin-" + key, name, () -> model.areas().change(a -> area));
  }
}
