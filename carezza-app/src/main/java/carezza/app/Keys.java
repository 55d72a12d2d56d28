package carezza.app;

import carezza.app.edit.Bar;
import carezza.app.edit.WindowBar;
import carezza.app.tool.Tool;
import carezza.area.Stroke;
import carezza.screen.AreaForm;
import carezza.screen.check.CheckViews;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/** The keyboard of the bench. Held keys let go when the window loses focus. */
final class Keys {
  /** Key names shown in the list, with the word key of what they do. */
  static final Map<String, String> LIST = new LinkedHashMap<>();

  static {
    LIST.put("Tab", "keys.state");
    LIST.put("1 \u2026 9  0", "keys.looks");
    LIST.put("Q", "keys.beforeAll");
    LIST.put("W", "keys.beforeStage");
    LIST.put("E", "keys.beforePass");
    LIST.put("A", "keys.area");
    LIST.put("F", "keys.fit");
    LIST.put("G", "keys.full");
    LIST.put("+  \u2212", "keys.zoom");
    LIST.put("Space", "keys.pan");
    LIST.put("K  J", "keys.size");
    LIST.put("N", "keys.takeOff");
    LIST.put("M", "keys.mute");
    LIST.put("Up  Down", "keys.choose");
    LIST.put("Ctrl+Up  Ctrl+Down", "keys.move");
    LIST.put("Ctrl+B", "keys.duplicate");
    LIST.put("Delete", "keys.remove");
    LIST.put("Page Up  Page Down", "keys.pictures");
    LIST.put("R", "keys.readings");
    LIST.put("L", "keys.light");
    LIST.put("P", "keys.page");
    LIST.put("Ctrl+Z  Ctrl+Y", "keys.undo");
    LIST.put("Ctrl+O  Ctrl+S", "keys.openSave");
    LIST.put("Ctrl+E", "keys.export");
    LIST.put("Esc", "keys.escape");
    LIST.put("F1", "keys.list");
    LIST.put("F9", "keys.engine");
  }

  /** Keys that do their work once however long they are held. */
  private static final Set<KeyCode> ONCE =
      EnumSet.of(
          KeyCode.TAB,
          KeyCode.A,
          KeyCode.N,
          KeyCode.M,
          KeyCode.L,
          KeyCode.R,
          KeyCode.P,
          KeyCode.DIGIT8,
          KeyCode.F1,
          KeyCode.F9,
          KeyCode.ESCAPE,
          KeyCode.DELETE,
          KeyCode.PAGE_UP,
          KeyCode.PAGE_DOWN);

  private final Set<KeyCode> down = EnumSet.noneOf(KeyCode.class);
  private final BenchView bench;
  private final BenchModel model;
  private final PictureView view;

  Keys(BenchView bench, BenchModel model, PictureView view) {
    this.bench = bench;
    this.model = model;
    this.view = view;
  }

  void install(Scene scene) {
    scene.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
    scene.addEventFilter(KeyEvent.KEY_RELEASED, this::released);
    scene
        .windowProperty()
        .addListener(
            (o, a, w) -> {
              if (w != null) {
                w.focusedProperty().addListener((p, c, focused) -> letGo(focused));
              }
            });
    if (scene.getWindow() != null) {
      scene.getWindow().focusedProperty().addListener((p, c, focused) -> letGo(focused));
    }
  }

  private void letGo(boolean focused) {
    if (!focused) {
      down.clear();
      model.looking().before().set(Looking.Before.NO);
      model.tools().moves(false);
    }
  }

  private void released(KeyEvent e) {
    down.remove(e.getCode());
    switch (e.getCode()) {
      case Q, W, E -> model.looking().before().set(Looking.Before.NO);
      case SPACE -> model.tools().moves(false);
      default -> {}
    }
  }

  private void pressed(KeyEvent e) {
    boolean again = !down.add(e.getCode());
    Node focus = view.getScene().getFocusOwner();
    if (focus instanceof TextInputControl) {
      return;
    }
    if (again && ONCE.contains(e.getCode()) && !e.isControlDown()) {
      e.consume();
      return;
    }
    boolean onControl =
        focus != null
            && focus != view
            && (focus instanceof Bar
                || focus instanceof WindowBar
                || focus instanceof javafx.scene.control.ButtonBase);
    boolean used = e.isControlDown() ? control(e) : plain(e, onControl);
    if (used) {
      e.consume();
    }
  }

