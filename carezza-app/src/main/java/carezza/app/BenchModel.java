package carezza.app;

import carezza.app.tool.Tool;
import carezza.app.tool.Tools;
import carezza.face.FaceFinder;
import carezza.io.OpenDocument;
import carezza.job.TimeLog;
import carezza.job.WorkClock;
import carezza.job.WorkRecord;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.reading.Reading;
import carezza.reading.Saliency;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/**
 * What is open on the Bench and the steps made on it; what else can be done stands in parts of its
 * own. Used from one thread; no node is known here. Dragging previews; letting go commits one step
 * of undo.
 */
public final class BenchModel {
  private final ReadOnlyObjectWrapper<OpenPicture> picture = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<RunSheet> sheet = new ReadOnlyObjectWrapper<>(RunSheet.EMPTY);
  private final ReadOnlyLongWrapper settled = new ReadOnlyLongWrapper();
  private final BooleanProperty unsaved = new SimpleBooleanProperty();
  private final BrushValue brush = new BrushValue();
  private final ObjectProperty<Optional<List<Saliency.Place>>> rivals =
      new SimpleObjectProperty<>(Optional.empty());
  private final DoubleProperty covered = new SimpleDoubleProperty(Double.NaN);
  private final ObjectProperty<List<Reading>> readings = new SimpleObjectProperty<>(List.of());
  private final StringProperty message = new SimpleStringProperty("");
  private final Tools tools = new Tools(this::usualTools);
  private final Passes passes = new Passes(this);
  private final Areas areas = new Areas(this);
  private final Looking looking = new Looking(this);
  private final Reviewing reviewing = new Reviewing(this);
  private final Faces faces;
  private final Failures failures = new Failures(this::say, this::makeRoom);
  private final WorkClock clock;
  private final Map<Long, Integer> gone = new HashMap<>();
  private volatile Runnable moreRoom = () -> {};
  private final Executor worker;
  private final Executor ui;

  /**
   * @param finder looks for a face in a picture that has no pins
   * @param seeker where it looks, which may take seconds
   * @param worker where pixels are read
   * @param ui where properties are set
   */
  public BenchModel(FaceFinder finder, Executor seeker, Executor worker, Executor ui) {
    this(finder, seeker, worker, ui, InstantSource.system());
  }

  /**
   * @param time by which work is logged
   */
  BenchModel(FaceFinder finder, Executor seeker, Executor worker, Executor ui, InstantSource time) {
    clock = new WorkClock(time, ZoneId.systemDefault());
    faces = new Faces(this, finder, seeker);
    this.worker = worker;
    this.ui = ui;
  }

  public ReadOnlyObjectProperty<OpenPicture> picture() {
    return picture.getReadOnlyProperty();
  }

  /** The sheet as it is shown: the last step, or a preview of the next. */
  public ReadOnlyObjectProperty<RunSheet> sheet() {
    return sheet.getReadOnlyProperty();
  }

  /**
   * Counts what was settled: pictures opened, steps made, undone and redone. A step that equals its
   * last preview changes no other property.
   */
  public ReadOnlyLongProperty settled() {
    return settled.getReadOnlyProperty();
  }

  public BooleanProperty unsaved() {
    return unsaved;
  }

  /** Places outside the sitter that rival the eyes; empty until they were looked for. */
  public ObjectProperty<Optional<List<Saliency.Place>>> rivals() {
    return rivals;
  }

  /** Square centimetres of skin that the chosen pass acts on, NaN while not known. */
  public DoubleProperty covered() {
    return covered;
  }

  /** What can be done with faces. */
  public Faces faces() {
    return faces;
  }

  /** What can be done with the chosen pass's area. */
  public Areas areas() {
    return areas;
  }

  /** What is gone through one by one. */
  public Reviewing reviewing() {
    return reviewing;
  }

  public BrushValue brush() {
    return brush;
  }

  /** The tools on the picture. */
  public Tools tools() {
    return tools;
  }

  /** What can be done with passes. */
  public Passes passes() {
    return passes;
  }

  /** How the picture is looked at. */
  public Looking looking() {
    return looking;
  }

  /** What the sheet and its readings know. */
  public KnownSheet known() {
    return new KnownSheet(
        picture.get().history().now(), picture.get().file().picture().bounds(), readings.get());
  }

  public double pxPerMm() {
    return picture.get().engine().frame(sheet.get()).pxPerMm();
  }

