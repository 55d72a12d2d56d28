package carezza.app.edit;

import carezza.app.Numbers;
import carezza.app.Words;
import carezza.pass.Pass;
import carezza.setting.ChoiceField;
import carezza.setting.Colour;
import carezza.setting.ColourField;
import carezza.setting.CurveField;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.setting.HueRangesField;
import carezza.setting.ItemsField;
import carezza.setting.NumberField;
import carezza.setting.PlaceField;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The editor of each type of field. */
public final class Editors {
  private record Made(Node node, Consumer<Pass> refresh) implements Editor {
    @Override
    public void update(Pass p) {
      refresh.accept(p);
    }
  }

  private Editors() {}

  /** The editor of a field, at rest where the field is idle; none where only an action sets it. */
  public static Optional<Editor> of(Field<?> f, Edits edits) {
    return ofType(f, edits).map(e -> new Made(e.node(), p -> update(e, f, p)));
  }

  private static void update(Editor e, Field<?> f, Pass p) {
    e.update(p);
    e.node().setDisable(p.kind().idle(p).contains(f));
  }

  private static Optional<Editor> ofType(Field<?> f, Edits edits) {
    if (f instanceof NumberField n) {
      return Optional.of(number(n, edits));
    }
    if (f instanceof FlagField n) {
      return Optional.of(flag(n, edits));
    }
    if (f instanceof ChoiceField n) {
      return Optional.of(choice(n, edits));
    }
    if (f instanceof ColourField n) {
      return Optional.of(colour(n, edits));
    }
    if (f instanceof CurveField n) {
      return Optional.of(curve(n, edits));
    }
    if (f instanceof HueRangesField n) {
      return Optional.of(new HueEditor(n, edits));
    }
    if (f instanceof PlaceField n) {
      return n.isSetByAction() ? Optional.empty() : Optional.of(place(n, edits));
    }
    return Optional.of(items((ItemsField<?>) f));
  }

  static String name(Field<?> f) {
    return Words.of("parameter." + f.key());
  }

  static Label rowName(String text) {
    Label l = new Label(text);
    l.getStyleClass().add("row-name");
    l.setWrapText(true);
    l.setMinHeight(Region.USE_PREF_SIZE);
    return l;
  }

  private static Editor number(NumberField f, Edits edits) {
    Bar bar = new Bar(name(f), f.min(), f.max(), f.initial(), f.step());
    bar.setId("bar-" + f.key());
    bar.useful(f.usefulLow(), f.usefulHigh()).in(Numbers.unit(f.unit()));
    bar.on(v -> edits.change(p -> p.with(f, v), false), v -> edits.change(p -> p.with(f, v), true));
    BarRow row = new BarRow(bar, p -> p.get(f), v -> Numbers.of(f.unit(), v));
    String below = "parameter." + f.key() + ".below";
    if (Words.has(below)) {
      row.below(Words.of(below));
    }
    return new Made(row, row::update);
  }

  private static Editor flag(FlagField f, Edits edits) {
    CheckBox box = new CheckBox(name(f));
    box.setId("flag-" + f.key());
    box.setOnAction(e -> edits.change(p -> p.with(f, box.isSelected()), true));
    return new Made(box, p -> box.setSelected(p.get(f)));
  }

  private static Editor choice(ChoiceField f, Edits edits) {
    ToggleGroup group = new ToggleGroup();
    List<ToggleButton> all = new ArrayList<>();
    for (String option : f.options()) {
      ToggleButton b = new ToggleButton(Words.of("choice." + f.key() + "." + option));
      b.setId("choice-" + f.key() + "-" + option);
      b.setUserData(option);
      b.setToggleGroup(group);
      b.setOnAction(
          e -> {
            b.setSelected(true);
            edits.change(p -> p.with(f, option), true);
          });
      all.add(b);
    }
    FlowPane options = new FlowPane(4, 4);
    options.getChildren().addAll(all);
    HBox.setHgrow(options, Priority.ALWAYS);
    HBox row = new HBox(6, rowName(name(f)), options);
    row.setAlignment(Pos.CENTER_LEFT);
    return new Made(row, p -> all.forEach(b -> b.setSelected(b.getUserData().equals(p.get(f)))));
  }

