package carezza.app;

import carezza.io.ExportSettings;
import carezza.io.Exporter;
import carezza.io.PictureFormat;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;

/** The Bench in its three states: whole, working, bare. */
final class BenchView extends StackPane implements AutoCloseable {
  private static final List<String> LIGHTS = List.of("light-dark", "light-mid", "light-light");
  private static final int[] DESKS = {0xff4a4a4a, 0xff808080, 0xffb4b4b4};

  private final ExecutorService worker = Executors.newSingleThreadExecutor(Painter.daemon("bench"));
  private final BenchModel model = new BenchModel(worker, Platform::runLater);
  private final PictureView view = new PictureView(model);
  private final Hand hand = new Hand(model, view);
  private final Measurer measurer = new Measurer(model);
  private final BorderPane frame = new BorderPane();
  private final StackPane over = new StackPane(view);
  private final JobCard card;
  private final VBox side;
  private final Spine spine = new Spine(model);
  private final StatusLine status;
  private final VBox floating = new VBox();
  private final GridPane keyList = new GridPane();
  private final VBox busy = new VBox(8);
  private final Label prompt = new Label();
  private final ProgressBar progress = new ProgressBar();
  private final Label busyText = new Label();
  private final Path userData;
  private final Recent recent;
  private final MenuButton recentMenu = new MenuButton(Words.of("action.recent"));
  private PassPanel floatingPanel;
  private volatile boolean cancelled;
  private int light = 1;