  private boolean control(KeyEvent e) {
    switch (e.getCode()) {
      case Z -> {
        if (e.isShiftDown()) {
          model.redo();
        } else {
          model.undo();
        }
      }
      case Y -> model.redo();
      case S -> bench.files().save();
      case O -> bench.files().open();
      case E -> bench.export();
      case B -> chosen(model.passes()::duplicate);
      case UP -> chosen(id -> model.passes().move(id, -1));
      case DOWN -> chosen(id -> model.passes().move(id, 1));
      default -> {
        return false;
      }
    }
    return true;
  }

  private void chosen(java.util.function.LongConsumer what) {
    if (model.isOpen() && model.passes().chosenPass().isPresent()) {
      what.accept(model.passes().chosen().get());
    }
  }

  /** Keys of tools, by those of the keyboard. */
  private static final Map<KeyCode, Tool.Key> TOOL_KEYS =
      Map.of(
          KeyCode.BACK_SPACE, Tool.Key.BACK,
          KeyCode.LEFT, Tool.Key.LEFT,
          KeyCode.RIGHT, Tool.Key.RIGHT,
          KeyCode.UP, Tool.Key.UP,
          KeyCode.DOWN, Tool.Key.DOWN);

  private boolean plain(KeyEvent e, boolean onControl) {
    Tool.Key own = TOOL_KEYS.get(e.getCode());
    if (own != null && !onControl && model.tools().key(own)) {
      return true;
    }
    Stroke.Brush b = model.brush().get();
    double cx = view.getWidth() / 2;
    double cy = view.getHeight() / 2;
    switch (e.getCode()) {
      case F1 -> bench.toggleKeys();
      case F9 -> bench.toggleEngine();
      case ESCAPE -> bench.escape();
      case Q -> model.looking().before().set(Looking.Before.ALL);
      case W -> model.looking().before().set(Looking.Before.STAGE);
      case E -> model.looking().before().set(Looking.Before.PASS);
      case A -> nextAreaForm();
      case F -> view.fit();
      case G -> view.zoomTo(1, cx, cy);
      case PLUS, EQUALS, ADD -> view.zoomBy(1.25, cx, cy);
      case MINUS, SUBTRACT -> view.zoomBy(0.8, cx, cy);
      case K -> model.brush().size(b.sizeMm() * 1.15);
      case J -> model.brush().size(b.sizeMm() / 1.15);
      case N -> model.brush().puts(!b.puts());
      case M -> chosen(model.passes()::mute);
      case DELETE -> chosen(model.passes()::remove);
      case PAGE_UP -> bench.files().step(-1);
      case PAGE_DOWN -> bench.files().step(1);
      case L -> bench.nextLight();
      case R -> bench.toggleReadings();
      case P -> bench.pages().next();
      default -> {
        if (e.getCode().isDigitKey() && !e.getCode().isKeypadKey()) {
          int digit = e.getCode().ordinal() - KeyCode.DIGIT0.ordinal();
          CheckViews.ofDigit(digit).ifPresent(model.looking()::at);
          return true;
        }
        return unlessOnControl(e.getCode(), e.isShiftDown(), onControl);
      }
    }
    return true;
  }

  private void nextAreaForm() {
    AreaForm[] all = AreaForm.values();
    model
        .looking()
        .areaForm()
        .set(all[(model.looking().areaForm().get().ordinal() + 1) % all.length]);
  }

  /** Keys that a focused control has its own use for. */
  private boolean unlessOnControl(KeyCode code, boolean shift, boolean onControl) {
    switch (code) {
      case TAB -> {
        if (onControl || shift) {
          return false;
        }
        if (!model.tools().isBusy()) {
          bench.nextState();
        }
        return true;
      }
      case SPACE -> {
        model.tools().moves(!onControl);
        return !onControl;
      }
      case UP, DOWN -> {
        if (!onControl) {
          bench.chooseNeighbour(code == KeyCode.UP ? -1 : 1);
        }
        return !onControl;
      }
      default -> {
        return false;
      }
    }
  }
}
