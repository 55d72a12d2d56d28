package carezza.app;

import carezza.app.edit.Bar;
import carezza.app.edit.BarRow;
import carezza.app.edit.WindowBar;
import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.pass.Pass;
import carezza.region.RegionName;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextInputDialog;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * Where the chosen pass acts: in words and square centimetres, what it starts from, and each thing
 * joined with it with its own softness or window.
 */
final class AreaPanel extends VBox {
  /** The strip of hues begins here, so that those of skin lie in its middle. */
  private static final double HUE_FROM = -130;

  /** Less skin than this, on teeth or cloth, is not worth a word. */
  private static final double LEAST_CM2 = 0.05;

  private final BenchModel model;
  private final Label where = new Label();
  private final List<Consumer<Pass>> refresh = new ArrayList<>();

  AreaPanel(BenchModel model, Pass pass) {
    super(4);
    this.model = model;
    where.setWrapText(true);
    where.setId("where");
    where.getStyleClass().add("soft");
    getChildren().addAll(where, starts(pass), joins());
    for (int i = 0; i < pass.area().terms().size(); i++) {
      getChildren().add(term(pass, i));
    }
    getChildren().add(follow());
    update(pass);
  }

  void update(Pass p) {
    where.setText(described(p.area(), model.covered().get()));
    refresh.forEach(r -> r.accept(p));
  }

  private static String described(Area a, double cm2) {
    String words = AreaWords.describe(a);
    boolean none = Double.isNaN(cm2) || cm2 < LEAST_CM2;
    return none
        ? words
        : Words.of(
            "area.covers", words, String.format(Locale.ROOT, cm2 < 10 ? "%.1f" : "%.0f", cm2));
  }

  // ---- what it starts from

  private Node starts(Pass pass) {
    FlowPane f = PassPanel.buttons();
    String home = pass.kind().homeRegion();
    f.getChildren().add(set("areaWhole", Area.WHOLE));
    f.getChildren().add(set("areaNone", Area.NONE));
    f.getChildren().add(region("skin"));
    if (!home.isEmpty() && !home.equals("skin")) {
      f.getChildren().add(region(home));
    }
    Button invert = new Button(Words.of("action.areaInvert"));
    invert.setOnAction(e -> model.areas().change(a -> a.inverted(!a.inverted())));
    f.getChildren().addAll(invert, others(pass));
    return f;
  }

  private Button set(String key, Area area) {
    Button b = new Button(Words.of("action." + key));
    b.setOnAction(e -> model.areas().change(a -> area));
    return b;
  }

  private Button region(String name) {
    Button b = new Button(Words.of("area.of." + name));
    b.setOnAction(e -> model.areas().change(a -> Area.ofRegion(name)));
    return b;
  }

  /** Areas of other passes, areas with a name, and how to give one. */
  private MenuButton others(Pass pass) {
    MenuButton menu = new MenuButton(Words.of("area.as"));
    menu.setId("area-as");
    for (Pass p : model.sheet().get().passes()) {
      if (p.id() != pass.id() && p.kind().usesArea()) {
        String words = KindWords.name(p.kind()) + ": " + AreaWords.describe(p.area());
        menu.getItems().add(item("area-as-" + p.id(), words, () -> model.areas().copyFrom(p.id())));
      }
    }
    for (String name : model.areas().names()) {
      Area named = Area.ofRegion(name);
      menu.getItems().add(item("area-as-" + name, name, () -> model.areas().change(a -> named)));
    }
    if (!menu.getItems().isEmpty()) {
      menu.getItems().add(new SeparatorMenuItem());
    }
    menu.getItems().add(item("area-keep", Words.of("area.keep"), this::askName));
    return menu;
  }

  private void askName() {
    TextInputDialog d = Dialogs.text(getScene(), "area.keepTitle", "area.name");
    d.showAndWait().ifPresent(model.areas()::keepAs);
  }

