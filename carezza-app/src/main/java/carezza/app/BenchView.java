package carezza.app;

import carezza.app.tool.Pen;
import carezza.app.tool.Sight;
import carezza.app.tool.Tool;
import carezza.finder.NetFaceFinder;
import carezza.pass.Pass;
import carezza.screen.CheckView;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.beans.value.ChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;

/** The Bench in its three states: whole, working, bare. */
public final class BenchView extends StackPane implements AutoCloseable {
  private static final List<String> LIGHTS = List.of("light-dark", "light-mid", "light-light");

  private static final int[] DESKS = {0xff4a4a4a, 0xff808080, 0xffb4b4b4};

  private final ExecutorService worker = Executors.newSingleThreadExecutor(Painter.daemon("bench"));
  private final ExecutorService seeker = Executors.newSingleThreadExecutor(Painter.daemon("faces"));
  private final BenchModel model =
      new BenchModel(new NetFaceFinder(), seeker, worker, Platform::runLater);
  private final PictureView view = new PictureView(model);
  private final Hand hand = new Hand(model, view);
  private final KnownReadings knownReadings = new KnownReadings();
  private final Measurer measurer =
      new Measurer(model, () -> view.painter().isIdle(), Platform::runLater, knownReadings);
  private final BorderPane frame = new BorderPane();
  private final StackPane over = new StackPane(view);
  private final JobCard card;
  private final VBox side;
  private final Spine spine = new Spine(model);
  private final StatusLine status;
  private final VBox floating = new VBox();
  private final GridPane keyList = new GridPane();
  private final Busy busy = new Busy();
  private final EnginePanel enginePanel = new EnginePanel(model);
  private final AllReadings readings = new AllReadings(model);
  private final ExportPanel exportPanel;
  private final Label prompt = new Label();
  private final Pages pages;
  private final FileDesk files;
  private final Ahead ahead;
  private final MenuButton recentMenu = new MenuButton(Words.of("action.recent"));
  private PassPanel floatingPanel;

  /** The newest reading of the colour under the pointer that was not begun. */
  private final AtomicReference<Runnable> colourWanted = new AtomicReference<>();

  private int light = 1;
  private Runnable unwatch = () -> {};

  BenchView(UserFolders folders) {
    files = new FileDesk(model, busy, this::getScene, folders, new Opening());
    ahead = new Ahead(model, view, this::isIdle, files, knownReadings);
    getStyleClass().addAll("bench", LIGHTS.get(light));
    pages = new Pages(model);
    model.looking().page().addListener((o, a, b) -> showDesk());
    exportPanel = new ExportPanel(files::export);
    card = new JobCard(model, header());
    side = side();
    status = new StatusLine(model, view, () -> files.step(-1), () -> files.step(1));
    floating.getStyleClass().add("floating");
    floating.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    floating.setPrefWidth(318);
    StackPane.setAlignment(floating, Pos.CENTER_LEFT);
    keyList();
    prompt.getStyleClass().add("prompt");
    prompt.setId("prompt");
    prompt.setMouseTransparent(true);
    StackPane.setAlignment(prompt, Pos.TOP_CENTER);
    model.tools().changes().addListener((o, a, b) -> showPrompt());
    model.picture().addListener((o, a, b) -> showPrompt());
    model.faces().offered().addListener((o, a, b) -> showPrompt());
    showPrompt();
    over.getChildren()
        .addAll(
            floating,
            prompt,
            new FaceOffer(model, view),
            busy,
            exportPanel,
            enginePanel,
            readings,
            keyList);
    frame.setCenter(over);
    getChildren().add(frame);
    model.looking().state().addListener((o, a, b) -> arrange());
    model.passes().chosen().addListener((o, a, b) -> fillFloating());
    model.sheet().addListener((o, a, b) -> refreshFloating());
    view.addEventHandler(
        javafx.scene.input.MouseEvent.MOUSE_MOVED, e -> readColour(e.getX(), e.getY()));
    setOnDragOver(
        e -> {
          if (e.getDragboard().hasFiles()) {
            e.acceptTransferModes(TransferMode.COPY);
          }
        });
    setOnDragDropped(
        e -> {
          if (e.getDragboard().hasFiles()) {
            files.open(e.getDragboard().getFiles().get(0).toPath());
          }
        });
    arrange();
    sceneProperty()
        .addListener(
            (o, a, s) -> {
              if (s != null) {
                new Keys(this, model, view).install(s);
              }
            });
  }

  /** What it shows and what can be done on it. */
  public BenchModel model() {
    return model;
  }

  PictureView picture() {
    return view;
  }

  /** Opens a picture, as the command does. */
  public void open(Path picture) {
    files.open(picture);
  }

  /** Whether nothing is being computed for the screen. */
  public boolean isIdle() {
    return view.painter().isIdle() && measurer.isIdle() && !busy.isVisible();
  }

  /** Whether, beyond that, the neighbouring pictures have been made ready. */
  public boolean isRested() {
    return isIdle() && ahead.isDone();
  }

