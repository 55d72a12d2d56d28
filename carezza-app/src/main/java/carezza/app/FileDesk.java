package carezza.app;

import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.io.DiskStore;
import carezza.io.ExportSettings;
import carezza.io.Exporter;
import carezza.io.JobFolder;
import carezza.io.format.InputFormats;
import carezza.io.format.OutputFormats;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.BooleanSupplier;
import java.util.function.LongConsumer;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import javafx.stage.WindowEvent;

/**
 * Opening, saving, exporting and leaving pictures, with the questions these need. Opening and
 * exporting each have a thread and a cancel of their own.
 */
final class FileDesk implements AutoCloseable {
  /** Bytes that what was found in pictures may take on the disk. */
  private static final long MOST_FOUND = 400L << 20;

  private final BenchModel model;
  private final Busy busy;
  private final ExecutorService reader = Executors.newSingleThreadExecutor(Painter.daemon("open"));
  private final ExecutorService writer =
      Executors.newSingleThreadExecutor(Painter.daemon("export"));
  private final Supplier<Scene> window;
  private final DiskStore found;
  private final PictureShelf shelf;
  private final Opener opener;
  private final LastFrames lastFrames;
  private final Questions questions;
  private final Recent recent;
  private final WholeJob wholeJob;
  private final Screen screen;

  /** What is being opened; on the interface thread. */
  private Optional<Busy.Task> opening = Optional.empty();

  /** Exports that are being written; on the interface thread. */
  private int exporting;

  /** What becomes of an opening on the screen. */
  interface Screen {
    /**
     * How the picture that is being opened looked when it was left. On the reader's thread.
     *
     * @param wanted whether it may be shown, asked on the interface thread
     */
    void remembered(Path file, LastFrame frame, BooleanSupplier wanted);

    /** How a picture that is left was shown last, if all of it was on the screen. */
    Optional<LastFrame> looked(OpenPicture left);

    /**
     * A file has been read; its document is still to be. On the reader's thread.
     *
     * @param wanted whether it may be shown, asked on the interface thread
     */
    void sourceRead(PictureShelf.Ready ready, BooleanSupplier wanted);

    /** A picture has come on the bench. */
    void opened();

    /** None has, and the one that stood there stays. */
    void notOpened();
  }

  FileDesk(
      BenchModel model, Busy busy, Supplier<Scene> window, UserFolders folders, Screen screen) {
    Path userData = folders.data();
    found = new DiskStore(folders.cache().resolve("found"), MOST_FOUND);
    this.model = model;
    this.busy = busy;
    this.window = window;
    this.screen = screen;
    shelf = PictureShelf.ofHeapShare(TileCache.ofHeapShare(), found);
    opener = new Opener(userData, shelf, this::notRecorded);
    lastFrames = new LastFrames(found, userData, () -> model.looking().screen().get().name());
    questions = new Questions(window);
    recent = new Recent(userData);
    wholeJob = new WholeJob(model, questions, userData);
    model.whenMemoryIsFull(shelf::clear);
  }

  private void notRecorded(Throwable e) {
    OpenPicture p = model.picture().get();
    model.failures().tell(Failures.What.STEP, p == null ? "" : p.name(), e);
  }

  List<Path> recent() {
    return recent.list();
  }

  /** Of each job opened lately the picture that was open last, newest first. */
  List<Path> recentJobs() {
    return recent.jobs();
  }

  PictureShelf shelf() {
    return shelf;
  }

  LastFrames lastFrames() {
    return lastFrames;
  }

  Path userData() {
    return opener.userData();
  }

  /** Turns to a neighbouring picture of the folder. */
  void step(int by) {
    neighbour(by).ifPresent(this::open);
  }

  /** The picture so many places on in the folder, round its end; none where there is no other. */
  Optional<Path> neighbour(int by) {
    OpenPicture p = model.picture().get();
    if (p == null) {
      return Optional.empty();
    }
    List<Path> all = JobFolder.pictures(p.file().path().toAbsolutePath().getParent());
    int i = all.indexOf(p.file().path().toAbsolutePath());
    return all.size() > 1
        ? Optional.of(all.get(Math.floorMod(i + by, all.size())))
        : Optional.empty();
  }

