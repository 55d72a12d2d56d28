package carezza.app;

import carezza.app.card.CardHead;
import carezza.app.card.JobCard;
import carezza.app.card.NearHand;
import carezza.app.kit.DeskTones;
import carezza.app.kit.Layer;
import carezza.app.side.AllReadings;
import carezza.app.side.AsSeen;
import carezza.app.side.Dials;
import carezza.app.side.GoTo;
import carezza.app.side.Looks;
import carezza.app.side.Overview;
import carezza.app.side.Rivals;
import carezza.app.side.Worked;
import carezza.app.tool.Pen;
import carezza.app.tool.Sight;
import carezza.app.tool.Tool;
import carezza.finder.NetFaceFinder;
import carezza.image.Rect;
import carezza.pass.Pass;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.value.ChangeListener;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.ContextMenuEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.PickResult;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;

/** The Bench in its three states: whole, working, picture only. */
public final class BenchView extends StackPane implements AutoCloseable {
  /** Longer side of the small picture in the corner. */
  private static final double NAVIGATOR = 132;

  private final ExecutorService worker = Executors.newSingleThreadExecutor(Painter.daemon("bench"));
  private final ExecutorService seeker = Executors.newSingleThreadExecutor(Painter.daemon("faces"));
  private final BenchModel model =
      new BenchModel(new NetFaceFinder(), seeker, worker, Platform::runLater);
  private final PictureView view = new PictureView(model);
  private final Turned turned = new Turned(view);
  private final Hand hand = new Hand(model, view);
  private final KnownReadings knownReadings = new KnownReadings();
  private final Measurer measurer =
      new Measurer(model, () -> view.painter().isIdle(), Platform::runLater, knownReadings);
  private final Miniatures miniatures =
      new Miniatures(
          () -> isIdle() && !model.isPreview(),
          () -> view.painter().asked(),
          () -> model.looking().screen().get());
  private final Habits habits;
  private final DoubleProperty desk = new SimpleDoubleProperty();
  private final Busy busy = new Busy();
  private final FileDesk files;
  private final Ahead ahead;
  private final Pages pages;
  private final ScreenProfile screenProfile;
  private final Commands commands;
  private final Layer layer = new Layer();
  private final Panels panels;
  private final EnginePanel enginePanel = new EnginePanel(model);
  private final FinderField finder;
  private final JobCard card;
  private final Spine spine = new Spine(model);
  private final FootLine foot;
  private final Side side;
  private final Start start;
  private final Label prompt = new Label();
  private final HBox frame = new HBox();
  private final BorderPane main = new BorderPane();
  private final BorderPane right = new BorderPane();
  private final Keys keys;

  private final ColourUnderHand colour;
  private boolean sideLies;

  private Runnable unwatch = () -> {};

  BenchView(UserFolders folders) {
    habits = new Habits(folders.data());
    files = new FileDesk(model, busy, this::getScene, folders, new Opening());
    ahead = new Ahead(model, view, this::isIdle, files, knownReadings);
    pages = new Pages(model, this::getScene);
    screenProfile = new ScreenProfile(model, habits, this::getScene);
    commands = new BenchCommands(this, model, view, files).all();
    GoTo goTo = new GoTo(model, view, () -> panels().readings());
    panels =
        new Panels(
            right,
            new AllReadings(model, goTo::place),
            new Worked(model, p -> WholeJob.worked(p, folders.data()), files::open),
            new ExportPanel(files::export, files::estimate),
            new KeyList(commands));
    finder = new FinderField(new Finder(model, commands, files, goTo), view::requestFocus);
    foot = new FootLine(model, view, files, new FirstLook(model, goTo));
    colour = new ColourUnderHand(model, view, foot::colour);
    start = new Start(files, commands);
    CardHead head = new CardHead(model, new FileMenu(model, commands, files, desk), files::place);
    card = new JobCard(model, miniatures, head, finder);
    side =
        new Side(
            new Looks(model, miniatures),
            new Dials(model, panels::readings),
            new Rivals(model),
            new AsSeen(model, miniatures, view, new Viewing(habits)));
    KeyPen keyPen = new KeyPen(view, model);
    hand.take(keyPen);
    keys = new Keys(this, model, view, commands, keyPen);
    getStyleClass().add("bench");
    desk.addListener((o, a, b) -> showDesk());
    desk.set(habits.desk());
    assemble();
    watchModel();
    acceptFiles();
    arrange();
    sceneProperty()
        .addListener(
            (o, a, s) -> {
              if (s != null) {
                keys.install(s);
              }
            });
  }

  private void assemble() {
    prompt.getStyleClass().add("prompt");
    prompt.setId("prompt");
    prompt.setMouseTransparent(true);
    StackPane.setAlignment(prompt, Pos.TOP_CENTER);
    Overview navigator = new Overview(model, miniatures, view, "navigator", NAVIGATOR, NAVIGATOR);
    navigator.setId("navigator");
    navigator.getStyleClass().add("navigator");
    navigator
        .visibleProperty()
        .bind(navigator.partSeen().and(model.looking().state().isEqualTo(Looking.State.WORKING)));
    StackPane.setAlignment(navigator, Pos.BOTTOM_RIGHT);
    StackPane over =
        new StackPane(
            turned,
            start,
            navigator,
            new NearHand(model, view),
            prompt,
            new FaceOffer(model, view),
            busy,
            enginePanel);
    over.setMinSize(0, 0);
    main.setCenter(over);
    right.setCenter(main);
    HBox.setHgrow(panels, Priority.ALWAYS);
    getChildren().addAll(frame, layer);
  }

