package carezza.app;

import carezza.face.FaceMap;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What is known of the sitter, at the head of the card: regions pointed out, faces, the scale. */
final class SitterRows extends VBox {
  private final BenchModel model;
  private List<Object> shape = List.of();

  SitterRows(BenchModel model) {
    this.model = model;
    model.sheet().addListener((o, a, b) -> update());
    model.tools().changes().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    List<Object> now = new ArrayList<>();
    now.add(model.tools().name());
    now.add(model.sheet().get().regions());
    now.add(model.sheet().get().faceMap());
    if (!now.equals(shape)) {
      shape = now;
      getChildren().setAll(regions(), faces(model.sheet().get().faceMap()));
    }
  }

  private Node regions() {
    HBox row = new HBox(6);
    row.setAlignment(Pos.CENTER_LEFT);
    boolean found = model.sheet().get().faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
    Label name = new Label(Words.of(found ? "card.moreOf" : "card.pointOut"));
    name.getStyleClass().add("soft");
    row.getChildren().add(name);
    for (String region : List.of("skin", "teeth", "eyeWhites")) {
      boolean has = !model.sheet().get().region(region).isEmpty();
      ToggleButton b = new ToggleButton(Words.of(has ? "point.done." + region : "point." + region));
      b.setId("point-" + region);
      b.setSelected(model.tools().name().equals(Areas.pointing(region)));
      b.setOnAction(
          e -> {
            if (b.isSelected()) {
              model.areas().pointOut(region);
            } else {
              model.tools().letGo();
            }
          });
      ContextMenu menu = new ContextMenu();
      MenuItem clear = new MenuItem(Words.of("point.clear"));
      clear.setOnAction(e -> model.areas().clearRegion(region));
      menu.getItems().add(clear);
      b.setContextMenu(has ? menu : null);
      row.getChildren().add(b);
    }
    row.getStyleClass().add("regions");
    return row;
  }

  /**
   * What is known of faces, and how to bend their outlines, to look for them or lay them by hand.
   */
  private Node faces(Optional<FaceMap> map) {
    if (map.filter(m -> !m.faces().isEmpty()).isPresent()) {
      return row(scale(map.get()), bend());
    }
    if (map.isEmpty()) {
      return row(Words.of("card.noMap"), find());
    }
    String pinned = Words.of("card.pinned", pxPerMm(map.get()), error(map.get()));
    return new VBox(row(pinned, find()), row(Words.of("card.byHand"), pinFace()));
  }

  private static HBox row(String say, Node button) {
    Label label = new Label(say);
    label.getStyleClass().add("soft");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox row = new HBox(6, label, space, button);
    row.setAlignment(Pos.CENTER_LEFT);
    row.getStyleClass().add("regions");
    return row;
  }

  private Button pinFace() {
    Button pin = new Button(Words.of("action.pinFace"));
    pin.setId("pinFace");
    pin.setOnAction(e -> model.faces().pinFace());
    return pin;
  }

  private static String scale(FaceMap map) {
    return Words.of("card.map", map.faces().size(), pxPerMm(map), error(map));
  }

  private static String pxPerMm(FaceMap map) {
    return String.format(Locale.ROOT, "%.1f", map.pxPerMm());
  }

  private static long error(FaceMap map) {
    return Math.round(100 * map.relativeError());
  }

  private Button find() {
    Button find = new Button(Words.of("action.findFace"));
    find.setId("findFace");
    find.setOnAction(e -> model.faces().findFaces());
    return find;
  }

  private ToggleButton bend() {
    ToggleButton bend = new ToggleButton(Words.of("action.bend"));
    bend.setId("bend");
    bend.setSelected(model.tools().name().equals(Faces.BEND));
    bend.setOnAction(
        e -> {
          if (bend.isSelected()) {
            model.faces().bendFaces();
          } else {
            model.tools().letGo();
          }
        });
    return bend;
  }
}