  /** Lays a pass on all other pictures of the folder, after asking. */
  void layOnJob(long id) {
    wholeJob.asked(id).ifPresent(this::lay);
  }

  private void lay(WholeJob.Laying l) {
    Busy.Task task = busy.begin(Words.of("busy.laying", l.others().size()));
    BenchModel.Work<Runnable> laying =
        () -> {
          String said = wholeJob.lay(l, task::report);
          return () -> model.message().set(said);
        };
    writer.execute(() -> work(task, Failures.What.SAVE, l.folder(), laying));
  }

  void open() {
    FileChooser c = new FileChooser();
    c.setTitle(Words.of("open.title"));
    List<String> names =
        InputFormats.all().stream()
            .flatMap(f -> f.extensions().stream())
            .map(FileDesk::pattern)
            .toList();
    c.getExtensionFilters().add(new FileChooser.ExtensionFilter(Words.of("open.pictures"), names));
    var f = c.showOpenDialog(window.get().getWindow());
    if (f != null) {
      open(f.toPath());
    }
  }

  /** Opens the first picture of a folder. */
  void openFolder() {
    DirectoryChooser c = new DirectoryChooser();
    c.setTitle(Words.of("openFolder.title"));
    var f = c.showDialog(window.get().getWindow());
    if (f != null) {
      open(f.toPath());
    }
  }

  /** Which of how many pictures of its folder the one on the bench is. */
  String place() {
    Path file = model.picture().get().file().path().toAbsolutePath();
    List<Path> all = JobFolder.pictures(file.getParent());
    int at = all.indexOf(file);
    return at < 0 ? "" : Words.of("card.place", at + 1, all.size());
  }

  private static String pattern(String extension) {
    return "*." + extension;
  }

  /**
   * Opens a picture, or the first picture of a folder, after asking about unsaved work. The picture
   * on the bench stays as it is until the new one stands there.
   */
  void open(Path path) {
    Path file =
        Files.isDirectory(path) ? JobFolder.pictures(path).stream().findFirst().orElse(path) : path;
    Leaving leaving = mayLeave();
    if (leaving == Leaving.STAY) {
      return;
    }
    boolean drop = leaving == Leaving.DROP;
    OpenPicture old = model.picture().get();
    RunSheet dropped = drop ? old.history().now() : null;
    boolean again = old != null && old.file().path().equals(file.toAbsolutePath());
    opening.ifPresent(Busy.Task::cancel);
    Busy.Task task = busy.begin(Words.of("busy.opening", Failures.name(file)));
    opening = Optional.of(task);
    reader.execute(
        () ->
            work(
                task,
                Failures.What.OPEN,
                file,
                () -> {
                  boolean afresh = drop && again;
                  boolean whole = !afresh && showRemembered(file.toAbsolutePath(), task);
                  OpenPicture p =
                      opener.open(
                          file.toAbsolutePath(),
                          afresh,
                          task::report,
                          ready -> {
                            if (!whole) {
                              screen.sourceRead(ready, () -> isWanted(task));
                            }
                          });
                  return () -> show(p, task, old, dropped);
                }));
  }

  /** Shows how a picture looked that has to be read anew; false when that is not known. */
  private boolean showRemembered(Path file, Busy.Task task) throws IOException {
    Optional<LastFrame> last = shelf.has(file) ? Optional.empty() : lastFrames.of(file);
    last.ifPresent(f -> screen.remembered(file, f, () -> isWanted(task)));
    return last.isPresent();
  }

  /** How a picture looks that is left, if that is how it lies on the disk. */
  private Optional<LastFrame> look(OpenPicture left) {
    return left.document().isElsewhere() ? Optional.empty() : screen.looked(left);
  }