  private static MenuItem item(String id, String text, Runnable what) {
    MenuItem m = new MenuItem(text);
    m.setId(id);
    m.setMnemonicParsing(false);
    m.setOnAction(e -> what.run());
    return m;
  }

  // ---- what is joined with it

  private Node joins() {
    FlowPane f = PassPanel.buttons();
    for (Term.How how : Term.How.values()) {
      f.getChildren().add(join(how));
    }
    return f;
  }

  private MenuButton join(Term.How how) {
    String id = "join-" + BenchModel.key(how);
    MenuButton menu = new MenuButton(Words.of("join." + BenchModel.key(how)));
    menu.setId(id);
    if (model.sheet().get().faceMap().filter(m -> !m.faces().isEmpty()).isPresent()) {
      Menu regions = new Menu(Words.of("join.region"));
      regions.setId(id + "-region");
      for (String region : RegionName.keys()) {
        regions.getItems().add(what(id, how, region, Words.of("region." + region)));
      }
      menu.getItems().add(regions);
    }
    for (String name : model.areas().names()) {
      menu.getItems().add(what(id, how, name, name));
    }
    menu.getItems()
        .addAll(
            item(id + "-tone", Words.of("draw.tone"), () -> window(how, Areas.START_TONE)),
            item(id + "-hue", Words.of("draw.hue"), () -> window(how, Areas.START_HUE)),
            item(
                id + "-lightness",
                Words.of("draw.lightness"),
                () -> model.areas().join(how, new Extent.Lightness())),
            new SeparatorMenuItem(),
            drawing(id, how, "oval", Areas.Drawing.OVAL),
            drawing(id, how, "ramp", Areas.Drawing.RAMP),
            drawing(id, how, "loop", Areas.Drawing.LOOP));
    return menu;
  }

  private void window(Term.How how, Extent.Window start) {
    model.areas().join(how, start);
    model.areas().pointWindow(model.areas().terms().size() - 1);
  }

  private MenuItem what(String id, Term.How how, String name, String text) {
    return item(id + "-" + name, text, () -> model.areas().join(how, new Extent.Region(name)));
  }

  private MenuItem drawing(String id, Term.How how, String key, Areas.Drawing which) {
    return item(id + "-" + key, Words.of("draw." + key), () -> model.areas().draw(how, which));
  }

  private Node term(Pass pass, int i) {
    Term t = pass.area().terms().get(i);
    Label name = new Label(AreaWords.joined(t));
    name.setMinWidth(0);
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox top = new HBox(6, name, space);
    top.setAlignment(Pos.CENTER_LEFT);
    if (t.what() instanceof Extent.Tone || t.what() instanceof Extent.Hue) {
      Button point = new Button(Words.of("area.point"));
      point.setId("term-point-" + i);
      point.setOnAction(e -> model.areas().pointWindow(i));
      top.getChildren().add(point);
    }
    Button drop = new Button(Words.of("area.drop"));
    drop.setId("term-drop-" + i);
    drop.setAccessibleText(Words.of("area.dropName", AreaWords.joined(t)));
    drop.setOnAction(e -> model.areas().drop(i));
    top.getChildren().add(drop);
    VBox box = new VBox(2, top);
    box.getStyleClass().add("term");
    if (t.what() instanceof Extent.Tone) {
      box.getChildren().addAll(tone(i));
    } else if (t.what() instanceof Extent.Hue) {
      box.getChildren().addAll(hue(i));
    } else if (hasBorder(t.what())) {
      box.getChildren().add(feather(i));
    }
    return box;
  }

  private static boolean hasBorder(Extent e) {
    return e instanceof Extent.Region || e instanceof Extent.Oval || e instanceof Extent.Loop;
  }

