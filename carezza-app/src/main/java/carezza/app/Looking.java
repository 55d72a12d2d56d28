package carezza.app;

import carezza.pass.Stage;
import carezza.screen.AreaForm;
import carezza.screen.CheckView;
import carezza.screen.ScreenEncoding;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;

/** How the picture is looked at: check view, what is held back, where a pass acts, the page. */
public final class Looking {
  /** What is held back while a key is held. */
  public enum Before {
    NO,
    ALL,
    STAGE,
    PASS
  }

  /** The three states of the bench. */
  public enum State {
    WHOLE,
    WORKING,
    PICTURE_ONLY
  }

  private final BenchModel model;
  private final ObjectProperty<CheckView> view = new SimpleObjectProperty<>(CheckViews.PICTURE);
  private final ObjectProperty<Before> before = new SimpleObjectProperty<>(Before.NO);
  private final ObjectProperty<State> state = new SimpleObjectProperty<>(State.WHOLE);
  private final ObjectProperty<AreaForm> areaForm = new SimpleObjectProperty<>(AreaForm.NONE);
  private final ObjectProperty<ScreenEncoding> screen =
      new SimpleObjectProperty<>(ScreenEncoding.SRGB);
  private final BooleanProperty changesOfPass = new SimpleBooleanProperty();
  private final ObjectProperty<Optional<Integer>> page =
      new SimpleObjectProperty<>(Optional.empty());

  Looking(BenchModel model) {
    this.model = model;
  }

  public ObjectProperty<CheckView> view() {
    return view;
  }

  public ObjectProperty<Before> before() {
    return before;
  }

  public ObjectProperty<State> state() {
    return state;
  }

  public ObjectProperty<AreaForm> areaForm() {
    return areaForm;
  }

  /** What the picture is encoded for. */
  public ObjectProperty<ScreenEncoding> screen() {
    return screen;
  }

  /** Whether a view that compares does so with the sheet without the chosen pass alone. */
  public BooleanProperty changesOfPass() {
    return changesOfPass;
  }

  /** The page the picture lies on as 0xffrrggbb, if not on the desk. */
  public ObjectProperty<Optional<Integer>> page() {
    return page;
  }

  /** Shows a view; one that compares asked for again goes over to the chosen pass, and back. */
  public void at(CheckView v) {
    if (v.compares() && view.get() == v) {
      changesOfPass.set(!changesOfPass.get());
    }
    view.set(v);
  }

  /** Key of the word bundle for a view: one that compares has two. */
  public String word(CheckView v) {
    String ofPass = v.key() + "OfPass";
    boolean other = v.compares() && changesOfPass.get() && Words.has("look." + ofPass);
    return other ? ofPass : v.key();
  }

  /** The sheet to be shown now, with what a held key holds back muted. */
  public RunSheet shown() {
    RunSheet s = model.sheet().get();
    return switch (before.get()) {
      case NO -> s;
      case ALL -> s.muting(p -> true);
      case STAGE -> {
        Optional<Stage> stage = model.passes().chosenPass().map(p -> p.kind().stage());
        yield s.muting(p -> stage.isPresent() && p.kind().stage() == stage.get());
      }
      case PASS -> s.muting(p -> p.id() == model.passes().chosen().get());
    };
  }

  /** The sheet that a view which compares compares with. */
  public RunSheet comparedWith() {
    return changesOfPass.get()
        ? model.sheet().get().muting(p -> p.id() == model.passes().chosen().get())
        : RunSheet.EMPTY;
  }
}