  /** Whether a picture that is being opened may be shown: nothing is drawn on the one there. */
  private boolean isWanted(Busy.Task task) {
    return !task.isCancelled() && !model.tools().isBusy() && !model.isPreview();
  }

  /** Puts a picture that was opened on the bench, unless it is not wanted any more. */
  private void show(OpenPicture p, Busy.Task task, OpenPicture old, RunSheet dropped) {
    if (task.isCancelled()) {
      close(p);
      screen.notOpened();
      return;
    }
    if (dropped != null && old == model.picture().get() && old.history().now() == dropped) {
      try {
        old.document().drop();
      } catch (IOException e) {
        model.failures().tell(Failures.What.STEP, old.name(), e);
      }
    }
    model.show(p);
    if (old != null && dropped == null) {
      look(old).ifPresent(f -> reader.execute(() -> lastFrames.keep(old.file().path(), f)));
    }
    recent.add(p.file().path());
    screen.opened();
  }

  private void close(OpenPicture p) {
    try {
      p.document().close();
    } catch (IOException e) {
      model.failures().tell(Failures.What.STEP, p.name(), e);
    }
  }

  /** Does what is waited for, and then what follows from it on the interface thread. */
  private void work(Busy.Task task, Failures.What what, Path file, BenchModel.Work<Runnable> work) {
    try {
      end(what, task, work.get());
    } catch (CancellationException e) {
      end(what, task, () -> stopped(what));
    } catch (Throwable e) {
      end(what, task, () -> gaveUp(what));
      model.failures().tell(what, Failures.name(file), e);
    }
  }

  private void stopped(Failures.What what) {
    model.message().set(what == Failures.What.EXPORT ? Words.of("message.exportCancelled") : "");
    gaveUp(what);
  }

  private void gaveUp(Failures.What what) {
    if (what == Failures.What.OPEN) {
      screen.notOpened();
    }
  }

  private void end(Failures.What what, Busy.Task task, Runnable then) {
    Platform.runLater(
        () -> {
          task.end();
          exporting -= what == Failures.What.EXPORT ? 1 : 0;
          then.run();
        });
  }

  boolean save() {
    if (!model.isOpen()) {
      return true;
    }
    try {
      model.save();
      return !model.unsaved().get();
    } catch (IOException | RuntimeException e) {
      model.failures().tell(Failures.What.SAVE, model.picture().get().name(), e);
      return false;
    }
  }

  /** Clears the bench, after asking about unsaved work. */
  void closePicture() {
    if (leave()) {
      opening.ifPresent(Busy.Task::cancel);
      OpenPicture old = model.picture().get();
      boolean keep = old.history().now() == old.document().saved() || model.unsaved().get();
      Optional<LastFrame> look = keep ? look(old) : Optional.empty();
      model.clear();
      look.ifPresent(f -> reader.execute(() -> lastFrames.keep(old.file().path(), f)));
      screen.notOpened();
    }
  }

  /** Asks before a pass goes. */
  void askToRemove(long id) {
    Pass p = model.sheet().get().pass(id).orElseThrow();
    if (questions.mayRemove(KindWords.name(p), KindWords.where(p))) {
      model.passes().remove(id);
    }
  }

  /** Where to look when something is to be reported. */
  void sayWhereLogIs() {
    model.message().set(Words.of("message.log", userData().resolve(LogFile.NAME)));
  }

  /** Closes the window as its own button does. */
  void quit() {
    Window w = window.get().getWindow();
    w.fireEvent(new WindowEvent(w, WindowEvent.WINDOW_CLOSE_REQUEST));
  }

  void failed(Failures.What what, Path file, Throwable e) {
    model.failures().tell(what, Failures.name(file), e);
  }

  /** Tells about how large an export will be, away from the interface thread. */
  void estimate(ExportSettings settings, LongConsumer bytes) {
    OpenPicture p = model.picture().get();
    RunSheet now = p.history().now();
    model.away(
        Failures.What.EXPORT,
        () -> {
          SheetView view = p.engine().view(now, () -> model.picture().get() != p).prepared();
          return Exporter.estimate(p.file(), p.engine(), view, settings);
        },
        bytes::accept);
  }

