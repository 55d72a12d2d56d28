package carezza.app.card;

import carezza.app.AreaWords;
import carezza.app.Areas;
import carezza.app.BenchModel;
import carezza.app.Dialogs;
import carezza.app.KindWords;
import carezza.app.Miniatures;
import carezza.app.Numbers;
import carezza.app.OpenPicture;
import carezza.app.Words;
import carezza.app.edit.Bar;
import carezza.app.edit.BarRow;
import carezza.app.kit.Choices;
import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.pass.Pass;
import carezza.region.RegionName;
import carezza.region.SitterRegion;
import carezza.screen.Viewport;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/**
 * Where the chosen pass acts: a small picture of its mask, words and square centimetres; opened,
 * what it is made of, a row each, and all that can be joined.
 */
final class WherePanel extends VBox {
  private static final double WIDTH = 36;
  private static final double HEIGHT = 45;

  /** Less skin than this, on teeth or cloth, is not worth a word. */
  private static final double LEAST_CM2 = 0.05;

  private final BenchModel model;
  private final Miniatures miniatures;
  private final WhereOpen open;
  private final long id;
  private final Label where = new Label();
  private final Label size = new Label();
  private final ImageView mask = new ImageView();
  private final List<Consumer<Pass>> refresh = new ArrayList<>();
  private RunSheet drawn;

  WherePanel(BenchModel model, Miniatures miniatures, WhereOpen open, Pass pass) {
    this.model = model;
    this.miniatures = miniatures;
    this.open = open;
    id = pass.id();
    getStyleClass().add("where");
    getChildren().add(line());
    if (open.get()) {
      getChildren().add(new BaseRow(model, pass));
      for (int i = 0; i < pass.area().terms().size(); i++) {
        TermRow row = new TermRow(model, pass, i);
        refresh.add(row::update);
        getChildren().add(row);
      }
      getChildren().addAll(join(pass.area()), follow(), foot(pass));
    }
    update(pass);
  }