  public ObjectProperty<List<Reading>> readings() {
    return readings;
  }

  public StringProperty message() {
    return message;
  }

  /** Puts a picture on the bench in the place of the one that stands there, which is let go of. */
  public void show(OpenPicture p) {
    tools.letGo();
    leave();
    gone.clear();
    readings.set(List.of());
    clock.begin();
    picture.set(p);
    sheet.set(p.history().now());
    unsaved.set(p.document().isRecovered());
    passes
        .chosen()
        .set(p.history().now().passes().stream().findFirst().map(Pass::id).orElse(Passes.NONE));
    looking.before().set(Looking.Before.NO);
    faces.refuseOffered();
    rivals.set(Optional.empty());
    if (p.history().now().faceMap().isEmpty()) {
      faces.pinEyes();
      faces.offerFound(p);
    }
    List<String> said = new ArrayList<>();
    if (p.document().isRecovered()) {
      said.add(Words.of("message.recovered"));
    }
    if (p.document().isElsewhere()) {
      said.add(Words.of("message.elsewhere"));
    } else if (!p.document().store().isBesidePicture()) {
      said.add(Words.of("message.readOnlyFolder"));
    }
    said.addAll(p.warnings());
    message.set(String.join(" ", said));
    settled.set(settled.get() + 1);
  }

  /** Takes the picture off the bench. */
  public void clear() {
    tools.letGo();
    leave();
    gone.clear();
    readings.set(List.of());
    rivals.set(Optional.empty());
    faces.refuseOffered();
    passes.chosen().set(Passes.NONE);
    looking.before().set(Looking.Before.NO);
    unsaved.set(false);
    picture.set(null);
    sheet.set(RunSheet.EMPTY);
    message.set("");
    settled.set(settled.get() + 1);
  }

  /** Lets go of the picture that stands on the bench; its record is on the disk then. */
  void leave() {
    if (isOpen()) {
      OpenPicture p = picture.get();
      try {
        p.document().close();
      } catch (IOException e) {
        failures.tell(Failures.What.STEP, p.name(), e);
      }
    }
  }

  /** What went wrong is told here; may be used from any thread. */
  public Failures failures() {
    return failures;
  }

  private void say(String sentence) {
    ui.execute(() -> message.set(sentence));
  }

  /**
   * @param room lets go of more that can be had again
   */
  void whenMemoryIsFull(Runnable room) {
    moreRoom = room;
  }

  private void makeRoom() {
    moreRoom.run();
    OpenPicture p = picture.get();
    if (p != null) {
      p.engine().forget();
    }
  }

  public boolean isOpen() {
    return picture.get() != null;
  }

  /** Shows a sheet without making a step. */
  public void preview(RunSheet next) {
    sheet.set(next);
  }

  /** Shows the last step again, after a preview that leads to none. */
  public void endPreview() {
    if (isPreview()) {
      sheet.set(picture.get().history().now());
      settled.set(settled.get() + 1);
    }
  }

  /** Whether what is shown is not yet a step: a slider is dragged or a stroke drawn. */
  public boolean isPreview() {
    return isOpen() && sheet.get() != picture.get().history().now();
  }

  /** Makes a step of undo and writes it to the journal. */
  public void commit(RunSheet next) {
    OpenPicture p = picture.get();
    RunSheet was = p.history().now();
    p.history().commit(next);
    sheet.set(next);
    settled.set(settled.get() + 1);
    if (!next.equals(was)) {
      changed(was, 1);
    }
  }

  /**
   * @param steps that it counts as in the log
   */
  private void changed(RunSheet was, int steps) {
    message.set("");
    RunSheet now = sheet.get();
    unsaved.set(now != picture.get().document().saved());
    was.passes().stream()
        .map(Pass::id)
        .filter(id -> now.pass(id).isEmpty())
        .forEach(id -> gone.merge(id, 1, Integer::sum));
    if (passes.chosenPass().isEmpty()) {
      passes.chosen().set(Passes.NONE);
    }
    picture.get().document().append(now, worked(WorkRecord.stage(was, now), steps));
  }

  private TimeLog worked(Optional<Stage> stage, int steps) {
    return TimeLog.EMPTY.plus(clock.worked(stage, steps));
  }

  /** Somebody is at work: a hand moved, a key was pressed. */
  void alive() {
    clock.alive();
  }

