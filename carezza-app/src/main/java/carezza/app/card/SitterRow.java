package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.Words;
import carezza.app.kit.Choices;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/** What is known of the sitter, in one line at the head of the card, and what can be done there. */
final class SitterRow extends HBox {
  private static final List<String> POINTED = List.of("skin", "teeth", "eyeWhites");

  private final BenchModel model;
  private final Label say = new Label();
  private final Button more = new Button();

  SitterRow(BenchModel model) {
    super(8);
    this.model = model;
    getStyleClass().add("sitter");
    setAlignment(Pos.CENTER_LEFT);
    say.getStyleClass().add("soft");
    say.setWrapText(true);
    say.setMinHeight(USE_PREF_SIZE);
    say.setId("sitter");
    say.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(say, Priority.ALWAYS);
    more.setId("sitter-more");
    more.getStyleClass().add("quiet");
    more.setMinWidth(USE_PREF_SIZE);
    more.setOnAction(
        e -> {
          if (model.tools().taken().isPresent()) {
            model.tools().letGo();
          } else {
            Choices.open(more, Words.of("sitter.more"), choices());
          }
        });
    getChildren().addAll(say, more);
    model.sheet().addListener((o, a, b) -> update());
    model.tools().changes().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    Optional<FaceMap> map = model.sheet().get().faceMap();
    say.setText(
        map.map(
                m ->
                    m.faces().isEmpty()
                        ? Words.of("card.pinned", pxPerMm(m), error(m))
                        : Words.of("card.map", m.faces().size(), pxPerMm(m), error(m)))
            .orElse(Words.of("card.noMap")));
    boolean pointing = model.tools().taken().isPresent();
    more.setText(Words.of(pointing ? "sitter.done" : "sitter.more"));
  }

  private List<Choices.Choice> choices() {
    List<Choices.Choice> out = new ArrayList<>();
    boolean face = model.known().hasFace();
    if (face) {
      out.add(choice("bend", model.faces()::bendFaces));
    } else if (model.sheet().get().faceMap().isPresent()) {
      out.add(choice("pinFace", model.faces()::pinFace));
    }
    out.add(choice("findFace", model.faces()::findFaces));
    out.add(choice("findAll", model.faces()::findEverybody));
    model.sheet().get().faceMap().map(FaceMap::faces).orElse(List.of()).stream()
        .skip(1)
        .map(FoundFace::sitter)
        .forEach(n -> out.add(principal(n)));
    for (String region : POINTED) {
      out.add(
          new Choices.Choice(
              "point-" + region,
              Words.of(face ? "point.more" : "point.out", Words.of("region." + region)),
              () -> model.areas().pointOut(region)));
      if (!model.sheet().get().region(region).isEmpty()) {
        out.add(
            new Choices.Choice(
                "forget-" + region,
                Words.of("point.forget", Words.of("region." + region)),
                () -> model.areas().clearRegion(region)));
      }
    }
    return out;
  }

  private Choices.Choice principal(int sitter) {
    return new Choices.Choice(
        "principal-" + sitter,
        Words.of("sitter.principal", sitter),
        Words.of("sitter.principal.line"),
        "",
        () -> model.faces().makePrincipal(sitter));
  }

  private static Choices.Choice choice(String key, Runnable what) {
    return new Choices.Choice(
        key, Words.of("action." + key), Words.of("action." + key + ".line"), "", what);
  }

  private static String pxPerMm(FaceMap map) {
    return String.format(Locale.ENGLISH, "%.1f", map.pxPerMm());
  }

  private static long error(FaceMap map) {
    return Math.round(100 * map.relativeError());
  }
}
