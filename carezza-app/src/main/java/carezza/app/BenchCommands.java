package carezza.app;

import carezza.area.Stroke;
import carezza.screen.AreaForm;
import java.util.function.LongConsumer;
import javafx.stage.Stage;

/** The commands of the bench and their keys, in the order in which they are listed. */
final class BenchCommands {
  private static final double ZOOM = 1.25;
  private static final double SIZE = 1.15;
  private static final double EDGE = 0.1;

  private final Commands commands = new Commands();
  private final BenchView bench;
  private final BenchModel model;
  private final PictureView view;
  private final FileDesk files;

  BenchCommands(BenchView bench, BenchModel model, PictureView view, FileDesk files) {
    this.bench = bench;
    this.model = model;
    this.view = view;
    this.files = files;
    looking();
    brush();
    passes();
    review();
    files();
    rest();
  }

  Commands all() {
    return commands;
  }

  private void add(String key, String keys, Runnable what) {
    commands.add(key, keys, true, what);
  }

  private void looking() {
    add("state", "V", bench::nextState);
    add("whole", "Ctrl+0", view::fit);
    add("full", "Ctrl+1", this::full);
    add("wholeOrFull", "G", this::wholeOrFull);
    add("nearer", "+", () -> zoom(ZOOM));
    add("farther", "\u2212", () -> zoom(1 / ZOOM));
    add("turn", "T", () -> bench.turned().turn(1));
    add("turnBack", "Shift+T", () -> bench.turned().turn(-1));
    add("mirror", "B", () -> bench.turned().mirror());
    add("area", "A", this::nextAreaForm);
    add("firstLook", "O", bench::openFirstLook);
    add("readings", "R", () -> bench.panels().readings());
    add("worked", "W", () -> bench.panels().worked());
    add("page", "P", () -> bench.pages().next());
    add("pageOther", "", () -> bench.pages().ask());
    commands.add("screenProfile", "", false, () -> bench.screenProfile().ask());
    commands.add("screenPlain", "", false, () -> bench.screenProfile().forget());
  }

  private void full() {
    view.zoomTo(1, view.getWidth() / 2, view.getHeight() / 2);
  }

  private void wholeOrFull() {
    if (view.isFitted()) {
      full();
    } else {
      view.fit();
    }
  }

  private void zoom(double by) {
    view.zoomBy(by, view.getWidth() / 2, view.getHeight() / 2);
  }

  private void nextAreaForm() {
    AreaForm[] all = AreaForm.values();
    int now = model.looking().areaForm().get().ordinal();
    model.looking().areaForm().set(all[(now + 1) % all.length]);
  }

  private void brush() {
    BrushValue brush = model.brush();
    add("larger", "K", () -> brush.size(now().sizeMm() * SIZE));
    add("smaller", "J", () -> brush.size(now().sizeMm() / SIZE));
    add("moreTouches", "I", () -> brush.touches(now().touches() + 1));
    add("fewerTouches", "U", () -> brush.touches(now().touches() - 1));
    add("softer", "L", () -> brush.edge(now().edge() + EDGE));
    add("harder", "H", () -> brush.edge(now().edge() - EDGE));
    add("takeOff", "N", () -> brush.puts(!now().puts()));
  }

  private Stroke.Brush now() {
    return model.brush().get();
  }

  private void passes() {
    add("mute", "M", () -> chosen(model.passes()::mute));
    add("duplicate", "Ctrl+B", () -> chosen(model.passes()::duplicate));
    add("moveUp", "Ctrl+Up", () -> chosen(id -> model.passes().move(id, -1)));
    add("moveDown", "Ctrl+Down", () -> chosen(id -> model.passes().move(id, 1)));
    add("remove", "Delete", this::remove);
    add("undo", "Ctrl+Z", model::undo);
    add("redo", "Ctrl+Y", model::redo);
    add("takeFace", "", model.faces()::findFaces);
    add("layOnJob", "", () -> files.layOnJob(model.passes().chosen().get()));
  }

  private void review() {
    add("reviewNext", "X", () -> model.reviewing().step(1));
    add("reviewBack", "Z", () -> model.reviewing().step(-1));
    add("reviewFirst", "C", () -> model.reviewing().decide(0));
    add("reviewSecond", "S", () -> model.reviewing().decide(1));
    add("reviewThird", "D", () -> model.reviewing().decide(2));
  }

  private void chosen(LongConsumer what) {
    if (model.passes().chosenPass().isPresent()) {
      what.accept(model.passes().chosen().get());
    }
  }

  /** The mark under the hand; else the chosen pass, after asking. */
  private void remove() {
    boolean mark = view.underPointer().map(at -> model.passes().dropMarkAt(at)).orElse(false);
    if (!mark) {
      chosen(id -> files.askToRemove(id));
    }
  }

  private void files() {
    commands.add("open", "Ctrl+O", false, files::open);
    commands.add("openFolder", "Ctrl+Shift+O", false, files::openFolder);
    add("save", "Ctrl+S", files::save);
    add("export", "Ctrl+E", bench::export);
    add("previous", "Page Up", () -> files.step(-1));
    add("next", "Page Down", () -> files.step(1));
    add("closePicture", "Ctrl+W", files::closePicture);
  }

  private void rest() {
    add("find", "F", bench::find);
    commands.add("keys", "F1", false, () -> bench.panels().keys());
    commands.add("engine", "F9", true, bench::toggleEngine);
    commands.add("fullScreen", "F11", false, this::fullScreen);
    commands.add("log", "", false, files::sayWhereLogIs);
    commands.add("quit", "Ctrl+Q", false, files::quit);
  }

  private void fullScreen() {
    Stage s = (Stage) bench.getScene().getWindow();
    s.setFullScreen(!s.isFullScreen());
  }
}