  /** How far the picture on the bench has come on the screen; the last two can be worked on. */
  public enum Shown {
    NOTHING,
    SOURCE,
    RETOUCHED,
    READY,
    MEASURED
  }

  /** What is on the screen of the newest step of a picture; on the interface thread. */
  public Shown shown(Path picture) {
    if (!view.shows(picture.toAbsolutePath())) {
      return Shown.NOTHING;
    }
    OpenPicture p = model.picture().get();
    boolean open = p != null && p.file().path().equals(picture.toAbsolutePath());
    if (!open || !view.isSettled(p.history().now())) {
      return view.isRemembered() ? Shown.RETOUCHED : Shown.SOURCE;
    }
    return model.readings().get().isEmpty() ? Shown.READY : Shown.MEASURED;
  }

  /** Lets a pen work on the picture beside the mouse. */
  public void take(Pen pen) {
    hand.take(pen);
  }

  /** How the picture lies on the screen. */
  public Sight sight() {
    return view;
  }

  FileDesk files() {
    return files;
  }

  /** Shows how an opening goes. */
  private final class Opening implements FileDesk.Screen {
    @Override
    public void remembered(Path file, LastFrame frame, BooleanSupplier wanted) {
      view.showRemembered(file, frame, wanted);
    }

    @Override
    public Optional<LastFrame> looked(OpenPicture left) {
      return view.looked(left);
    }

    @Override
    public void sourceRead(PictureShelf.Ready ready, BooleanSupplier wanted) {
      view.showSource(ready, wanted);
    }

    @Override
    public void opened() {
      fillRecent();
      view.requestFocus();
    }

    @Override
    public void notOpened() {
      view.showAgain();
    }
  }

  private Node header() {
    HBox row = new HBox(6);
    row.setAlignment(Pos.CENTER_LEFT);
    row.getStyleClass().add("header");
    Button undo = button("undo", model::undo);
    Button redo = button("redo", model::redo);
    Runnable steps =
        () -> {
          OpenPicture p = model.picture().get();
          undo.setDisable(p == null || !p.history().canUndo());
          redo.setDisable(p == null || !p.history().canRedo());
        };
    model.settled().addListener((o, a, b) -> steps.run());
    model.picture().addListener((o, a, b) -> steps.run());
    undo.setDisable(true);
    redo.setDisable(true);
    recentMenu.setMinWidth(Region.USE_PREF_SIZE);
    fillRecent();
    row.getChildren()
        .addAll(
            button("open", files::open),
            recentMenu,
            button("save", files::save),
            button("export", this::export),
            undo,
            redo);
    return row;
  }

  private void fillRecent() {
    recentMenu.getItems().clear();
    for (Path p : files.recent()) {
      MenuItem m = new MenuItem(p.getFileName() + "   " + p.getParent().getFileName());
      m.setOnAction(e -> files.open(p));
      recentMenu.getItems().add(m);
    }
    recentMenu.setDisable(recentMenu.getItems().isEmpty());
  }

  private static Button button(String key, Runnable what) {
    Button b = new Button(Words.of("action." + key));
    b.setId(key);
    b.setMinWidth(Region.USE_PREF_SIZE);
    b.setOnAction(e -> what.run());
    return b;
  }

  private VBox side() {
    VBox looks = new VBox();
    looks.getStyleClass().add("looks");
    for (CheckView v : CheckViews.all()) {
      looks.getChildren().add(look(v));
    }
    Button keys = button("keys", this::toggleKeys);
    Button lights = button("light", this::nextLight);
    FlowPane foot = new FlowPane(6, 6, keys, lights, pages.menu());
    Region space = new Region();
    VBox.setVgrow(space, Priority.ALWAYS);
    Dials dials = new Dials(model, this::toggleReadings);
    Rivals rivals = new Rivals(model);
    dials.visibleProperty().bind(rivals.visibleProperty().not());
    dials.managedProperty().bind(dials.visibleProperty());
    VBox box = new VBox(10, looks, dials, rivals, space, foot);
    box.getStyleClass().add("side");
    return box;
  }

  private ToggleButton look(CheckView v) {
    ToggleButton b = new ToggleButton();
    b.setId("look-" + v.key());
    b.setMaxWidth(Double.MAX_VALUE);
    b.setSelected(model.looking().view().get() == v);
    b.setOnAction(
        e -> {
          model.looking().at(v);
          b.setSelected(true);
        });
    Runnable name =
        () -> {
          String key = CheckViews.digit(v).map(d -> d + "   ").orElse("");
          b.setText(key + Words.of("look." + model.looking().word(v)));
        };
    name.run();
    model.looking().view().addListener((o, a, now) -> b.setSelected(now == v));
    model.looking().changesOfPass().addListener((o, a, now) -> name.run());
    return b;
  }

  private void keyList() {
    keyList.getStyleClass().add("key-list");
    keyList.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    keyList.setVisible(false);
    int half = (Keys.LIST.size() + 1) / 2;
    int i = 0;
    for (var e : Keys.LIST.entrySet()) {
      Label key = new Label(e.getKey());
      key.getStyleClass().add("key");
      key.setMinWidth(Region.USE_PREF_SIZE);
      Label what = new Label(Words.of(e.getValue()));
      what.setMinWidth(Region.USE_PREF_SIZE);
      keyList.add(key, i < half ? 0 : 2, i % half);
      keyList.add(what, i < half ? 1 : 3, i % half);
      i++;
    }
  }

