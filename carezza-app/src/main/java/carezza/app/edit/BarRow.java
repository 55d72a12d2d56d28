package carezza.app.edit;

import carezza.pass.Pass;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/** A bar with its name before it and its value behind it, kept up to date with a pass. */
public final class BarRow extends HBox {
  private final Bar bar;
  private final Label name = new Label();
  private final Label number = new Label();
  private final ToDoubleFunction<Pass> value;
  private final DoubleFunction<String> format;
  private String below = "";

  public BarRow(Bar bar, ToDoubleFunction<Pass> value, DoubleFunction<String> format) {
    super(8);
    this.bar = bar;
    this.value = value;
    this.format = format;
    name.setText(bar.getAccessibleText());
    name.getStyleClass().add("row-name");
    name.setWrapText(true);
    name.setMinHeight(USE_PREF_SIZE);
    number.setMinWidth(USE_PREF_SIZE);
    number.getStyleClass().add("row-number");
    HBox.setHgrow(bar, Priority.ALWAYS);
    getChildren().addAll(name, bar, number);
    setAlignment(Pos.CENTER_LEFT);
  }

  /** Says a value below 0 by another name instead of by its sign. */
  BarRow below(String words) {
    below = words;
    return this;
  }

  /** Calls the row something else, and gives its name. */
  public Label name(String words) {
    name.setText(words);
    return name;
  }

  public void update(Pass p) {
    double v = value.applyAsDouble(p);
    bar.value().set(v);
    if (below.isEmpty()) {
      number.setText(format.apply(v));
    } else {
      name.setText(v < 0 ? below : bar.getAccessibleText());
      number.setText(format.apply(Math.abs(v)).replace("+", ""));
    }
  }
}