  /** What was worked on the picture so far, and what stands on its sheet. */
  public WorkRecord record() {
    return WorkRecord.of(picture.get().history().now(), picture.get().document().log());
  }

  /**
   * How often the pass of an id has gone so far: a pass that comes later may have its id, and is
   * not what was meant before.
   */
  int timesGone(long id) {
    return gone.getOrDefault(id, 0);
  }

  public void undo() {
    if (isOpen() && !tools.interrupt() && picture.get().history().canUndo()) {
      turnTo(picture.get().history()::undo);
    }
  }

  public void redo() {
    if (isOpen() && !tools.interrupt() && picture.get().history().canRedo()) {
      turnTo(picture.get().history()::redo);
    }
  }

  /** Goes to one of the steps of this sitting, counted from the first. */
  public void goTo(int step) {
    if (isOpen() && !tools.interrupt()) {
      turnTo(() -> picture.get().history().goTo(step));
    }
  }

  private void turnTo(Supplier<RunSheet> step) {
    RunSheet was = picture.get().history().now();
    sheet.set(step.get());
    settled.set(settled.get() + 1);
    changed(was, 0);
  }

  /** Writes the document; the record of unsaved work begins anew. */
  public void save() throws IOException {
    OpenPicture p = picture.get();
    p.document().count(worked(Optional.empty(), 0));
    OpenDocument.Outcome o = p.document().save(p.history().now());
    if (!o.saved()) {
      message.set(Words.of("message.stillElsewhere"));
      return;
    }
    unsaved.set(false);
    List<String> said = new ArrayList<>(o.warnings());
    o.aside().ifPresent(a -> said.add(Words.of("message.changedOutside", a.getFileName())));
    if (!p.document().store().isBesidePicture()) {
      said.add(Words.of("message.readOnlyFolder"));
    }
    message.set(String.join(" ", said));
  }

  /** Looks whether another program has changed the document, as when the window is come back to. */
  void lookOutside() {
    if (!isOpen()) {
      return;
    }
    OpenPicture p = picture.get();
    away(
        worker,
        Failures.What.OTHER,
        () -> p.document().isChangedOutside(),
        changed -> {
          if (changed) {
            message.set(Words.of("message.isChangedOutside", p.name()));
          }
        });
  }

  /** Waves a place away that draws the eye. */
  public void leaveAlone(Saliency.Place place) {
    commit(picture.get().history().now().leaving(place));
  }

  /** Work that may fail. */
  @FunctionalInterface
  public interface Work<T> {
    T get() throws IOException;
  }

  /**
   * Reads pixels on the worker, then goes on with the outcome where properties are set, if the
   * picture is still the same.
   */
  public <T> void away(Work<T> read, Consumer<T> then) {
    away(Failures.What.FIND, read, then);
  }

  /** The same; what fails is told as such. */
  <T> void away(Failures.What what, Work<T> read, Consumer<T> then) {
    away(worker, what, read, then);
  }

  <T> void away(Executor where, Failures.What what, Work<T> read, Consumer<T> then) {
    OpenPicture open = picture.get();
    Consumer<Runnable> there =
        r ->
            ui.execute(
                () -> {
                  if (picture.get() == open) {
                    r.run();
                  }
                });
    where.execute(
        () -> {
          try {
            T value = read.get();
            there.accept(() -> then.accept(value));
          } catch (CancellationException e) {
            return;
          } catch (IllegalArgumentException e) {
            there.accept(() -> message.set(Words.of("message.placeUnfit")));
          } catch (Throwable e) {
            failures.tell(what, open.name(), e);
          }
        });
  }

  /** What a pass of a sheet of the picture on the bench is evaluated in. */
  Supplier<EvaluationContext> context(RunSheet s, Pass p) {
    OpenPicture open = picture.get();
    return () -> open.engine().view(s, () -> picture.get() != open).contextFor(p);
  }

  /** The tools at hand while none was taken up: handles, then what the chosen pass is done by. */
  private List<Tool> usualTools() {
    if (!isOpen()) {
      return List.of();
    }
    List<Tool> out = new ArrayList<>();
    areas.handles().ifPresent(out::add);
    out.add(passes.places());
    passes.tool().ifPresent(out::add);
    return out;
  }

  public static String key(Enum<?> e) {
    return e.name().toLowerCase(Locale.ROOT);
  }
}
