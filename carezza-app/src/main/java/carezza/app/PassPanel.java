package carezza.app;

import carezza.area.Area;
import carezza.area.Term;
import carezza.pass.Parameter;
import carezza.pass.Pass;
import carezza.region.RegionName;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * The controls of the chosen pass: a bar for each parameter, where it acts, and what can be done.
 */
final class PassPanel extends VBox {
  private static final double START_FEATHER_MM = 1;

  private final BenchModel model;
  private final long id;
  private final List<Runnable> refresh = new ArrayList<>();

  /**
   * @param full with area and actions; else only the bars, for the panel near the brush
   */
  PassPanel(BenchModel model, Pass pass, boolean full) {
    this.model = model;
    id = pass.id();
    getStyleClass().add("pass-panel");
    for (Parameter p : pass.kind().parameters()) {
      getChildren().add(row(p));
    }
    if (!full) {
      getChildren().add(0, strength(pass));
      return;
    }
    switch (pass.kind().key()) {
      case "neutral" ->
          getChildren().add(buttons(tool("takeNeutral", BenchModel.Tool.TAKE_NEUTRAL)));
      case "skin" ->
          getChildren().add(buttons(tool("takeReference", BenchModel.Tool.TAKE_REFERENCE)));
      case "heals" -> getChildren().add(hint("heals.hint"));
      default -> {}
    }
    if (pass.kind().usesArea()) {
      getChildren().add(area(pass));
    }
    getChildren().add(actions());
  }

  void update(Pass p) {
    refresh.forEach(Runnable::run);
  }

  private Node row(Parameter p) {
    Bar bar = new Bar(Words.of("parameter." + p.key()), p.min(), p.max(), p.start(), p.step());
    bar.setId("bar-" + p.key());
    bar.on(
        v -> model.previewChange(id, q -> q.with(p.key(), v)),
        v -> model.change(id, q -> q.with(p.key(), v)));
    return row(bar, q -> q.value(p.key()), v -> Numbers.of(p, v));
  }

  private Node strength(Pass pass) {
    return row(strengthBar(model, pass), q -> 100 * q.strength(), Numbers::percent);
  }

