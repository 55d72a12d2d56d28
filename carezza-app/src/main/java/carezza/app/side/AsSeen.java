package carezza.app.side;

import carezza.app.BenchModel;
import carezza.app.Miniatures;
import carezza.app.PictureView;
import carezza.app.Viewing;
import carezza.app.Words;
import carezza.app.edit.Bar;
import carezza.app.kit.Layer;
import javafx.beans.property.DoubleProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/**
 * All of the picture, small, with a mark where one is when zoomed in; beside it where it will be
 * seen: a click shows the large picture as large as it will look there.
 */
public final class AsSeen extends VBox {
  private static final double WIDTH = 84;
  private static final double HEIGHT = 104;
  private static final double DPI_STEP = 1;

  private final BenchModel model;
  private final PictureView view;
  private final Viewing viewing;

  public AsSeen(BenchModel model, Miniatures miniatures, PictureView view, Viewing viewing) {
    super(6);
    this.model = model;
    this.view = view;
    this.viewing = viewing;
    setId("asSeen");
    Label head = new Label(Words.of("seen.head"));
    head.getStyleClass().add("head");
    Overview all = new Overview(model, miniatures, view, "as seen", WIDTH, HEIGHT);
    StackPane box = new StackPane(all);
    box.setAlignment(Pos.TOP_LEFT);
    box.setMinWidth(WIDTH);
    VBox places = new VBox(6);
    for (Viewing.Place p : Viewing.PLACES) {
      places.getChildren().add(place(p));
    }
    places.getChildren().add(screen());
    getChildren().addAll(head, new HBox(12, box, places));
    visibleProperty().bind(model.picture().isNotNull());
  }

  private Node place(Viewing.Place p) {
    Button b = new Button(Words.of("seen." + p.key()));
    b.setId("seen-" + p.key());
    b.getStyleClass().add("quiet");
    b.setOnAction(
        e ->
            view.zoomTo(
                viewing.width(p) / model.picture().get().file().picture().width(),
                view.getWidth() / 2,
                view.getHeight() / 2));
    Label size = new Label(Words.of("seen." + p.key() + ".size"));
    size.getStyleClass().add("soft");
    size.setWrapText(true);
    size.setMinHeight(Region.USE_PREF_SIZE);
    return new VBox(b, size);
  }

  /** What the sizes are reckoned for. */
  private Node screen() {
    Button b = new Button();
    b.setId("seen-screen");
    b.getStyleClass().addAll("quiet", "soft");
    b.setWrapText(true);
    b.setMinHeight(Region.USE_PREF_SIZE);
    Runnable say =
        () ->
            b.setText(
                Words.of(
                    "seen.screen",
                    Math.round(viewing.dpi().get()),
                    Math.round(viewing.distanceCm().get())));
    say.run();
    viewing.dpi().addListener((o, x, y) -> say.run());
    viewing.distanceCm().addListener((o, x, y) -> say.run());
    b.setOnAction(
        e -> {
          Node dpi = row("seen.dpi", viewing.dpi(), Viewing.LEAST_DPI, Viewing.MOST_DPI);
          Node far = row("seen.distance", viewing.distanceCm(), Viewing.LEAST_CM, Viewing.MOST_CM);
          VBox panel = new VBox(6, dpi, far);
          panel.getStyleClass().add("panel");
          Layer.of(getScene()).open(panel, b, () -> {});
        });
    return b;
  }

  private static Node row(String key, DoubleProperty value, double least, double most) {
    Label name = new Label(Words.of(key));
    name.getStyleClass().add("row-name");
    Label number = new Label(String.valueOf(Math.round(value.get())));
    number.getStyleClass().add("row-number");
    Bar bar = new Bar(Words.of(key), least, most, value.get(), DPI_STEP);
    bar.value().set(value.get());
    bar.on(value::set, value::set);
    value.addListener((o, a, b) -> number.setText(String.valueOf(Math.round(b.doubleValue()))));
    HBox.setHgrow(bar, Priority.ALWAYS);
    HBox row = new HBox(8, name, bar, number);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }
}