  BenchView(Path userData) {
    this.userData = userData;
    recent = new Recent(userData);
    getStyleClass().addAll("bench", LIGHTS.get(light));
    card = new JobCard(model, header());
    side = side();
    status = new StatusLine(model, view, () -> step(-1), () -> step(1));
    floating.getStyleClass().add("floating");
    floating.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    floating.setPrefWidth(318);
    StackPane.setAlignment(floating, Pos.CENTER_LEFT);
    keyList();
    busy.getStyleClass().add("busy");
    busy.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    busy.setVisible(false);
    Button cancel = new Button(Words.of("action.cancel"));
    cancel.setId("cancel");
    cancel.setOnAction(e -> cancelled = true);
    progress.setPrefWidth(280);
    busy.getChildren().addAll(busyText, progress, cancel);
    prompt.getStyleClass().add("prompt");
    prompt.setId("prompt");
    prompt.setMouseTransparent(true);
    StackPane.setAlignment(prompt, Pos.TOP_CENTER);
    model.tool().addListener((o, a, b) -> showPrompt());
    model.picture().addListener((o, a, b) -> showPrompt());
    showPrompt();
    over.getChildren().addAll(floating, prompt, busy, keyList);
    frame.setCenter(over);
    getChildren().add(frame);
    model.state().addListener((o, a, b) -> arrange());
    model.chosen().addListener((o, a, b) -> fillFloating());
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
            open(e.getDragboard().getFiles().get(0).toPath());
          }
        });
    arrange();
    sceneProperty()
        .addListener(
            (o, a, s) -> {
              if (s != null) {
                new Keys(this, model, view, hand).install(s);
              }
            });
  }

  BenchModel model() {
    return model;
  }

  PictureView picture() {
    return view;
  }

  /** Whether nothing is being computed for the screen. */
  boolean isIdle() {
    return view.painter().isIdle() && measurer.isIdle() && !busy.isVisible();
  }

  private Node header() {
    HBox row = new HBox(6);
    row.setAlignment(Pos.CENTER_LEFT);
    row.getStyleClass().add("header");
    Button undo = button("undo", model::undo);
    Button redo = button("redo", model::redo);
    model
        .sheet()
        .addListener(
            (o, a, b) -> {
              OpenPicture p = model.picture().get();
              undo.setDisable(p == null || !p.history().canUndo());
              redo.setDisable(p == null || !p.history().canRedo());
            });
    undo.setDisable(true);
    redo.setDisable(true);
    recentMenu.setMinWidth(Region.USE_PREF_SIZE);
    fillRecent();
    row.getChildren()
        .addAll(
            button("open", this::open),
            recentMenu,
            button("save", this::save),
            button("export", this::export),
            undo,
            redo);
    return row;
  }

  private void fillRecent() {
    recentMenu.getItems().clear();
    for (Path p : recent.list()) {
      MenuItem m = new MenuItem(p.getFileName() + "   " + p.getParent().getFileName());
      m.setOnAction(e -> open(p));
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
    for (BenchModel.Look l : BenchModel.Look.values()) {
      ToggleButton b =
          new ToggleButton((l.ordinal() + 1) + "   " + Words.of("look." + BenchModel.key(l)));
      b.setId("look-" + BenchModel.key(l));
      b.setMaxWidth(Double.MAX_VALUE);
      b.setSelected(model.look().get() == l);
      b.setOnAction(
          e -> {
            model.look().set(l);
            b.setSelected(true);
          });
      model.look().addListener((o, a, now) -> b.setSelected(now == l));
      looks.getChildren().add(b);
    }
    Button keys = button("keys", this::toggleKeys);
    Button lights = button("light", this::nextLight);
    HBox foot = new HBox(6, keys, lights);
    Region space = new Region();
    VBox.setVgrow(space, Priority.ALWAYS);
    VBox box = new VBox(10, looks, new Dials(model), space, foot);
    box.getStyleClass().add("side");
    return box;
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
      Label what = new Label(Words.of(e.getValue()));
      keyList.add(key, i < half ? 0 : 2, i % half);
      keyList.add(what, i < half ? 1 : 3, i % half);
      i++;
    }
  }

  /** What to click next, over the picture, while a click means something else than painting. */
  private void showPrompt() {
    BenchModel.Tool t = model.tool().get();
    boolean on = model.isOpen() && t != BenchModel.Tool.HAND;
    prompt.setVisible(on);
    prompt.setText(on ? Words.of("tool." + BenchModel.key(t)) : "");
  }

  private void arrange() {
    BenchModel.State s = model.state().get();
    frame.setLeft(
        switch (s) {
          case WHOLE -> card;
          case WORKING -> spine;
          case BARE -> null;
        });
    frame.setRight(s == BenchModel.State.WHOLE ? side : null);
    frame.setBottom(s == BenchModel.State.BARE ? null : status);
    fillFloating();
    view.requestFocus();
    view.repaint();
  }

  private void fillFloating() {
    floating.getChildren().clear();
    floatingPanel = null;
    boolean on = model.state().get() == BenchModel.State.WORKING && model.chosenPass().isPresent();
    floating.setVisible(on);
    if (on) {
      Pass p = model.chosenPass().get();
      Label name = new Label(Words.of("kind." + p.kind().key()));
      name.getStyleClass().add("pass-name");
      floatingPanel = new PassPanel(model, p, false);
      floating.getChildren().addAll(name, floatingPanel);
    }
  }

  private void refreshFloating() {
    if (floatingPanel != null) {
      model.chosenPass().ifPresent(floatingPanel::update);
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
    worker.execute(
        () -> {
          double[] lab = PictureView.lightAt(p, s, sx, sy);
          Platform.runLater(() -> status.colour(lab));
        });
  }

  // ---- commands

  void nextState() {
    BenchModel.State[] all = BenchModel.State.values();
    model.state().set(all[(model.state().get().ordinal() + 1) % all.length]);
  }

  void nextLight() {
    getStyleClass().remove(LIGHTS.get(light));
    light = (light + 1) % LIGHTS.size();
    getStyleClass().add(LIGHTS.get(light));
    view.setDesk(DESKS[light]);
  }

  void toggleKeys() {
    keyList.setVisible(!keyList.isVisible());
  }

  /** Lets go of what is under way, one thing at a time. */
  void escape() {
    if (keyList.isVisible()) {
      keyList.setVisible(false);
    } else if (busy.isVisible()) {
      cancelled = true;
    } else if (model.tool().get() != BenchModel.Tool.HAND) {
      model.tool().set(BenchModel.Tool.HAND);
    } else if (model.state().get() != BenchModel.State.WHOLE) {
      model.state().set(BenchModel.State.WHOLE);
    }
    model.message().set("");
    view.requestFocus();
  }

  void chooseNeighbour(int by) {
    List<Pass> all = model.sheet().get().passes();
    if (!all.isEmpty()) {
      int i = model.sheet().get().indexOf(model.chosen().get());
      int j = i < 0 ? 0 : Math.floorMod(i + by, all.size());
      model.chosen().set(all.get(j).id());
    }
  }

  /** The neighbouring picture of the folder. */
  void step(int by) {
    OpenPicture p = model.picture().get();
    if (p == null) {
      return;
    }
    List<Path> all = pictures(p.file().path().toAbsolutePath().getParent());
    int i = all.indexOf(p.file().path().toAbsolutePath());
    if (all.size() > 1) {
      open(all.get(Math.floorMod(i + by, all.size())));
    }
  }

  static List<Path> pictures(Path folder) {
    try (Stream<Path> s = Files.list(folder)) {
      return s.filter(f -> PictureFormat.ofName(f).isPresent())
          .map(Path::toAbsolutePath)
          .sorted()
          .toList();
    } catch (IOException e) {
      return List.of();
    }
  }

  void open() {
    FileChooser c = new FileChooser();
    c.setTitle(Words.of("open.title"));
    c.getExtensionFilters()
        .add(
            new FileChooser.ExtensionFilter(
                Words.of("open.pictures"), "*.jpg", "*.jpeg", "*.png", "*.tif", "*.tiff"));
    var f = c.showOpenDialog(getScene().getWindow());
    if (f != null) {
      open(f.toPath());
    }
  }

  /** Opens a picture, or the first picture of a folder, after asking about unsaved work. */
  void open(Path path) {
    Path file = Files.isDirectory(path) ? pictures(path).stream().findFirst().orElse(path) : path;
    if (!mayLeave()) {
      return;
    }
    begin(Words.of("busy.opening", file.getFileName()));
    worker.execute(
        () -> {
          try {
            OpenPicture p = OpenPicture.open(file.toAbsolutePath(), userData, this::report);
            Platform.runLater(
                () -> {
                  busy.setVisible(false);
                  model.show(p);
                  recent.add(file.toAbsolutePath());
                  fillRecent();
                  view.requestFocus();
                });
          } catch (CancellationException e) {
            end("");
          } catch (IOException | RuntimeException e) {
            end(e.getMessage());
          } catch (OutOfMemoryError e) {
            end(Words.of("message.memory", file.getFileName()));
          }
        });
  }

  private void begin(String text) {
    cancelled = false;
    busyText.setText(text);
    progress.setProgress(0);
    busy.setVisible(true);
  }

  private void report(double share) {
    if (cancelled) {
      throw new CancellationException("cancelled");
    }
    Platform.runLater(() -> progress.setProgress(share));
  }

  private void end(String sentence) {
    Platform.runLater(
        () -> {
          busy.setVisible(false);
          model.message().set(sentence);
        });
  }

  boolean save() {
    if (!model.isOpen()) {
      return true;
    }
    try {
      model.save();
      return true;
    } catch (IOException e) {
      model.message().set(e.getMessage());
      return false;
    }
  }

  void export() {
    OpenPicture p = model.picture().get();
    if (p == null) {
      return;
    }
    FileChooser c = new FileChooser();
    c.setTitle(Words.of("export.title"));
    String name = p.file().path().getFileName().toString();
    int dot = name.lastIndexOf('.');
    c.setInitialFileName(name.substring(0, dot) + Words.of("export.suffix"));
    c.setInitialDirectory(p.file().path().toAbsolutePath().getParent().toFile());
    for (PictureFormat f : List.of(PictureFormat.TIFF, PictureFormat.PNG, PictureFormat.JPEG)) {
      String[] ends =
          switch (f) {
            case TIFF -> new String[] {"*.tif", "*.tiff"};
            case PNG -> new String[] {"*.png"};
            case JPEG -> new String[] {"*.jpg", "*.jpeg"};
          };
      c.getExtensionFilters()
          .add(
              new FileChooser.ExtensionFilter(
                  Words.of("export." + f.name().toLowerCase(Locale.ROOT)), ends));
    }
    var f = c.showSaveDialog(getScene().getWindow());
    if (f != null) {
      export(f.toPath());
    }
  }

  /** Writes the picture at full size, in the format of the file's name. */
  void export(Path out) {
    OpenPicture p = model.picture().get();
    PictureFormat format = PictureFormat.ofName(out).orElse(PictureFormat.TIFF);
    Path file =
        PictureFormat.ofName(out).isPresent()
            ? out
            : out.resolveSibling(out.getFileName() + ".tif");
    RunSheet now = p.history().now();
    begin(Words.of("busy.exporting", file.getFileName()));
    worker.execute(
        () -> {
          try {
            Exporter.export(
                p.file(),
                p.engine(),
                p.engine().view(now, () -> cancelled),
                ExportSettings.usual(format, p.file()),
                file,
                Math.max(1, Runtime.getRuntime().availableProcessors()),
                this::report);
            end(Words.of("message.exported", file.getFileName()));
          } catch (CancellationException e) {
            end(Words.of("message.exportCancelled"));
          } catch (IOException | RuntimeException e) {
            end(e.getMessage());
          }
        });
  }

  /** Asks what to do with unsaved work; true when the picture may be left. */
  boolean mayLeave() {
    if (!model.isOpen() || !model.unsaved().get()) {
      return true;
    }
    Dialog<ButtonType> d = new Dialog<>();
    d.initOwner(getScene().getWindow());
    d.setTitle(Words.of("leave.title"));
    d.setHeaderText(null);
    d.setContentText(Words.of("leave.text", model.picture().get().file().path().getFileName()));
    d.getDialogPane().getStylesheets().addAll(getScene().getStylesheets());
    d.getDialogPane().getStyleClass().addAll("bench", LIGHTS.get(light));
    ButtonType save = new ButtonType(Words.of("leave.save"), ButtonBar.ButtonData.YES);
    ButtonType drop = new ButtonType(Words.of("leave.drop"), ButtonBar.ButtonData.NO);
    ButtonType stay = new ButtonType(Words.of("leave.stay"), ButtonBar.ButtonData.CANCEL_CLOSE);
    d.getDialogPane().getButtonTypes().setAll(save, drop, stay);
    ButtonType answer = d.showAndWait().orElse(stay);
    if (answer == save) {
      return save();
    }
    if (answer == drop) {
      OpenPicture p = model.picture().get();
      try {
        p.journal().clear(p.document().sheet());
      } catch (IOException e) {
        model.message().set(e.getMessage());
      }
      model.unsaved().set(false);
      return true;
    }
    return false;
  }

  @Override
  public void close() {
    cancelled = true;
    view.painter().close();
    measurer.close();
    worker.shutdownNow();
  }
}