  private Node feather(int i) {
    Bar bar = new Bar(Words.of("area.feather"), 0, Term.MOST_FEATHER_MM, 1, 0.1);
    bar.setId("bar-feather-" + i);
    bar.on(
        v -> model.areas().setTerm(i, t -> t.withFeather(v), false),
        v -> model.areas().setTerm(i, t -> t.withFeather(v), true));
    return kept(new BarRow(bar, p -> p.area().terms().get(i).featherMm(), Numbers::mm), i);
  }

  private BarRow kept(BarRow row, int term) {
    refresh.add(
        p -> {
          if (term < p.area().terms().size()) {
            row.update(p);
          }
        });
    return row;
  }

  private Node[] tone(int i) {
    WindowBar bar =
        new WindowBar(
            Words.of("extent.tone"),
            0,
            Extent.Tone.MOST,
            (c, done) -> {
              Extent.Tone w = new Extent.Tone(c[1], c[2], c[1] - c[0], c[3] - c[2]);
              model.areas().setTerm(i, t -> t.with(w), done);
            });
    bar.setId("window-" + i);
    Label numbers = numbers();
    refresh.add(
        p -> {
          if (i < p.area().terms().size()
              && p.area().terms().get(i).what() instanceof Extent.Tone w) {
            double low = Math.max(0, w.low() - w.softLow());
            double high = Math.min(Extent.Tone.MOST, w.high() + w.softHigh());
            bar.set(low, w.low(), w.high(), high);
            numbers.setText(Words.of("extent.toneIs", low, w.low(), w.high(), high));
          }
        });
    return new Node[] {bar, numbers};
  }

  private Node[] hue(int i) {
    WindowBar bar =
        new WindowBar(
            Words.of("extent.hue"),
            HUE_FROM,
            HUE_FROM + Extent.Hue.FULL,
            (c, done) -> {
              double soft = softness(i, c);
              double centre = ((c[1] + c[2]) / 2 + Extent.Hue.FULL) % Extent.Hue.FULL;
              Extent.Hue w = new Extent.Hue(centre, c[2] - c[1], soft);
              model.areas().setTerm(i, t -> t.with(w), done);
            });
    bar.setId("window-" + i);
    Label numbers = numbers();
    refresh.add(
        p -> {
          if (i < p.area().terms().size()
              && p.area().terms().get(i).what() instanceof Extent.Hue w) {
            double centre =
                w.centre() >= HUE_FROM + Extent.Hue.FULL ? w.centre() - 360 : w.centre();
            double half = w.width() / 2;
            bar.set(
                onStrip(centre - half - w.soft()),
                onStrip(centre - half),
                onStrip(centre + half),
                onStrip(centre + half + w.soft()));
            numbers.setText(Words.of("extent.hueIs", w.centre(), w.width(), w.soft()));
          }
        });
    return new Node[] {bar, numbers};
  }

  /** Both ends are equally soft: the end that was moved says how much. */
  private double softness(int i, double[] corners) {
    int moved = ((WindowBar) lookup("#window-" + i)).corner();
    return switch (moved) {
      case 0 -> Math.min(180, corners[1] - corners[0]);
      case 3 -> Math.min(180, corners[3] - corners[2]);
      default -> ((Extent.Hue) model.areas().terms().get(i).what()).soft();
    };
  }

  private static double onStrip(double hue) {
    return Math.max(HUE_FROM, Math.min(HUE_FROM + Extent.Hue.FULL, hue));
  }

  private static Label numbers() {
    Label l = new Label();
    l.getStyleClass().add("soft");
    return l;
  }

  private Node follow() {
    Bar bar = new Bar(Words.of("area.follow"), 0, Area.MOST_FOLLOW_MM, 0, 0.1);
    bar.setId("bar-follow");
    bar.on(
        v -> model.areas().preview(a -> a.withFollow(v)),
        v -> model.areas().change(a -> a.withFollow(v)));
    BarRow row = new BarRow(bar, p -> p.area().followMm(), Numbers::mm);
    refresh.add(row::update);
    return row;
  }
}
