package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.KindWords;
import carezza.app.Words;
import carezza.app.kit.Choices;
import carezza.app.kit.Said;
import carezza.pass.Finding;
import carezza.pass.Pass;
import carezza.pass.PassGroup;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.sheet.Kinds;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** A stage on the card: its name, what it did in a number, and a list of its kinds behind a +. */
final class StageRow extends HBox {
  private final BenchModel model;
  private final Stage stage;
  private final Label name;
  private final Label did = new Label();

  StageRow(BenchModel model, Stage stage) {
    super(8);
    this.model = model;
    this.stage = stage;
    name = new Label(word(stage));
    name.getStyleClass().add("stage-name");
    name.setMinWidth(USE_PREF_SIZE);
    did.getStyleClass().add("soft");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    getChildren().addAll(name, space, did);
    if (!kinds(stage).isEmpty()) {
      getChildren().add(plus());
    }
    setAlignment(Pos.CENTER_LEFT);
    getStyleClass().add("stage");
    update();
  }

  static String word(Stage s) {
    return Words.of("stage." + s.name().toLowerCase(Locale.ROOT));
  }

  static List<PassKind> kinds(Stage s) {
    return Kinds.all().stream().filter(k -> k.stage() == s).toList();
  }

  private Button plus() {
    Button b = new Button(Words.of("stage.plus"));
    b.setId("plus-" + stage.name().toLowerCase(Locale.ROOT));
    b.getStyleClass().addAll("quiet", "plus");
    b.setAccessibleText(Words.of("stage.add", word(stage)));
    b.setTooltip(new Tooltip(Words.of("stage.add", word(stage))));
    b.setOnAction(e -> Choices.open(b, Words.of("stage.add", word(stage)), choices()));
    return b;
  }

  /** Its kinds, those first that something speaks for. */
  private List<Choices.Choice> choices() {
    List<PassKind> all = new ArrayList<>(kinds(stage));
    all.sort(Comparator.comparing(k -> k.finding(model.known()).isEmpty()));
    return all.stream()
        .flatMap(
            k -> Stream.concat(Stream.of(choice(model, k)), k.groups().stream().map(this::choice)))
        .toList();
  }

  private Choices.Choice choice(PassGroup g) {
    return new Choices.Choice(
        "add-" + g.key(),
        Words.of("group." + g.key()),
        Words.of("group." + g.key() + ".does"),
        "",
        () -> model.passes().add(g));
  }

  static Choices.Choice choice(BenchModel model, PassKind k) {
    Optional<Finding> why = k.finding(model.known());
    return new Choices.Choice(
        "add-" + k.key(),
        KindWords.name(k),
        Words.of("does." + k.key()),
        why.map(KindWords::sentence).orElse(""),
        () -> model.passes().add(k));
  }

  void update() {
    List<Pass> own =
        model.sheet().get().passes().stream().filter(p -> p.kind().stage() == stage).toList();
    String words =
        own.stream()
            .filter(Pass::on)
            .flatMap(p -> p.kind().summary(p, model.known()).stream())
            .map(KindWords::of)
            .findFirst()
            .orElse("");
    Said.in(did, words);
    name.pseudoClassStateChanged(Pseudo.EMPTY, own.isEmpty());
  }
}