  private void watchModel() {
    model.looking().page().addListener((o, a, b) -> showDesk());
    model.tools().changes().addListener((o, a, b) -> showPrompt());
    model.picture().addListener((o, a, b) -> pictureChanged());
    model.faces().offered().addListener((o, a, b) -> showPrompt());
    model.looking().state().addListener((o, a, b) -> arrange());
    model.settled().addListener((o, a, b) -> followCrop());
    view.addEventHandler(MouseEvent.MOUSE_MOVED, e -> colour.read(e.getX(), e.getY()));
    showPrompt();
  }

  private void pictureChanged() {
    showPrompt();
    start.setVisible(!model.isOpen());
    if (!model.isOpen()) {
      panels.close();
    }
    if (!turned.isStraight()) {
      turned.straighten();
    }
    arrange();
  }

  private void acceptFiles() {
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

  /** Whether, beyond that, small pictures are drawn and the neighbours have been made ready. */
  public boolean isRested() {
    return isIdle() && miniatures.isIdle() && ahead.isDone();
  }

  /** Whether the small pictures show what the large one does. */
  boolean isDrawnSmall() {
    return miniatures.isIdle();
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

  Commands commands() {
    return commands;
  }

  ScreenProfile screenProfile() {
    return screenProfile;
  }

  Habits habits() {
    return habits;
  }

  /** Lightness of the desk, L*. */
  DoubleProperty desk() {
    return desk;
  }

  Pages pages() {
    return pages;
  }

  Turned turned() {
    return turned;
  }

  /** Shows how an opening goes. */
  private final class Opening implements FileDesk.Screen {
    @Override
    public void remembered(Path file, LastFrame frame, BooleanSupplier wanted) {
      start.setVisible(false);
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
      view.requestFocus();
    }

    @Override
    public void notOpened() {
      start.setVisible(!model.isOpen());
      start.fill();
      view.showAgain();
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

  /** Lays the parts out as the state asks, and the side where the picture leaves room. */
  private void arrange() {
    Looking.State s = model.looking().state().get();
    frame.getChildren().clear();
    if (s != Looking.State.PICTURE_ONLY) {
      frame.getChildren().add(s == Looking.State.WHOLE ? card : spine);
    }
    frame.getChildren().add(panels);
    placeSide();
    right.setBottom(s == Looking.State.PICTURE_ONLY ? null : foot);
    view.requestFocus();
    view.repaint();
  }

  /** To the right of an upright picture, below one that lies; out of one before into the other. */
  private void placeSide() {
    boolean shown = model.looking().state().get() == Looking.State.WHOLE && model.isOpen();
    boolean lies = lies();
    side.lieDown(lies);
    main.setRight(null);
    main.setBottom(null);
    main.setRight(shown && !lies ? side : null);
    main.setBottom(shown && lies ? side : null);
    sideLies = lies;
  }

  /** A crop may have made the picture lie. */
  private void followCrop() {
    if (lies() != sideLies) {
      placeSide();
    }
  }

  private boolean lies() {
    return model.isOpen() && isWide(model.picture().get().framing().canvas());
  }

  private static boolean isWide(Rect picture) {
    return picture.w() > 1.15 * picture.h();
  }

  private void showDesk() {
    DeskTones tones = DeskTones.of(desk.get());
    setStyle(tones.style());
    habits.setDesk(desk.get());
    view.setDesk(model.looking().page().get().orElse(tones.of("desk")));
  }

  // ---- commands

  void nextState() {
    if (model.tools().isBusy()) {
      return;
    }
    Looking.State[] all = Looking.State.values();
    model.looking().state().set(all[(model.looking().state().get().ordinal() + 1) % all.length]);
  }

  Panels panels() {
    return panels;
  }

  void openFirstLook() {
    foot.openFirstLook();
  }

  void toggleEngine() {
    enginePanel.toggle();
  }

  /** Begins to find something by typing; on the whole bench, where the field is. */
  void find() {
    model.looking().state().set(Looking.State.WHOLE);
    finder.begin();
  }

  /** Opens the panel that says how the picture is to be written. */
  void export() {
    panels.export(model.picture().get().file());
  }

  /** Opens the menu of whatever has the focus, as a right click does; false where it has none. */
  boolean openMenu() {
    Node n = getScene().getFocusOwner();
    if (n == null) {
      return false;
    }
    Bounds b = n.localToScreen(n.getLayoutBounds());
    double x = b.getMinX() + b.getWidth() / 2;
    double y = b.getMinY() + b.getHeight() / 2;
    PickResult at = new PickResult(n, x, y);
    n.fireEvent(
        new ContextMenuEvent(
            n,
            n,
            ContextMenuEvent.CONTEXT_MENU_REQUESTED,
            b.getWidth() / 2,
            b.getHeight() / 2,
            x,
            y,
            true,
            at));
    return true;
  }

  /** Lets go of what is under way, one thing at a time. */
  void escape() {
    if (!panels.close()) {
      letGo();
    }
    model.message().set("");
    view.requestFocus();
  }

  private void letGo() {
    if (busy.isVisible()) {
      busy.cancelNewest();
    } else if (!model.faces().offered().get().isEmpty()) {
      model.faces().refuseOffered();
    } else if (model.tools().taken().isPresent()) {
      model.tools().letGo();
    } else if (!turned.isStraight()) {
      turned.straighten();
    } else if (model.looking().state().get() != Looking.State.WHOLE) {
      model.looking().state().set(Looking.State.WHOLE);
    }
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
    habits.keep();
    ahead.close();
    files.close();
    miniatures.close();
    view.painter().close();
    measurer.close();
    worker.shutdownNow();
    seeker.shutdownNow();
  }
}
