package carezza.app.side;

import carezza.app.BenchModel;
import carezza.app.Words;
import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.reading.Saliency;
import carezza.region.RegionName;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The places that rival the eyes, numbered as on the picture, each with an offer to quieten it. */
public final class Rivals extends VBox {
  /** Softness of the border at which a pass ends where the sitter begins, mm. */
  private static final double OFF_MM = 2;

  private static final double WIDTH = 208;

  private final BenchModel model;

  public Rivals(BenchModel model) {
    this.model = model;
    getStyleClass().add("dials");
    setPrefWidth(WIDTH);
    model.rivals().addListener((o, a, b) -> update());
    model.looking().view().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    getChildren().clear();
    boolean on = model.looking().view().get().listsRivals() && model.isOpen();
    setVisible(on);
    setManaged(on);
    if (!on) {
      return;
    }
    Label head = new Label(Words.of("pull.head"));
    head.getStyleClass().add("head");
    getChildren().add(head);
    boolean known = model.rivals().get().isPresent();
    List<Saliency.Place> places = model.rivals().get().orElse(List.of());
    if (places.isEmpty()) {
      Label none = new Label(Words.of(known ? "pull.none" : "dials.measuring"));
      none.setMinHeight(Region.USE_PREF_SIZE);
      none.setWrapText(true);
      none.getStyleClass().add("soft");
      getChildren().add(none);
    }
    for (int i = 0; i < places.size(); i++) {
      getChildren().add(row(i + 1, places.get(i)));
    }
  }

  private HBox row(int number, Saliency.Place p) {
    Label name =
        new Label(Words.of("pull.place", number, String.format(Locale.ROOT, "%.2f", p.ratio())));
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    Button quieten = new Button(Words.of("pull.quieten"));
    quieten.getStyleClass().add("quiet");
    quieten.setId("quieten-" + number);
    quieten.setAccessibleText(Words.of("pull.quietenPlace", number));
    quieten.setOnAction(e -> quieten(p));
    Button leave = new Button(Words.of("pull.leave"));
    leave.getStyleClass().add("quiet");
    leave.setId("leave-" + number);
    leave.setAccessibleText(Words.of("pull.leavePlace", number));
    leave.setOnAction(e -> model.leaveAlone(p));
    HBox row = new HBox(6, name, space, quieten, leave);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  /** Brings the place nearer to what is round it, in a pass of its own, off the sitter. */
  private void quieten(Saliency.Place p) {
    double r = p.sizeMm() * model.pxPerMm();
    Extent oval = new Extent.Oval(p.x(), p.y(), r, r, 0);
    double feather = Math.min(Term.MOST_FEATHER_MM, p.sizeMm() / 2);
    Area area = Area.NONE.with(new Term(Term.How.ADD, oval, feather));
    boolean alone = model.sheet().get().faceMap().map(m -> m.faces().size() == 1).orElse(false);
    Term off = new Term(Term.How.TAKE, RegionName.PERSON.key(), OFF_MM);
    model.passes().quieten(alone ? area.with(off) : area, p.ratio());
  }
}
