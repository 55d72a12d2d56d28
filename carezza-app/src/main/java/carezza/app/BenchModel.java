package carezza.app;

import carezza.area.Area;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.face.FaceFinder;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.io.Document;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.setting.Place;
import carezza.pass.light.Neutral;
import carezza.pass.skin.SkinGather;
import carezza.reading.Reading;
import carezza.reading.Saliency;
import carezza.screen.AreaForm;
import carezza.screen.Look;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.LongProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleLongProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/**
 * What the Bench shows and what can be done on it. Used from one thread; no node is known here.
 * Dragging previews; letting go commits one step of undo.
 */
public final class BenchModel {
  /** Nothing is chosen. */
  public static final long NONE = -1;

  /** What a click on the picture does. */
  public enum Tool {
    /** Paint the chosen pass's area, or heal when it is a heals pass. */
    HAND,
    PIN_RIGHT_EYE,
    PIN_LEFT_EYE,
    PIN_NOSE,
    PIN_MOUTH,
    PIN_MOUTH_OTHER,
    POINT_SKIN,
    POINT_TEETH,
    POINT_EYE_WHITE,
    TAKE_NEUTRAL,
    TAKE_REFERENCE,
    /** Lay a window of an area round the tone or hue of a place. */
    TAKE_WINDOW,
    DRAW_OVAL,
    DRAW_RAMP,
    DRAW_LOOP,
    /** Drag handles of the face map. */
    BEND_FACE;

