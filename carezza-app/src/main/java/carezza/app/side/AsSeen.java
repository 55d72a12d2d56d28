package carezza.app.side;

import carezza.app.BenchModel;
import carezza.app.Miniatures;
import carezza.app.OpenPicture;
import carezza.app.PictureView;
import carezza.app.Viewing;
import carezza.app.Words;
import carezza.app.edit.Bar;
import carezza.app.kit.Layer;
import carezza.app.kit.Said;
import carezza.image.Rect;
import javafx.beans.property.DoubleProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * The picture as large as it will be on a phone, with a mark where one is when zoomed in; where
 * there is no room for that it is smaller and says so. Below it where else it will be seen: a click
 * shows the large picture as large as it will look there.
 */
public final class AsSeen extends VBox {
  private static final double DPI_STEP = 1;

  /** Least room for the picture and the words below it, units of the screen. */
  private static final double LEAST = 96;

  private static final double GAP = 6;

  /** Lying, so much of the width of its row. */
  private static final double LYING = 264;

  private final BenchModel model;
  private final PictureView view;
  private final Viewing viewing;
  private final Overview all;
  private final Label size = new Label();
  private final Node head;
  private final FlowPane places = new FlowPane(12, 2);

  public AsSeen(BenchModel model, Miniatures miniatures, PictureView view, Viewing viewing) {
    super(GAP);
    this.model = model;
    this.view = view;
    this.viewing = viewing;
    setId("asSeen");
    places.getStyleClass().add("quiet-row");
    all = new Overview(model, miniatures, view, "as seen", LEAST, LEAST);
    Label name = new Label(Words.of("seen.head"));
    name.getStyleClass().add("head");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox line = new HBox(8, name, space, screen());
    line.setAlignment(Pos.CENTER_LEFT);
    head = line;
    for (Viewing.Place p : Viewing.PLACES) {
      places.getChildren().add(place(p));
    }
    size.setId("seen-size");
    size.getStyleClass().add("soft");
    size.setWrapText(true);
    size.setMinHeight(Region.USE_PREF_SIZE);
    getChildren().addAll(head, all, size, places);
    setMinSize(0, LEAST);
    setPrefHeight(LEAST);
    widthProperty().addListener((o, a, b) -> fit());
    heightProperty().addListener((o, a, b) -> fit());
    viewing.dpi().addListener((o, a, b) -> fit());
    model.picture().addListener((o, a, b) -> fit());
    model.settled().addListener((o, a, b) -> fit());
    visibleProperty().bind(model.picture().isNotNull());
  }

  /** Whether it lies beside other things under the picture: then its width is its own. */
  public void lieDown(boolean lies) {
    setPrefWidth(lies ? LYING : Region.USE_COMPUTED_SIZE);
  }

  /** The phone's size, or what there is room for. */
  private void fit() {
    OpenPicture p = model.picture().get();
    if (p == null || getWidth() == 0) {
      return;
    }
    fit(p.framing().canvas());
    fit(p.framing().canvas());
  }

  /** Once more when the words that say the size have become longer or shorter. */
  private void fit(Rect bounds) {
    double width = getWidth();
    double words = head.prefHeight(width) + size.prefHeight(width) + places.prefHeight(width);
    double high = Math.max(1, getHeight() - words - 3 * GAP);
    Viewing.Place phone = Viewing.PLACES.get(0);
    double whole = viewing.width(phone) / view.deviceScale();
    double fits = Math.min(width, high * bounds.w() / bounds.h());
    all.within(Math.min(whole, fits), high);
    long share = Math.round(100 * fits / whole);
    size.setText(
        share >= 100 ? Words.of("seen.asOnPhone") : Words.of("seen.smallerThanPhone", share));
  }

  private Node place(Viewing.Place p) {
    Button b = new Button();
    b.setId("seen-" + p.key());
    b.getStyleClass().add("quiet");
    Said.say(b, Words.of("seen." + p.key()), Words.of("seen." + p.key() + ".size"));
    b.setOnAction(
        e ->
            view.zoomTo(
                viewing.width(p) / model.picture().get().framing().canvas().w(),
                view.getWidth() / 2,
                view.getHeight() / 2));
    return b;
  }

  /** What the sizes are reckoned for. */
  private Node screen() {
    Button b = new Button();
    b.setId("seen-screen");
    b.getStyleClass().addAll("quiet", "soft");
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