  /** What to click next, over the picture, while a click means something else than painting. */
  private void showPrompt() {
    boolean offered = !model.faces().offered().get().isEmpty();
    Optional<Tool> asking = model.tools().taken().filter(Tool::asks);
    boolean on = model.isOpen() && asking.isPresent() && !offered;
    prompt.setVisible(on);
    prompt.setText(on ? Words.of("tool." + asking.get().name()) : "");
  }

  private void arrange() {
    Looking.State s = model.looking().state().get();
    frame.setLeft(
        switch (s) {
          case WHOLE -> card;
          case WORKING -> spine;
          case BARE -> null;
        });
    frame.setRight(s == Looking.State.WHOLE ? side : null);
    frame.setBottom(s == Looking.State.BARE ? null : status);
    fillFloating();
    view.requestFocus();
    view.repaint();
  }

  private void fillFloating() {
    floating.getChildren().clear();
    floatingPanel = null;
    boolean on =
        model.looking().state().get() == Looking.State.WORKING
            && model.passes().chosenPass().isPresent();
    floating.setVisible(on);
    if (on) {
      Pass p = model.passes().chosenPass().get();
      Label name = new Label(KindWords.name(p.kind()));
      name.getStyleClass().add("pass-name");
      floatingPanel = new PassPanel(model, p, false);
      floating.getChildren().addAll(name, floatingPanel);
    }
  }

  private void refreshFloating() {
    if (floatingPanel != null) {
      model.passes().chosenPass().ifPresent(floatingPanel::update);
    }
  }

  private void readColour(double x, double y) {
    OpenPicture p = model.picture().get();
    if (p == null || view.viewport().get() == null) {
      return;
    }
    RunSheet s = model.sheet().get();
    double sx = view.sourceX(x);
    double sy = view.sourceY(y);
    Runnable read =
        () -> {
          Optional<double[]> lab = PictureView.lightAt(p, s, sx, sy);
          Platform.runLater(() -> status.colour(lab.orElseGet(() -> new double[0])));
        };
    if (colourWanted.getAndSet(read) == null) {
      model.away(
          () -> {
            colourWanted.getAndSet(null).run();
            return null;
          },
          nothing -> {});
    }
  }

  // ---- commands

  void nextState() {
    Looking.State[] all = Looking.State.values();
    model.looking().state().set(all[(model.looking().state().get().ordinal() + 1) % all.length]);
  }

  void nextLight() {
    getStyleClass().remove(LIGHTS.get(light));
    light = (light + 1) % LIGHTS.size();
    getStyleClass().add(LIGHTS.get(light));
    showDesk();
  }

  private void showDesk() {
    view.setDesk(model.looking().page().get().orElse(DESKS[light]));
  }

  Pages pages() {
    return pages;
  }

  void toggleKeys() {
    keyList.setVisible(!keyList.isVisible());
  }

  void toggleReadings() {
    readings.setVisible(!readings.isVisible());
  }

  void toggleEngine() {
    enginePanel.toggle();
  }

  /** Opens the panel that says how the picture is to be written. */
  void export() {
    if (model.isOpen()) {
      exportPanel.show(model.picture().get().file());
    }
  }

  /** Lets go of what is under way, one thing at a time. */
  void escape() {
    if (keyList.isVisible()) {
      keyList.setVisible(false);
    } else if (readings.isVisible()) {
      readings.setVisible(false);
    } else if (exportPanel.isVisible()) {
      exportPanel.setVisible(false);
    } else if (busy.isVisible()) {
      busy.cancelNewest();
    } else if (!model.faces().offered().get().isEmpty()) {
      model.faces().refuseOffered();
    } else if (model.tools().taken().isPresent()) {
      model.tools().letGo();
    } else if (model.looking().state().get() != Looking.State.WHOLE) {
      model.looking().state().set(Looking.State.WHOLE);
    }
    model.message().set("");
    view.requestFocus();
  }

  void chooseNeighbour(int by) {
    List<Pass> all = model.sheet().get().passes();
    if (!all.isEmpty()) {
      int i = model.sheet().get().indexOf(model.passes().chosen().get());
      int j = i < 0 ? 0 : Math.floorMod(i + by, all.size());
      model.passes().chosen().set(all.get(j).id());
    }
  }

  /** Looks at what other programs did whenever a window is come back to, until this is closed. */
  void watch(Stage window) {
    ChangeListener<Boolean> back =
        (o, a, focused) -> {
          if (focused) {
            model.lookOutside();
          }
        };
    window.focusedProperty().addListener(back);
    unwatch = () -> window.focusedProperty().removeListener(back);
  }

  @Override
  public void close() {
    unwatch.run();
    ahead.close();
    files.close();
    view.painter().close();
    measurer.close();
    worker.shutdownNow();
    seeker.shutdownNow();
  }
}
