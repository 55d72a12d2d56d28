package carezza.app;

import carezza.io.ExportSettings;
import carezza.io.PictureFile;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** How a picture is to be written: format, depth and profile, the source's own unless changed. */
final class ExportPanel extends VBox {
  /** What the panel's button does. */
  interface Next {
    void choosePlace(ExportSettings settings);
  }

  private final Next next;
  private PictureFile file;
  private OutputFormat format = OutputFormats.TIFF;
  private int depth;
  private boolean srgb;

  ExportPanel(Next next) {
    super(10);
    this.next = next;
    getStyleClass().add("export");
    setId("exportPanel");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setVisible(false);
  }

  /** Opens the panel for a picture at its usual settings. */
  void show(PictureFile picture) {
    file = picture;
    usual(OutputFormats.TIFF);
    setVisible(true);
  }

  private void usual(OutputFormat f) {
    format = f;
    ExportSettings s = ExportSettings.usual(f, file);
    depth = s.depth();
    srgb = s.toSrgb();
    fill();
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
      depthRow
          .getChildren()
          .add(
              choice(
                  depths,
                  Words.of("export.bits", bits),
                  bits == depth,
                  !format.depths().contains(bits),
                  () -> depth = bits));
    }
    ToggleGroup profiles = new ToggleGroup();
    HBox profileRow = row("export.profile");
    profileRow
        .getChildren()
        .addAll(
            choice(profiles, file.encoding().name(), !srgb, false, () -> srgb = false),
            choice(profiles, Words.of("export.srgb"), srgb, false, () -> srgb = true));
    Button go = new Button(Words.of("export.place"));
    go.setId("exportGo");
    go.setDefaultButton(true);
    go.setOnAction(
        e -> {
          setVisible(false);
          next.choosePlace(new ExportSettings(format, depth, srgb, ExportSettings.QUALITY));
        });
    Button stop = new Button(Words.of("action.cancel"));
    stop.setOnAction(e -> setVisible(false));
    HBox foot = new HBox(6, go, stop);
    getChildren().setAll(title, formatRow, depthRow, profileRow, foot);
  }

  private static HBox row(String key) {
    Label name = new Label(Words.of(key));
    name.getStyleClass().add("row-name");
    HBox row = new HBox(6, name);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private static ToggleButton choice(
      ToggleGroup group, String text, boolean on, boolean off, Runnable what) {
    ToggleButton b = new ToggleButton(text);
    b.setId("export-" + text.toLowerCase(Locale.ROOT).replace(' ', '-'));
    b.setToggleGroup(group);
    b.setSelected(on);
    b.setDisable(off);
    b.setOnAction(
        e -> {
          b.setSelected(true);
          what.run();
        });
    return b;
  }
}