  /** Asks for a place and writes the picture there. */
  void export(ExportSettings settings) {
    OpenPicture p = model.picture().get();
    FileChooser c = new FileChooser();
    c.setTitle(Words.of("export.title"));
    c.setInitialFileName(exportName(p.name(), settings));
    c.setInitialDirectory(p.file().path().toAbsolutePath().getParent().toFile());
    c.getExtensionFilters()
        .add(
            new FileChooser.ExtensionFilter(
                settings.format().key(),
                settings.format().extensions().stream().map(FileDesk::pattern).toList()));
    var f = c.showSaveDialog(window.get().getWindow());
    if (f != null) {
      export(f.toPath(), settings);
    }
  }

  /** The name that is offered for an export; a picture's own may have no extension. */
  static String exportName(String picture, ExportSettings settings) {
    int point = picture.lastIndexOf('.');
    return (point > 0 ? picture.substring(0, point) : picture)
        + Words.of("export.suffix")
        + "."
        + settings.format().extensions().get(0);
  }

  /** Writes the picture at full size. */
  void export(Path out, ExportSettings settings) {
    OpenPicture p = model.picture().get();
    boolean named = OutputFormats.ofName(out).equals(Optional.of(settings.format()));
    String end = "." + settings.format().extensions().get(0);
    Path file = named ? out : out.resolveSibling(out.getFileName() + end);
    if (!named && Files.exists(file) && !questions.mayReplace(Failures.name(file))) {
      return;
    }
    RunSheet now = p.history().now();
    Busy.Task task = busy.begin(Words.of("busy.exporting", Failures.name(file)));
    exporting++;
    writer.execute(
        () ->
            work(
                task,
                Failures.What.EXPORT,
                file,
                () -> {
                  Exporter.export(
                      p.file(),
                      p.engine(),
                      p.engine().view(now, task::isCancelled).prepared(),
                      settings,
                      file,
                      Math.max(1, Runtime.getRuntime().availableProcessors()),
                      task::report);
                  String sentence = Words.of("message.exported", Failures.name(file));
                  return () -> model.message().set(sentence);
                }));
  }

  /** What is to become of unsaved work. */
  enum Leaving {
    STAY,
    LEAVE,
    DROP
  }

  /** Asks what to do with unsaved work, and saves if that is wanted. */
  private Leaving mayLeave() {
    if (!model.isOpen() || !model.unsaved().get()) {
      return Leaving.LEAVE;
    }
    return switch (questions.leaving(model.picture().get().name())) {
      case SAVE -> save() ? Leaving.LEAVE : Leaving.STAY;
      case DROP -> Leaving.DROP;
      case STAY -> Leaving.STAY;
    };
  }

  /**
   * Asks what the window's closing would end: an export, unsaved work; false when it is to stay.
   */
  boolean mayClose() {
    return (exporting == 0 || questions.mayEndExport()) && leave();
  }

  /** Asks about unsaved work, and saves or drops it; false when the picture is to stay. */
  private boolean leave() {
    Leaving leaving = mayLeave();
    if (leaving == Leaving.DROP) {
      OpenPicture p = model.picture().get();
      try {
        p.document().drop();
      } catch (IOException e) {
        model.failures().tell(Failures.What.STEP, p.name(), e);
        return false;
      }
      model.unsaved().set(false);
    }
    return leaving != Leaving.STAY;
  }

  @Override
  public void close() {
    busy.cancelAll();
    reader.shutdownNow();
    writer.shutdownNow();
    model.leave();
    OpenPicture p = model.picture().get();
    if (p != null && (p.history().now() == p.document().saved() || model.unsaved().get())) {
      look(p).ifPresent(f -> lastFrames.keep(p.file().path(), f));
    }
    found.close();
    shelf.close();
  }
}