  /** A bar with its name before it and its value behind it, kept up to date. */
  private Node row(Bar bar, ToDoubleFunction<Pass> value, DoubleFunction<String> format) {
    Label name = new Label(bar.getAccessibleText());
    name.getStyleClass().add("row-name");
    Label number = new Label();
    number.getStyleClass().add("row-number");
    refresh.add(
        () ->
            model
                .sheet()
                .get()
                .pass(id)
                .ifPresent(
                    q -> {
                      bar.value().set(value.applyAsDouble(q));
                      number.setText(format.apply(value.applyAsDouble(q)));
                    }));
    refresh.get(refresh.size() - 1).run();
    HBox.setHgrow(bar, Priority.ALWAYS);
    HBox row = new HBox(6, name, bar, number);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  static Bar strengthBar(BenchModel model, Pass pass) {
    long id = pass.id();
    Bar bar = new Bar(Words.of("pass.strength"), 0, 100 * pass.kind().maxStrength(), 100, 1);
    bar.value().set(100 * pass.strength());
    bar.on(
        v -> model.previewChange(id, q -> q.withStrength(v / 100)),
        v -> model.change(id, q -> q.withStrength(v / 100)));
    return bar;
  }

  private Button tool(String key, BenchModel.Tool tool) {
    Button b = new Button(Words.of("action." + key));
    b.setId(key);
    b.setOnAction(e -> model.tool().set(tool));
    return b;
  }

  private static Node hint(String key) {
    Label l = new Label(Words.of(key));
    l.setWrapText(true);
    l.getStyleClass().add("soft");
    return l;
  }

  private static FlowPane buttons(Node... nodes) {
    FlowPane f = new FlowPane(6, 6, nodes);
    f.getStyleClass().add("buttons");
    return f;
  }

  private Node area(Pass pass) {
    Label where = new Label();
    where.setWrapText(true);
    where.getStyleClass().add("soft");
    Runnable r =
        () -> model.sheet().get().pass(id).ifPresent(q -> where.setText(describe(q.area())));
    r.run();
    refresh.add(r);
    FlowPane f = buttons();
    String home = pass.kind().homeRegion();
    f.getChildren().add(set("areaWhole", Area.WHOLE));
    f.getChildren().add(set("areaNone", Area.NONE));
    f.getChildren().add(set("areaSkin", Area.ofRegion("skin")));
    if (!home.isEmpty() && !home.equals("skin")) {
      f.getChildren()
          .add(set(home.equals("teeth") ? "areaTeeth" : "areaEyeWhites", Area.ofRegion(home)));
    }
    if (model.sheet().get().faceMap().filter(m -> !m.faces().isEmpty()).isPresent()) {
      f.getChildren().add(regionMenu("region", (old, region) -> Area.ofRegion(region)));
      for (Term.How how : Term.How.values()) {
        f.getChildren()
            .add(
                regionMenu(
                    BenchModel.key(how),
                    (old, region) -> old.with(new Term(how, region, START_FEATHER_MM))));
      }
    }
    Button invert = new Button(Words.of("action.areaInvert"));
    invert.setOnAction(
        e -> model.change(id, q -> q.withArea(q.area().inverted(!q.area().inverted()))));
    f.getChildren().add(invert);
    VBox all = new VBox(4, where, f);
    if (!pass.area().terms().isEmpty()) {
      all.getChildren().add(feather());
    }
    return all;
  }

  /** One bar for the softness of all regions joined. */
  private Node feather() {
    Bar bar = new Bar(Words.of("area.feather"), 0, Term.MOST_FEATHER_MM, START_FEATHER_MM, 0.1);
    bar.setId("bar-feather");
    bar.on(
        v -> model.previewChange(id, q -> q.withArea(feathered(q.area(), v))),
        v -> model.change(id, q -> q.withArea(feathered(q.area(), v))));
    return row(
        bar,
        q -> q.area().terms().stream().mapToDouble(Term::featherMm).findFirst().orElse(0),
        Numbers::mm);
  }

  private static Area feathered(Area a, double mm) {
    return a.withTerms(a.terms().stream().map(t -> t.withFeather(mm)).toList());
  }

  private MenuButton regionMenu(String key, BiFunction<Area, String, Area> how) {
    MenuButton menu = new MenuButton(Words.of("join." + key));
    menu.setId("join-" + key);
    for (String region : RegionName.keys()) {
      MenuItem item = new MenuItem(Words.of("region." + region));
      item.setId("join-" + key + "-" + region);
      item.setOnAction(e -> model.change(id, q -> q.withArea(how.apply(q.area(), region))));
      menu.getItems().add(item);
    }
    return menu;
  }

  private Button set(String key, Area area) {
    Button b = new Button(Words.of("action." + key));
    b.setOnAction(e -> model.change(id, q -> q.withArea(area)));
    return b;
  }

  /** An area in words. */
  static String describe(Area a) {
    String base =
        switch (a.base()) {
          case WHOLE -> Words.of("area.whole");
          case NONE -> a.strokes().isEmpty() ? Words.of("area.none") : "";
          case REGION, FOUND -> Words.of("region." + a.region());
        };
    String strokes = a.strokes().isEmpty() ? "" : Words.of("area.strokes", a.strokes().size());
    String both = base.isEmpty() || strokes.isEmpty() ? base + strokes : base + ", " + strokes;
    StringBuilder all = new StringBuilder(both);
    for (Term t : a.terms()) {
      String how = "joined." + BenchModel.key(t.how());
      all.append(all.isEmpty() ? "" : ", ").append(Words.of(how, Words.of("region." + t.region())));
    }
    return a.inverted() ? Words.of("area.inverted", all) : all.toString();
  }

  private Node actions() {
    Button up = action("moveUp", () -> model.move(id, -1));
    Button down = action("moveDown", () -> model.move(id, 1));
    up.setDisable(!model.sheet().get().canMove(id, -1));
    down.setDisable(!model.sheet().get().canMove(id, 1));
    return buttons(
        action("duplicate", () -> model.duplicate(id)),
        up,
        down,
        action("remove", () -> model.remove(id)));
  }

  private static Button action(String key, Runnable what) {
    Button b = new Button(Words.of("action." + key));
    b.setId(key);
    b.setOnAction(e -> what.run());
    return b;
  }
}