  /** A bar for each of L*, a* and b*, and the colour itself. */
  private static Editor colour(ColourField f, Edits edits) {
    double most = Colour.MOST_CHROMA_AXIS;
    Swatch swatch = new Swatch(name(f));
    Label name = rowName(name(f));
    HBox head = new HBox(6, name, swatch);
    head.setAlignment(Pos.CENTER_LEFT);
    BarRow l =
        axis(f, edits, "l", 0, Colour.MOST_LIGHTNESS, f.start().l(), (c, v) -> at(v, c.a(), c.b()));
    BarRow a = axis(f, edits, "a", -most, most, f.start().a(), (c, v) -> at(c.l(), v, c.b()));
    BarRow b = axis(f, edits, "b", -most, most, f.start().b(), (c, v) -> at(c.l(), c.a(), v));
    return new Made(
        new VBox(2, head, l, a, b),
        p -> {
          swatch.show(p.get(f));
          l.update(p);
          a.update(p);
          b.update(p);
        });
  }

  private static Colour at(double l, double a, double b) {
    return new Colour(l, a, b);
  }

  /** Changes one axis of a colour. */
  private interface Axis {
    Colour with(Colour c, double v);
  }

  private static BarRow axis(
      ColourField f, Edits edits, String axis, double min, double max, double start, Axis with) {
    Bar bar = new Bar(Words.of("colour." + axis), min, max, start, 1);
    bar.setId("bar-" + f.key() + "-" + axis);
    bar.on(
        v -> edits.change(p -> p.with(f, with.with(p.get(f), v)), false),
        v -> edits.change(p -> p.with(f, with.with(p.get(f), v)), true));
    return new BarRow(
        bar,
        p ->
            switch (axis) {
              case "l" -> p.get(f).l();
              case "a" -> p.get(f).a();
              default -> p.get(f).b();
            },
        v -> Numbers.plain(v, 0));
  }

  private static Editor curve(CurveField f, Edits edits) {
    CurveEditor editor =
        new CurveEditor(name(f), f, (c, done) -> edits.change(p -> p.with(f, c), done));
    editor.setId("curve-" + f.key());
    edits.count(f, editor::ground);
    return new Made(new VBox(2, rowName(name(f)), editor), p -> editor.show(p.get(f)));
  }

  private static Editor place(PlaceField f, Edits edits) {
    Button point = new Button(name(f));
    point.getStyleClass().add("quiet");
    point.setId("place-" + f.key());
    point.setOnAction(e -> edits.point(f));
    Button forget = new Button(Words.of("place.forget"));
    forget.getStyleClass().add("quiet");
    forget.setId("place-forget-" + f.key());
    forget.setAccessibleText(Words.of("place.forgetName", name(f)));
    forget.setOnAction(e -> edits.change(p -> p.with(f, Optional.empty()), true));
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox row = new HBox(6, point, space, forget);
    row.setAlignment(Pos.CENTER_LEFT);
    return new Made(row, p -> forget.setVisible(p.get(f).isPresent()));
  }

  /** Things on the picture are edited there; how is said, or how many there are. */
  private static Editor items(ItemsField<?> f) {
    Label hint = new Label();
    hint.setWrapText(true);
    hint.getStyleClass().add("soft");
    hint.managedProperty().bind(hint.visibleProperty());
    String how = "items.hint." + f.key();
    if (Words.has(how)) {
      hint.setText(Words.of(how));
      return new Made(hint, p -> {});
    }
    return new Made(
        hint,
        p -> {
          int n = p.get(f).size();
          hint.setVisible(n > 0);
          hint.setText(Words.of("items." + f.key(), n));
        });
  }
}
