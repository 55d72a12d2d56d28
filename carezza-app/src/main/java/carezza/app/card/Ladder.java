package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.Miniatures;
import carezza.app.Numbers;
import carezza.app.OpenPicture;
import carezza.app.Words;
import carezza.app.side.Dials;
import carezza.area.Area;
import carezza.engine.Strongest;
import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Pass;
import carezza.reading.Reading;
import carezza.region.RegionName;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;

/**
 * The chosen pass at six strengths, past the useful end, at the picture's weakest place: where the
 * pass does most within the part whose reading left its target, or anywhere while none has. A click
 * takes one. What the pass is at now stands among them.
 */
final class Ladder extends HBox {
  private static final int STEPS = 6;
  private static final double SIDE = 40;

  /** Millimetres of skin that a crop shows. */
  private static final double MM = 30;

  private final BenchModel model;
  private final Miniatures miniatures;
  private final long id;
  private final List<Button> rungs = new ArrayList<>();
  private final List<ImageView> crops = new ArrayList<>();
  private double[] strengths = {};
  private RunSheet drawn;
  private Optional<Pin> place = Optional.empty();

  /** Whether the pass did anything when the place was found. */
  private boolean acted;

  private Optional<String> weakest = Optional.empty();

  Ladder(BenchModel model, Miniatures miniatures, Pass pass) {
    super(4);
    this.model = model;
    this.miniatures = miniatures;
    id = pass.id();
    getStyleClass().add("ladder");
    setId("ladder");
    for (int i = 0; i < STEPS; i++) {
      ImageView crop = new ImageView();
      crop.setFitWidth(SIDE);
      crop.setFitHeight(SIDE);
      Button b = new Button();
      b.setId("rung-" + i);
      b.setGraphic(crop);
      b.setContentDisplay(ContentDisplay.TOP);
      b.getStyleClass().add("rung");
      int n = i;
      b.setOnAction(e -> model.passes().change(id, p -> p.withStrength(strengths[n])));
      rungs.add(b);
      crops.add(crop);
    }
    getChildren().setAll(rungs);
  }

  /** Strengths from nothing to past the usual end, that of now in the place of the nearest. */
  static double[] strengths(double now, double most) {
    double end = Math.min(most, 1.5);
    double[] out = new double[STEPS];
    int nearest = 0;
    for (int i = 0; i < STEPS; i++) {
      out[i] = most <= 1 ? i / (STEPS - 1.0) : new double[] {0, 0.25, 0.5, 0.75, 1, end}[i];
      nearest = Math.abs(out[i] - now) < Math.abs(out[nearest] - now) ? i : nearest;
    }
    out[nearest] = now;
    return out;
  }

  void update(Pass pass) {
    OpenPicture p = model.picture().get();
    RunSheet now = p.history().now();
    strengths = strengths(pass.strength(), pass.kind().maxStrength());
    for (int i = 0; i < STEPS; i++) {
      String words = Numbers.plain(100 * strengths[i], 0);
      rungs.get(i).setText(words);
      rungs.get(i).setAccessibleText(Words.of("ladder.take", words));
      rungs.get(i).pseudoClassStateChanged(Pseudo.OPEN, strengths[i] == pass.strength());
    }
    if (model.sheet().get() == now && now != drawn) {
      drawn = now;
      draw(p, now);
    }
  }

  /** First where, anew when the weakest part changes or the pass begins to act; then the crops. */
  private void draw(OpenPicture p, RunSheet now) {
    Optional<String> part =
        Dials.worst(model).map(Reading::place).filter(r -> RegionName.of(r).isPresent());
    boolean does = now.pass(id).filter(Ladder::acts).isPresent();
    if (place.isPresent() && part.equals(weakest) && does == acted) {
      crops(p, now);
      return;
    }
    weakest = part;
    acted = does;
    miniatures.ask(
        "ladder place",
        stale -> Strongest.place(p.engine(), now, id, part.map(Area::ofRegion), stale),
        found -> {
          place = Optional.of(found);
          crops(p, now);
        });
  }

  private static boolean acts(Pass q) {
    return !q.kind().isNeutral(q) && !(q.kind().usesArea() && q.area().isEmpty());
  }

  private void crops(OpenPicture p, RunSheet now) {
    if (model.picture().get() != p) {
      return;
    }
    int side = (int) Math.round(SIDE * Miniatures.deviceScale(this));
    Rect all = p.file().picture().bounds();
    double scale =
        Math.max(side / (double) Math.min(all.w(), all.h()), side / MM / model.pxPerMm());
    double span = side / scale;
    double left = Math.max(0, Math.min(all.w() - span, place.orElseThrow().x() - span / 2));
    double top = Math.max(0, Math.min(all.h() - span, place.orElseThrow().y() - span / 2));
    Viewport at = new Viewport(scale, left, top, side, side, Framing.of(all));
    for (int i = 0; i < STEPS; i++) {
      int n = i;
      RunSheet s = now.change(id, q -> q.withStrength(strengths[n]));
      miniatures.ask(
          "rung " + i,
          stale -> miniatures.draw(p, s, CheckViews.PICTURE, RunSheet.EMPTY, at, stale),
          d -> crops.get(n).setImage(Miniatures.image(d)));
    }
  }
}