    /** Whether a drag draws a shape. */
    boolean draws() {
      return this == DRAW_OVAL || this == DRAW_RAMP || this == DRAW_LOOP;
    }
  }

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
    BARE
  }

  private final ReadOnlyObjectWrapper<OpenPicture> picture = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<RunSheet> sheet = new ReadOnlyObjectWrapper<>(RunSheet.EMPTY);
  private final ReadOnlyLongWrapper settled = new ReadOnlyLongWrapper();
  private final LongProperty chosen = new SimpleLongProperty(NONE);
  private final BooleanProperty unsaved = new SimpleBooleanProperty();
  private final ObjectProperty<Stroke.Brush> brush =
      new SimpleObjectProperty<>(new Stroke.Brush(true, 6, 8, 1));
  private final ObjectProperty<Tool> tool = new SimpleObjectProperty<>(Tool.HAND);
  private final ObjectProperty<Look> look = new SimpleObjectProperty<>(Look.PICTURE);
  private final ObjectProperty<Before> before = new SimpleObjectProperty<>(Before.NO);
  private final ObjectProperty<State> state = new SimpleObjectProperty<>(State.WHOLE);
  private final ObjectProperty<AreaForm> areaForm = new SimpleObjectProperty<>(AreaForm.NONE);
  private final BooleanProperty changesOfPass = new SimpleBooleanProperty();
  private final ObjectProperty<Optional<Integer>> page =
      new SimpleObjectProperty<>(Optional.empty());
  private final ObjectProperty<Optional<List<Saliency.Place>>> rivals =
      new SimpleObjectProperty<>(Optional.empty());
  private final DoubleProperty covered = new SimpleDoubleProperty(Double.NaN);
  private final Areas areas = new Areas(this);
  private final Healing healing = new Healing(this);
  private final ObjectProperty<List<Reading>> readings = new SimpleObjectProperty<>(List.of());
  private final StringProperty message = new SimpleStringProperty("");
  private final Faces faces;
  private final Executor worker;
  private final Executor ui;
  private Pin firstEye;
  private Pin nose;
  private Pin mouth;

  /**
   * @param finder looks for a face in a picture that has no pins
   * @param seeker where it looks, which may take seconds
   * @param worker where pixels are read
   * @param ui where properties are set
   */
  public BenchModel(FaceFinder finder, Executor seeker, Executor worker, Executor ui) {
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

  public LongProperty chosen() {
    return chosen;
  }

  public BooleanProperty unsaved() {
    return unsaved;
  }

  public ObjectProperty<Stroke.Brush> brush() {
    return brush;
  }

  public ObjectProperty<Tool> tool() {
    return tool;
  }

  public ObjectProperty<Look> look() {
    return look;
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

  /** Whether the view of changes shows those of the chosen pass alone. */
  public BooleanProperty changesOfPass() {
    return changesOfPass;
  }

  /** The page the picture lies on as 0xffrrggbb, if not on the desk. */
  public ObjectProperty<Optional<Integer>> page() {
    return page;
  }

  /** Shows a look; changes asked for again go over to those of the chosen pass, and back. */
  public void lookAt(Look l) {
    if (l == Look.CHANGES && look.get() == l) {
      changesOfPass.set(!changesOfPass.get());
    }
    look.set(l);
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

  /** What can be done with the chosen pass's heals. */
  public Healing healing() {
    return healing;
  }

  double pxPerMm() {
    return picture.get().engine().frame(sheet.get()).pxPerMm();
  }

  public ObjectProperty<List<Reading>> readings() {
    return readings;
  }

  public StringProperty message() {
    return message;
  }

  /** Puts a picture on the bench. */
  public void show(OpenPicture p) {
    readings.set(List.of());
    picture.set(p);
    sheet.set(p.history().now());
    unsaved.set(p.recovered());
    chosen.set(
        p.history().now().passes().isEmpty() ? NONE : p.history().now().passes().get(0).id());
    tool.set(p.history().now().faceMap().isPresent() ? Tool.HAND : Tool.PIN_RIGHT_EYE);
    before.set(Before.NO);
    faces.refuseOffered();
    rivals.set(Optional.empty());
    if (p.history().now().faceMap().isEmpty()) {
      faces.offerFound(p);
    }
    List<String> said = new ArrayList<>();
    if (p.recovered()) {
      said.add(Words.of("message.recovered"));
    }
    if (!p.store().isBesidePicture()) {
      said.add(Words.of("message.readOnlyFolder"));
    }
    said.addAll(p.warnings());
    message.set(String.join(" ", said));
    settled.set(settled.get() + 1);
  }

  public boolean isOpen() {
    return picture.get() != null;
  }

  /** Whether a stroke on the picture is put on the chosen pass's area. */
  public boolean paints() {
    return chosenPass().map(p -> p.kind().usesArea()).orElse(false);
  }

  /** Whether the chosen pass heals where one clicks or drags. */
  public boolean heals() {
    return chosenPass().map(p -> p.kind().key().equals("heals")).orElse(false);
  }

  public Optional<Pass> chosenPass() {
    return sheet.get().pass(chosen.get());
  }

  /** Shows a sheet without making a step. */
  public void preview(RunSheet next) {
    sheet.set(next);
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
      changed();
    }
  }

  private void changed() {
    unsaved.set(true);
    if (chosen.get() != NONE && chosenPass().isEmpty()) {
      chosen.set(NONE);
    }
    try {
      picture.get().journal().append(sheet.get());
    } catch (IOException e) {
      message.set(Words.of("message.journalFailed"));
    }
  }

  public void undo() {
    if (isOpen() && picture.get().history().canUndo()) {
      sheet.set(picture.get().history().undo());
      settled.set(settled.get() + 1);
      changed();
    }
  }

  public void redo() {
    if (isOpen() && picture.get().history().canRedo()) {
      sheet.set(picture.get().history().redo());
      settled.set(settled.get() + 1);
      changed();
    }
  }

  /** Writes the document; the journal begins anew. */
  public void save() throws IOException {
    OpenPicture p = picture.get();
    RunSheet now = p.history().now();
    Document d = p.document().with(now);
    p.store().save(d);
    p.journal().clear(now);
    unsaved.set(false);
    message.set(p.store().isBesidePicture() ? "" : Words.of("message.readOnlyFolder"));
  }

  // ---- passes

  /** Adds a pass of a kind at its starting settings and chooses it. */
  public void add(PassKind kind) {
    RunSheet s = picture.get().history().now();
    boolean home = !kind.homeRegion().isEmpty();
    boolean painted = kind.key().equals("dodge") || kind.key().equals("burn");
    boolean found = s.faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
    Area bare = found ? Area.NONE.with(new Term(Term.How.WITHIN, "skin", 2)) : Area.NONE;
    Area area = home ? Area.ofRegion(kind.homeRegion()) : painted ? bare : Area.WHOLE;
    Pass p = Pass.start(s.nextId(), kind, area);
    if (kind.key().equals("skin") && s.faceMap().isPresent()) {
      p = p.withPlace(SkinGather.PLACE, cheek(s.faceMap().get()));
    }
    commit(s.add(p));
    chosen.set(p.id());
    if (home && s.region(kind.homeRegion()).isEmpty()) {
      tool.set(pointing(kind.homeRegion()));
    }
  }

  /** Waves a place away that draws the eye. */
  public void leaveAlone(Saliency.Place place) {
    commit(picture.get().history().now().leaving(place));
  }

  /** Adds a burn on an area and chooses it. */
  public void addBurn(Area area) {
    RunSheet s = picture.get().history().now();
    Pass p = Pass.start(s.nextId(), Kinds.of("burn"), area);
    commit(s.add(p));
    chosen.set(p.id());
  }

  /** A place on the cheek below the sitter's right eye. */
  private static Place cheek(FaceMap f) {
    double dx = f.leftEye().x() - f.rightEye().x();
    double dy = f.leftEye().y() - f.rightEye().y();
    return new Place(
        f.rightEye().x() - 0.08 * dx - 0.6 * dy, f.rightEye().y() + 0.6 * dx - 0.08 * dy, 10);
  }

  public static Tool pointing(String region) {
    return switch (region) {
      case "teeth" -> Tool.POINT_TEETH;
      case "eyeWhites" -> Tool.POINT_EYE_WHITE;
      default -> Tool.POINT_SKIN;
    };
  }

  public void change(long id, UnaryOperator<Pass> how) {
    commit(picture.get().history().now().change(id, how));
  }

  public void previewChange(long id, UnaryOperator<Pass> how) {
    preview(picture.get().history().now().change(id, how));
  }

  public void mute(long id) {
    change(id, p -> p.withOn(!p.on()));
  }

  public void remove(long id) {
    commit(picture.get().history().now().without(id));
  }

  public void duplicate(long id) {
    RunSheet s = picture.get().history().now();
    long next = s.nextId();
    commit(s.duplicate(id));
    chosen.set(next);
  }

  public void move(long id, int by) {
    commit(picture.get().history().now().move(id, by));
  }

  // ---- the hand on the picture

  /** A stroke while it is drawn. */
  public void previewStroke(Stroke s) {
    chosenPass()
        .filter(p -> p.kind().usesArea())
        .ifPresent(p -> previewChange(p.id(), q -> q.withArea(q.area().with(s))));
  }

  public void stroke(Stroke s) {
    chosenPass()
        .filter(p -> p.kind().usesArea())
        .ifPresent(p -> change(p.id(), q -> q.withArea(q.area().with(s))));
  }

  /** Reads pixels on the worker, then goes on with the outcome where properties are set. */
  <T> void away(Supplier<T> read, Consumer<T> then) {
    away(worker, read, then);
  }

  <T> void away(Executor where, Supplier<T> read, Consumer<T> then) {
    OpenPicture open = picture.get();
    where.execute(
        () -> {
          try {
            T value = read.get();
            ui.execute(
                () -> {
                  if (picture.get() == open) {
                    then.accept(value);
                  }
                });
          } catch (CancellationException e) {
            return;
          } catch (IllegalArgumentException e) {
            ui.execute(() -> message.set(Words.of("message.placeUnfit")));
          }
        });
  }

  EvaluationContext run(RunSheet s, Pass p) {
    return picture.get().engine().view(s, () -> false).contextFor(p);
  }

  /** A click with a tool other than the hand. */
  public void point(double x, double y) {
    RunSheet s = picture.get().history().now();
    try {
      switch (tool.get()) {
        case PIN_RIGHT_EYE -> {
          faces.refuseOffered();
          firstEye = new Pin(x, y);
          tool.set(Tool.PIN_LEFT_EYE);
        }
        case PIN_LEFT_EYE -> {
          Pin second = new Pin(x, y);
          boolean swap = second.x() < firstEye.x();
          commit(s.withFaceMap(new FaceMap(swap ? second : firstEye, swap ? firstEye : second)));
          tool.set(Tool.HAND);
          faces.seekAtPins();
        }
        case PIN_NOSE -> {
          nose = new Pin(x, y);
          tool.set(Tool.PIN_MOUTH);
        }
        case PIN_MOUTH -> {
          mouth = new Pin(x, y);
          tool.set(Tool.PIN_MOUTH_OTHER);
        }
        case PIN_MOUTH_OTHER -> {
          tool.set(Tool.HAND);
          faces.lay(nose, mouth, new Pin(x, y));
        }
        case POINT_SKIN -> grow("skin", Seed.Like.SKIN, x, y);
        case POINT_TEETH -> grow("teeth", Seed.Like.TEETH, x, y);
        case POINT_EYE_WHITE -> grow("eyeWhites", Seed.Like.EYE_WHITE, x, y);
        case TAKE_NEUTRAL -> {
          Pass p = s.pass(chosen.get()).orElseThrow();
          away(
              () -> Neutral.neutralAt(run(s, p), new Place(x, y, 5)),
              found -> change(p.id(), q -> found));
          tool.set(Tool.HAND);
        }
        case TAKE_REFERENCE -> {
          change(chosen.get(), q -> q.withPlace(SkinGather.PLACE, new Place(x, y, 10)));
          tool.set(Tool.HAND);
        }
        case TAKE_WINDOW -> areas.windowAt(x, y);
        case HAND, BEND_FACE, DRAW_OVAL, DRAW_RAMP, DRAW_LOOP ->
            throw new IllegalStateException(tool.get() + " does not point");
      }
    } catch (IllegalArgumentException e) {
      message.set(Words.of("message.placeUnfit"));
    }
  }

  private void grow(String region, Seed.Like like, double x, double y) {
    RunSheet s = picture.get().history().now();
    commit(s.withRegion(region, s.region(region).with(new Seed(like, x, y, 1))));
  }

  public void clearRegion(String region) {
    commit(picture.get().history().now().withRegion(region, Area.NONE));
  }

  // ---- brush

  public void brushSize(double mm) {
    double rounded = mm < 10 ? Math.round(mm * 10) / 10.0 : Math.round(mm);
    Stroke.Brush b = brush.get();
    brush.set(
        new Stroke.Brush(b.puts(), Math.max(0.3, Math.min(120, rounded)), b.touches(), b.edge()));
  }

  public void brushTouches(int touches) {
    Stroke.Brush b = brush.get();
    brush.set(new Stroke.Brush(b.puts(), b.sizeMm(), Math.max(1, Math.min(40, touches)), b.edge()));
  }

  public void brushEdge(double edge) {
    Stroke.Brush b = brush.get();
    double e = Math.round(Math.max(0, Math.min(1, edge)) * 10) / 10.0;
    brush.set(new Stroke.Brush(b.puts(), b.sizeMm(), b.touches(), e));
  }

  public void brushPuts(boolean puts) {
    Stroke.Brush b = brush.get();
    brush.set(new Stroke.Brush(puts, b.sizeMm(), b.touches(), b.edge()));
  }

  /** The sheet to be shown now, with what a held key holds back muted. */
  public RunSheet shown() {
    RunSheet s = sheet.get();
    return switch (before.get()) {
      case NO -> s;
      case ALL -> s.muting(p -> true);
      case STAGE -> {
        var stage = chosenPass().map(p -> p.kind().stage());
        yield s.muting(p -> stage.isPresent() && p.kind().stage() == stage.get());
      }
      case PASS -> s.muting(p -> p.id() == chosen.get());
    };
  }

  /** The sheet that the view of changes compares with. */
  RunSheet changesFrom() {
    return changesOfPass.get() ? sheet.get().muting(p -> p.id() == chosen.get()) : RunSheet.EMPTY;
  }

  static String key(Enum<?> e) {
    return e.name().toLowerCase(Locale.ROOT);
  }
}
