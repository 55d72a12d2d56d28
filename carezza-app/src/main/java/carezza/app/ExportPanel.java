package carezza.app;

import carezza.app.edit.Bar;
import carezza.io.ExportSettings;
import carezza.io.PictureFile;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import carezza.io.format.ReadBack;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.LongConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** How a picture is to be written: format, depth and profile, the source's own unless changed. */
final class ExportPanel extends VBox {
  private static final double LEAST_QUALITY = 50;
  private static final double MEGA = 1e6;

  /** Reckons how large a file will be. */
  interface Estimate {
    void of(ExportSettings settings, LongConsumer bytes);
  }

  private final Consumer<ExportSettings> next;
  private final Estimate estimate;
  private final Label size = new Label();
  private PictureFile file;
  private OutputFormat format = OutputFormats.TIFF;
  private int depth;
  private boolean srgb;
  private double quality;

  /**
   * @param next asks for a place and writes the picture there
   */
  ExportPanel(Consumer<ExportSettings> next, Estimate estimate) {
    super(12);
    this.next = next;
    this.estimate = estimate;
    getStyleClass().addAll("panel", "export");
    setId("exportPanel");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setVisible(false);
    size.getStyleClass().add("soft");
    size.setId("export-size");
  }

  /** Opens the panel for a picture at its usual settings. */
  void show(PictureFile picture) {
    file = picture;
    usual(OutputFormats.TIFF);
    setVisible(true);
    lookup("#exportGo").requestFocus();
  }

  private void usual(OutputFormat f) {
    format = f;
    ExportSettings s = ExportSettings.usual(f, file);
    depth = s.depth();
    srgb = s.toSrgb();
    quality = s.quality();
    fill();
    lookup("#" + id(f.key())).requestFocus();
  }

  private ExportSettings settings() {
    return new ExportSettings(format, depth, srgb, quality);
  }

  private void fill() {
    Label title = new Label(Words.of("export.title"));
    title.getStyleClass().add("head");
    ToggleGroup formats = new ToggleGroup();
    HBox formatRow = row("export.format");
    for (OutputFormat f : OutputFormats.all()) {
      formatRow.getChildren().add(choice(formats, f.key(), f == format, false, () -> usual(f)));
    }
    ToggleGroup depths = new ToggleGroup();
    HBox depthRow = row("export.depth");
    for (int bits : new int[] {8, 16}) {
      boolean none = !format.depths().contains(bits);
      String words = Words.of("export.bits", bits);
      depthRow.getChildren().add(choice(depths, words, bits == depth, none, () -> depth = bits));
    }
    getChildren().setAll(title, formatRow, depthRow, profiles());
    if (format.bound() != ReadBack.Bound.EXACT) {
      getChildren().add(quality());
    }
    getChildren().addAll(size, foot());
    reckon();
  }

  /** One that is sRGB already needs no second choice. */
  private Node profiles() {
    HBox row = row("export.profile");
    ToggleGroup group = new ToggleGroup();
    String own = file.encoding().name();
    boolean isSrgb = own.toLowerCase(Locale.ROOT).contains("srgb");
    if (isSrgb) {
      row.getChildren().add(new Label(own));
    } else {
      row.getChildren()
          .addAll(
              choice(group, own, !srgb, false, () -> srgb = false),
              choice(group, Words.of("export.srgb"), srgb, false, () -> srgb = true));
    }
    return row;
  }

  private Node quality() {
    HBox row = row("export.quality");
    Bar bar = new Bar(Words.of("export.quality"), LEAST_QUALITY, 100, 95, 1);
    bar.setId("export-quality");
    bar.in(Words.of("unit.percent"));
    bar.value().set(100 * quality);
    Label number = new Label(Numbers.percent(100 * quality));
    number.getStyleClass().add("row-number");
    bar.on(
        v -> number.setText(Numbers.percent(v)),
        v -> {
          quality = v / 100;
          number.setText(Numbers.percent(v));
          reckon();
        });
    HBox.setHgrow(bar, Priority.ALWAYS);
    row.getChildren().addAll(bar, number);
    return row;
  }

  private void reckon() {
    size.setText(Words.of("export.reckoning"));
    ExportSettings asked = settings();
    estimate.of(
        asked,
        bytes -> {
          if (asked.equals(settings())) {
            size.setText(Words.of("export.size", Numbers.plain(bytes / MEGA, 1)));
          }
        });
  }

  private Node foot() {
    Button go = new Button(Words.of("export.place"));
    go.setId("exportGo");
    go.setDefaultButton(true);
    go.setOnAction(
        e -> {
          setVisible(false);
          next.accept(settings());
        });
    Button stop = new Button(Words.of("action.cancel"));
    stop.setId("exportCancel");
    stop.setOnAction(e -> setVisible(false));
    return new HBox(8, go, stop);
  }

  private static HBox row(String key) {
    Label name = new Label(Words.of(key));
    name.getStyleClass().add("row-name");
    HBox row = new HBox(8, name);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private static String id(String text) {
    return "export-" + text.toLowerCase(Locale.ROOT).replace(' ', '-');
  }

  private ToggleButton choice(
      ToggleGroup group, String text, boolean on, boolean off, Runnable what) {
    ToggleButton b = new ToggleButton(text);
    b.setId(id(text));
    b.setToggleGroup(group);
    b.setSelected(on);
    b.setDisable(off);
    b.setOnAction(e -> b.setSelected(true));
    b.selectedProperty()
        .addListener(
            (o, a, now) -> {
              if (now) {
                what.run();
                reckon();
              }
            });
    return b;
  }
}