  private Node line() {
    where.setWrapText(true);
    where.setId("where");
    where.setMinHeight(Region.USE_PREF_SIZE);
    size.getStyleClass().add("soft");
    size.setId("where-size");
    size.setMinHeight(Region.USE_PREF_SIZE);
    VBox words = new VBox(2, where, size);
    HBox.setHgrow(words, Priority.ALWAYS);
    Button toggle = quiet("where-open", open.get() ? "where.done" : "where.open");
    toggle.setOnAction(e -> open.set(!open.get()));
    StackPane box = new StackPane(mask);
    box.getStyleClass().add("mask");
    box.setMinSize(WIDTH, HEIGHT);
    box.setMaxSize(WIDTH, HEIGHT);
    HBox row = new HBox(10, box, words, toggle);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  static Button quiet(String id, String key) {
    Button b = new Button(Words.of(key));
    b.setId(id);
    b.getStyleClass().add("quiet");
    b.setMinWidth(Region.USE_PREF_SIZE);
    return b;
  }

  void update(Pass p) {
    where.setText(AreaWords.describe(p.area()));
    double cm2 = model.covered().get();
    boolean none = Double.isNaN(cm2) || cm2 < LEAST_CM2;
    String number = String.format(Locale.ENGLISH, cm2 < 10 ? "%.1f" : "%.0f", cm2);
    size.setText(none ? "" : Words.of("area.covers", number));
    size.setVisible(!none);
    size.setManaged(!none);
    refresh.forEach(r -> r.accept(p));
    draw();
  }

  private void draw() {
    OpenPicture p = model.picture().get();
    RunSheet now = p.history().now();
    if (model.sheet().get() != now || now == drawn) {
      return;
    }
    drawn = now;
    double k = Miniatures.deviceScale(this);
    Viewport at = Miniatures.whole(p.framing(), WIDTH * k, HEIGHT * k);
    miniatures.ask(
        "mask",
        stale -> miniatures.drawArea(p, now, now.pass(id).orElseThrow(), at, stale),
        d -> Miniatures.show(mask, d, k));
  }

  // ---- what can be joined

  private Node join(Area area) {
    Button b = quiet("where-join", "where.join");
    b.setOnAction(e -> Choices.open(b, Words.of("where.join"), joinable(area)));
    HBox row = new HBox(b);
    row.getStyleClass().add("term");
    return row;
  }

  /** How something is joined unless told otherwise: what is nearly always meant. */
  private static Term.How usual(Area a, boolean region) {
    if (a.base() == Area.Base.NONE && a.terms().isEmpty() && a.strokes().isEmpty()) {
      return Term.How.ADD;
    }
    return region && a.base() != Area.Base.WHOLE ? Term.How.TAKE : Term.How.WITHIN;
  }

  private List<Choices.Choice> joinable(Area area) {
    Term.How how = usual(area, false);
    List<Choices.Choice> out = new ArrayList<>();
    out.add(join("tone", "draw.tone", "draw.toneLine", () -> window(how, Areas.START_TONE)));
    out.add(join("hue", "draw.hue", "draw.hueLine", () -> window(how, Areas.START_HUE)));
    out.add(
        join(
            "lightness",
            "draw.lightness",
            "draw.lightnessLine",
            () -> model.areas().join(how, new Extent.Lightness())));
    for (Areas.Drawing d : Areas.Drawing.values()) {
      String key = BenchModel.key(d);
      out.add(join(key, "draw." + key, "draw.line", () -> model.areas().draw(how, d)));
    }
    Term.How region = usual(area, true);
    if (model.known().hasFace()) {
      sitters().forEach(s -> out.add(joinRegion(Term.How.WITHIN, s, AreaWords.region(s))));
      for (String r : RegionName.keys()) {
        out.add(joinRegion(region, r, Words.of("region." + r)));
      }
    }
    model.areas().names().forEach(n -> out.add(joinRegion(region, n, n)));
    return out;
  }

  /** The regions of the sitters, where there are several. */
  private List<String> sitters() {
    List<FoundFace> faces = model.sheet().get().faceMap().map(FaceMap::faces).orElse(List.of());
    return faces.size() < 2
        ? List.of()
        : faces.stream().map(f -> SitterRegion.key(f.sitter())).sorted().toList();
  }

  private static Choices.Choice join(String key, String name, String line, Runnable what) {
    return new Choices.Choice("join-" + key, Words.of(name), Words.of(line), "", what);
  }

  private Choices.Choice joinRegion(Term.How how, String region, String name) {
    return new Choices.Choice(
        "join-" + region, name, () -> model.areas().join(how, new Extent.Region(region)));
  }

  private void window(Term.How how, Extent.Window start) {
    model.areas().join(how, start);
    model.areas().pointWindow(model.areas().terms().size() - 1);
  }

  // ---- the whole of it

  private Node follow() {
    Bar bar = new Bar(Words.of("area.follow"), 0, Area.MOST_FOLLOW_MM, 0, 0.1);
    bar.setId("bar-follow");
    bar.in(Words.of("unit.mm"));
    bar.on(
        v -> model.areas().preview(a -> a.withFollow(v)),
        v -> model.areas().change(a -> a.withFollow(v)));
    BarRow row = new BarRow(bar, p -> p.area().followMm(), Numbers::mm);
    refresh.add(row::update);
    return row;
  }

  private Node foot(Pass pass) {
    Button reverse = quiet("where-reverse", "where.reverse");
    reverse.setOnAction(e -> model.areas().change(a -> a.inverted(!a.inverted())));
    Button as = quiet("where-as", "where.as");
    List<Choices.Choice> others = others(pass);
    as.setDisable(others.isEmpty());
    as.setOnAction(e -> Choices.open(as, Words.of("where.as"), others));
    Button keep = quiet("where-keep", "where.keep");
    keep.setOnAction(
        e ->
            Dialogs.text(getScene(), "area.keepTitle", "area.name")
                .showAndWait()
                .ifPresent(model.areas()::keepAs));
    return new FlowPane(12, 4, reverse, as, keep);
  }

  /** Areas of other passes, and areas with a name. */
  private List<Choices.Choice> others(Pass pass) {
    List<Choices.Choice> out = new ArrayList<>();
    for (Pass p : model.sheet().get().passes()) {
      if (p.id() != pass.id() && p.kind().usesArea()) {
        out.add(
            new Choices.Choice(
                "area-as-" + p.id(),
                KindWords.name(p),
                AreaWords.describe(p.area()),
                "",
                () -> model.areas().copyFrom(p.id())));
      }
    }
    for (String name : model.areas().names()) {
      Area named = Area.ofRegion(name);
      out.add(new Choices.Choice("area-as-" + name, name, () -> model.areas().change(a -> named)));
    }
    return out;
  }
}
