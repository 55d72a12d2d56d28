package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.KindWords;
import carezza.app.Miniatures;
import carezza.app.Numbers;
import carezza.app.Words;
import carezza.app.edit.BarRow;
import carezza.app.edit.Editor;
import carezza.app.edit.Editors;
import carezza.app.edit.Edits;
import carezza.app.kit.Choices;
import carezza.pass.Action;
import carezza.pass.Histogram;
import carezza.pass.Pass;
import carezza.setting.Field;
import carezza.setting.PlaceField;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The chosen pass, open: its strength and settings, what it can do, where it acts, its ladder. */
final class PassPanel extends VBox {
  private final BenchModel model;
  private final long id;
  private final List<Consumer<Pass>> refresh = new ArrayList<>();

  PassPanel(
      BenchModel model, Miniatures miniatures, WhereOpen whereOpen, Pass pass, PassMenu menu) {
    this.model = model;
    id = pass.id();
    getStyleClass().add("pass-panel");
    getChildren().add(head(pass, menu));
    for (Field<?> f : pass.kind().fields()) {
      Editors.of(f, edits(model, id)).ifPresent(this::show);
    }
    actions(pass, miniatures);
    if (pass.isPartlyUnknown()) {
      getChildren().add(hint("pass.newer"));
    }
    if (pass.kind().usesArea()) {
      WherePanel where = new WherePanel(model, miniatures, whereOpen, pass);
      refresh.add(where::update);
      getChildren().add(where);
    }
    PassRow.strengthBar(model, pass)
        .ifPresent(
            b -> {
              Ladder ladder = new Ladder(model, miniatures, pass);
              refresh.add(ladder::update);
              getChildren().add(ladder);
            });
    update(pass);
  }

  void update(Pass p) {
    refresh.forEach(r -> r.accept(p));
  }

  /** Name and strength in one row, and what can be done with the pass as a whole. */
  private Node head(Pass pass, PassMenu menu) {
    Button more = new Button(Words.of("pass.more"));
    more.setId("more");
    more.getStyleClass().addAll("quiet", "more");
    more.setMinWidth(USE_PREF_SIZE);
    more.setAccessibleText(Words.of("pass.moreOf", KindWords.name(pass)));
    more.setOnAction(
        e -> {
          Bounds b = more.localToScreen(more.getBoundsInLocal());
          menu.show(more, b.getMinX(), b.getMaxY());
        });
    return PassRow.strengthBar(model, pass)
        .map(
            bar -> {
              bar.setId("strength");
              BarRow row = new BarRow(bar, q -> 100 * q.strength(), Numbers::percent);
              row.name(KindWords.name(pass)).getStyleClass().add("strong");
              row.getStyleClass().add("pass-head");
              row.getChildren().add(more);
              refresh.add(row::update);
              return (Node) row;
            })
        .orElseGet(
            () -> {
              Label name = new Label(KindWords.name(pass));
              name.setWrapText(true);
              HBox.setHgrow(name, Priority.ALWAYS);
              return new HBox(8, name, more);
            });
  }

  private void show(Editor e) {
    getChildren().add(e.node());
    refresh.add(e::update);
  }

  static Edits edits(BenchModel model, long id) {
    return new Edits() {
      @Override
      public void change(UnaryOperator<Pass> how, boolean done) {
        model.passes().change(id, how, done);
      }

      @Override
      public void point(PlaceField field) {
        model.passes().point(id, field);
      }

      @Override
      public void count(Field<?> field, Consumer<Histogram> then) {
        model.passes().count(id, field, then);
      }
    };
  }

  private void actions(Pass pass, Miniatures miniatures) {
    FlowPane row = new FlowPane(12, 4);
    List<Node> below = new ArrayList<>();
    for (Action a : pass.kind().actions()) {
      if (a instanceof Action.PointAt point) {
        Button b = new Button(Words.of("action." + point.key()));
        b.setId(point.key());
        b.getStyleClass().add("quiet");
        b.setMinWidth(Region.USE_PREF_SIZE);
        b.setOnAction(e -> model.passes().point(id, point));
        row.getChildren().add(b);
      } else if (a instanceof Action.PullAt pull) {
        Button b = WherePanel.quiet(pull.key(), "action." + pull.key());
        b.setOnAction(e -> model.passes().pull(id, pull));
        row.getChildren().add(b);
      } else if (a instanceof Action.DrawLine line) {
        Button b = WherePanel.quiet(line.key(), "action." + line.key());
        b.setOnAction(e -> model.passes().draw(id, line));
        row.getChildren().add(b);
      } else if (a instanceof Action.Choose choose) {
        Button b = WherePanel.quiet(choose.key(), "action." + choose.key());
        b.setOnAction(e -> model.passes().propose(id, choose, all -> offer(b, choose, all)));
        row.getChildren().add(b);
      } else if (a instanceof Action.Review review) {
        Button b = WherePanel.quiet(review.key(), "action." + review.key());
        b.setOnAction(e -> model.reviewing().start(id, review));
        row.getChildren().add(b);
        ReviewPanel panel = new ReviewPanel(model, miniatures, pass);
        refresh.add(panel::update);
        below.add(panel);
      } else if (a instanceof Action.Weigh weigh) {
        WeighPanel panel = new WeighPanel(model, miniatures, id, weigh);
        Button b = WherePanel.quiet(weigh.key(), "action." + weigh.key());
        b.setOnAction(e -> panel.toggle());
        row.getChildren().add(b);
        refresh.add(panel::update);
        below.add(panel);
      }
    }
    if (!row.getChildren().isEmpty()) {
      getChildren().add(row);
    }
    getChildren().addAll(below);
  }

  /** Each proposal previews while it is pointed at. */
  private void offer(Button beside, Action.Choose action, List<Action.Offer> all) {
    if (beside.getScene() == null) {
      return;
    }
    List<Choices.Choice> choices = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      Action.Offer o = all.get(i);
      choices.add(
          new Choices.Choice(
              "offer-" + i,
              Words.of("offer." + o.key()),
              Words.of("offer." + action.key(), o.figures().toArray()),
              o.reasons().isEmpty() ? "" : Words.of("offer.agree", agreeing(o)),
              () -> model.passes().change(id, o.how()),
              () -> model.passes().preview(id, o.how())));
    }
    if (choices.isEmpty()) {
      model.message().set(Words.of("offer." + action.key() + ".none"));
    } else {
      Choices.open(beside, Words.of("action." + action.key()), choices, model::endPreview);
    }
  }

  private static String agreeing(Action.Offer o) {
    return o.reasons().stream()
        .map(r -> Words.of("offer." + r).toLowerCase(Locale.ENGLISH))
        .collect(Collectors.joining(", "));
  }

  private static Node hint(String key) {
    Label l = new Label(Words.of(key));
    l.setWrapText(true);
    l.getStyleClass().add("soft");
    return l;
  }
}
