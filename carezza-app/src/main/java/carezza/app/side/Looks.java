package carezza.app.side;

import carezza.app.BenchModel;
import carezza.app.Miniatures;
import carezza.app.OpenPicture;
import carezza.app.Words;
import carezza.app.kit.Said;
import carezza.screen.CheckView;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.ImageView;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.TilePane;
import javafx.scene.layout.VBox;

/**
 * The check views as small live pictures, each with its digit; below them the name of the one that
 * is shown large.
 */
public final class Looks extends VBox {
  private static final double WIDTH = 44;
  private static final double HEIGHT = 55;
  private static final double LEAST_HEIGHT = 22;

  private final BenchModel model;
  private final Miniatures miniatures;
  private final List<Cell> cells = new ArrayList<>();
  private final Label name = new Label();

  /** One view. */
  private final class Cell extends ToggleButton {
    private final CheckView view;
    private final ImageView picture = new ImageView();
    private final StackPane box;

    Cell(CheckView view) {
      this.view = view;
      setId("look-" + view.key());
      getStyleClass().add("look");
      box = new StackPane(picture);
      box.setMinSize(WIDTH, HEIGHT);
      box.setMaxSize(WIDTH, HEIGHT);
      CheckViews.digit(view)
          .ifPresent(
              d -> {
                Label digit = new Label(String.valueOf(d));
                digit.getStyleClass().add("digit");
                StackPane.setAlignment(digit, Pos.TOP_LEFT);
                box.getChildren().add(digit);
              });
      setGraphic(box);
      setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
      setOnAction(
          e -> {
            model.looking().at(view);
            setSelected(true);
          });
    }

    private void update() {
      String word = Words.of("look." + model.looking().word(view));
      String key = CheckViews.digit(view).map(String::valueOf).orElse("");
      setAccessibleText(word);
      Said.say(this, "", key.isEmpty() ? word : Words.of("tip.key", word, key));
      setSelected(model.looking().view().get() == view);
    }
  }

  public Looks(BenchModel model, Miniatures miniatures) {
    super(4);
    this.model = model;
    this.miniatures = miniatures;
    getStyleClass().add("looks");
    TilePane grid = new TilePane(2, 2);
    grid.setPrefColumns(5);
    grid.setMinWidth(USE_PREF_SIZE);
    for (CheckView v : CheckViews.all()) {
      cells.add(new Cell(v));
    }
    grid.getChildren().setAll(cells.toArray(Node[]::new));
    name.setId("look-name");
    getChildren().addAll(grid, name);
    model.looking().view().addListener((o, a, b) -> update());
    model.looking().changesOfPass().addListener((o, a, b) -> draw());
    model.settled().addListener((o, a, b) -> draw());
    model.passes().chosen().addListener((o, a, b) -> drawOfPass());
    update();
  }

  private void update() {
    cells.forEach(Cell::update);
    name.setText(Words.of("look." + model.looking().word(model.looking().view().get())));
  }

  /** Only what rests on the chosen pass. */
  private void drawOfPass() {
    if (model.looking().changesOfPass().get()) {
      draw();
    }
  }

  private void draw() {
    update();
    OpenPicture p = model.picture().get();
    if (p == null) {
      cells.forEach(c -> c.picture.setImage(null));
      return;
    }
    RunSheet sheet = p.history().now();
    long chosen = model.passes().chosen().get();
    RunSheet from =
        model.looking().changesOfPass().get()
            ? sheet.muting(q -> q.id() == chosen)
            : RunSheet.EMPTY;
    double k = Miniatures.deviceScale(this);
    Viewport at = Miniatures.whole(p.framing(), WIDTH * k, HEIGHT * k);
    double high = Math.max(LEAST_HEIGHT, at.height() / k);
    for (Cell c : cells) {
      c.box.setMinHeight(high);
      c.box.setMaxHeight(high);
      miniatures.ask(
          "look " + c.view.key(),
          stale -> miniatures.draw(p, sheet, c.view, from, at, stale),
          d -> Miniatures.show(c.picture, d, k));
    }
  }
}
