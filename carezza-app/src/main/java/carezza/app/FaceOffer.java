package carezza.app;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;

/** Asks whether the faces that were found, whose outlines lie on the picture, are to be used. */
final class FaceOffer extends HBox {
  /**
   * @param after given the focus once it is answered
   */
  FaceOffer(BenchModel model, Node after) {
    super(10);
    setId("faceOffer");
    getStyleClass().add("prompt");
    setAlignment(Pos.CENTER);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    StackPane.setAlignment(this, Pos.TOP_CENTER);
    Button use = new Button(Words.of("action.useFace"));
    use.setId("useFace");
    use.setMinWidth(Region.USE_PREF_SIZE);
    use.setOnAction(e -> model.faces().takeOffered());
    Button refuse = new Button(Words.of("action.refuseFace"));
    refuse.setId("refuseFace");
    refuse.setMinWidth(Region.USE_PREF_SIZE);
    refuse.setOnAction(e -> model.faces().refuseOffered());
    Label say = new Label();
    say.setMinWidth(Region.USE_PREF_SIZE);
    getChildren().addAll(say, use, refuse);
    setVisible(false);
    model
        .faces()
        .offered()
        .addListener(
            (o, a, faces) -> {
              boolean byHand = faces.stream().allMatch(f -> f.score() == 0);
              boolean pinned = model.isOpen() && model.sheet().get().faceMap().isPresent();
              refuse.setText(Words.of(pinned ? "action.keepPins" : "action.refuseFace"));
              say.setText(byHand ? Words.of("face.laid") : Words.of("face.offer", faces.size()));
              setVisible(!faces.isEmpty());
              (faces.isEmpty() ? after : use).requestFocus();
            });
  }
}
