package carezza.app;

import carezza.io.ExportSettings;
import carezza.io.Exporter;
import carezza.io.format.InputFormats;
import carezza.io.format.OutputFormats;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.stage.FileChooser;

/** Opening, saving, exporting and leaving pictures, with the questions these need. */
final class FileDesk {
  private final BenchModel model;
  private final Busy busy;
  private final ExecutorService worker;
  private final Supplier<Scene> window;
  private final Path userData;
  private final Recent recent;
  private final Runnable opened;

  /**
   * @param opened run when a picture has come on the bench
   */
  FileDesk(
      BenchModel model,
      Busy busy,
      ExecutorService worker,
      Supplier<Scene> window,
      Path userData,
      Runnable opened) {
    this.model = model;
    this.busy = busy;
    this.worker = worker;
    this.window = window;
    this.userData = userData;
    this.opened = opened;
    recent = new Recent(userData);
  }

  List<Path> recent() {
    return recent.list();
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
      return s.filter(f -> OutputFormats.ofName(f).isPresent())
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

  private static String pattern(String extension) {
    return "*." + extension;
  }

  /** Opens a picture, or the first picture of a folder, after asking about unsaved work. */
  void open(Path path) {
    Path file = Files.isDirectory(path) ? pictures(path).stream().findFirst().orElse(path) : path;
    if (!mayLeave()) {
      return;
    }
    busy.begin(Words.of("busy.opening", file.getFileName()));
    worker.execute(
        () -> {
          try {
            OpenPicture p = OpenPicture.open(file.toAbsolutePath(), userData, busy::report);
            Platform.runLater(
                () -> {
                  busy.setVisible(false);
                  model.show(p);
                  recent.add(file.toAbsolutePath());
                  opened.run();
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

  /** Asks for a place and writes the picture there. */
  void export(ExportSettings settings) {
    OpenPicture p = model.picture().get();
    FileChooser c = new FileChooser();
    c.setTitle(Words.of("export.title"));
    String name = p.file().path().getFileName().toString();
    c.setInitialFileName(
        name.substring(0, name.lastIndexOf('.'))
            + Words.of("export.suffix")
            + "."
            + settings.format().extensions().get(0));
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

  /** Writes the picture at full size. */
  void export(Path out, ExportSettings settings) {
    OpenPicture p = model.picture().get();
    boolean named = OutputFormats.ofName(out).equals(Optional.of(settings.format()));
    String end = "." + settings.format().extensions().get(0);
    Path file = named ? out : out.resolveSibling(out.getFileName() + end);
    RunSheet now = p.history().now();
    busy.begin(Words.of("busy.exporting", file.getFileName()));
    worker.execute(
        () -> {
          try {
            Exporter.export(
                p.file(),
                p.engine(),
                p.engine().view(now, busy::isCancelled).prepared().readOnce(),
                settings,
                file,
                Math.max(1, Runtime.getRuntime().availableProcessors()),
                busy::report);
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
    d.initOwner(window.get().getWindow());
    d.setTitle(Words.of("leave.title"));
    d.setHeaderText(null);
    d.setContentText(Words.of("leave.text", model.picture().get().file().path().getFileName()));
    d.getDialogPane().getStylesheets().addAll(window.get().getStylesheets());
    d.getDialogPane().getStyleClass().addAll(window.get().getRoot().getStyleClass());
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
}
