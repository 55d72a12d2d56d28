package carezza.app;

import carezza.app.edit.Bar;
import carezza.app.edit.CurveEditor;
import carezza.app.edit.WindowBar;
import carezza.app.kit.Layer;
import carezza.app.tool.Tool;
import carezza.screen.check.CheckViews;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.InputEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Window;

/**
 * The keyboard of the bench. Plain keys do nothing while text is written or Alt is held, and what a
 * focused control has its own use for is left to it. Held keys let go when the window loses focus.
 */
final class Keys {
  /** Keys that work while they are held, or that are no commands, with the word key of what for. */
  static final Map<String, String> HELD = new LinkedHashMap<>();

  static {
    HELD.put("1 \u2026 9  0", "keys.looks");
    HELD.put("Q", "keys.beforeAll");
    HELD.put("W", "keys.beforeStage");
    HELD.put("E", "keys.beforePass");
    HELD.put("Space", "keys.pan");
    HELD.put("Up  Down", "keys.choose");
    HELD.put("Shift+arrows", "keys.hand");
    HELD.put("Enter", "keys.touch");
    HELD.put("Shift+Enter", "keys.penDown");
    HELD.put("Tab", "keys.focus");
    HELD.put("Esc", "keys.escape");
  }

  /** Commands of plain keys. */
  private static final Map<KeyCode, String> PLAIN = new EnumMap<>(KeyCode.class);

  /** Those that may go on while the key is held. */
  private static final Set<KeyCode> AGAIN =
      EnumSet.of(
          KeyCode.PLUS,
          KeyCode.EQUALS,
          KeyCode.ADD,
          KeyCode.MINUS,
          KeyCode.SUBTRACT,
          KeyCode.J,
          KeyCode.K,
          KeyCode.U,
          KeyCode.I,
          KeyCode.H,
          KeyCode.L,
          KeyCode.X,
          KeyCode.Z);

  /** Commands of keys with Ctrl, and with Ctrl and Shift. */
  private static final Map<KeyCode, String> CONTROL = new EnumMap<>(KeyCode.class);

  private static final Map<KeyCode, String> CONTROL_SHIFT = new EnumMap<>(KeyCode.class);
  private static final Set<KeyCode> CONTROL_AGAIN =
      EnumSet.of(KeyCode.Z, KeyCode.Y, KeyCode.UP, KeyCode.DOWN);

  static {
    PLAIN.put(KeyCode.F, "find");
    PLAIN.put(KeyCode.V, "state");
    PLAIN.put(KeyCode.G, "wholeOrFull");
    PLAIN.put(KeyCode.A, "area");
    PLAIN.put(KeyCode.PLUS, "nearer");
    PLAIN.put(KeyCode.EQUALS, "nearer");
    PLAIN.put(KeyCode.ADD, "nearer");
    PLAIN.put(KeyCode.MINUS, "farther");
    PLAIN.put(KeyCode.SUBTRACT, "farther");
    PLAIN.put(KeyCode.K, "larger");
    PLAIN.put(KeyCode.J, "smaller");
    PLAIN.put(KeyCode.I, "moreTouches");
    PLAIN.put(KeyCode.U, "fewerTouches");
    PLAIN.put(KeyCode.L, "softer");
    PLAIN.put(KeyCode.H, "harder");
    PLAIN.put(KeyCode.N, "takeOff");
    PLAIN.put(KeyCode.M, "mute");
    PLAIN.put(KeyCode.T, "turn");
    PLAIN.put(KeyCode.B, "mirror");
    PLAIN.put(KeyCode.DELETE, "remove");
    PLAIN.put(KeyCode.PAGE_UP, "previous");
    PLAIN.put(KeyCode.PAGE_DOWN, "next");
    PLAIN.put(KeyCode.O, "firstLook");
    PLAIN.put(KeyCode.R, "readings");
    PLAIN.put(KeyCode.P, "page");
    PLAIN.put(KeyCode.W, "worked");
    PLAIN.put(KeyCode.X, "reviewNext");
    PLAIN.put(KeyCode.Z, "reviewBack");
    PLAIN.put(KeyCode.C, "reviewFirst");
    PLAIN.put(KeyCode.S, "reviewSecond");
    PLAIN.put(KeyCode.D, "reviewThird");
    PLAIN.put(KeyCode.F1, "keys");
    PLAIN.put(KeyCode.F9, "engine");
    PLAIN.put(KeyCode.F11, "fullScreen");
    CONTROL.put(KeyCode.Z, "undo");
    CONTROL.put(KeyCode.Y, "redo");
    CONTROL.put(KeyCode.S, "save");
    CONTROL.put(KeyCode.O, "open");
    CONTROL.put(KeyCode.E, "export");
    CONTROL.put(KeyCode.W, "closePicture");
    CONTROL.put(KeyCode.Q, "quit");
    CONTROL.put(KeyCode.B, "duplicate");
    CONTROL.put(KeyCode.UP, "moveUp");
    CONTROL.put(KeyCode.DOWN, "moveDown");
    CONTROL.put(KeyCode.DIGIT0, "whole");
    CONTROL.put(KeyCode.NUMPAD0, "whole");
    CONTROL.put(KeyCode.DIGIT1, "full");
    CONTROL.put(KeyCode.NUMPAD1, "full");
    CONTROL_SHIFT.put(KeyCode.Z, "redo");
    CONTROL_SHIFT.put(KeyCode.S, "export");
    CONTROL_SHIFT.put(KeyCode.O, "openFolder");
  }

  /** Keys of tools, by those of the keyboard. */
  private static final Map<KeyCode, Tool.Key> TOOL_KEYS =
      Map.of(
          KeyCode.BACK_SPACE, Tool.Key.BACK,
          KeyCode.LEFT, Tool.Key.LEFT,
          KeyCode.RIGHT, Tool.Key.RIGHT,
          KeyCode.UP, Tool.Key.UP,
          KeyCode.DOWN, Tool.Key.DOWN);

  private final Set<KeyCode> down = EnumSet.noneOf(KeyCode.class);
  private final BenchView bench;
  private final BenchModel model;
  private final PictureView view;
  private final Commands commands;
  private final KeyPen keyPen;

  private final HeldView heldView = new HeldView();

  /** Whether the key that was pressed last was taken here. */
  private boolean used;

  Keys(BenchView bench, BenchModel model, PictureView view, Commands commands, KeyPen keyPen) {
    this.keyPen = keyPen;
    this.bench = bench;
    this.model = model;
    this.view = view;
    this.commands = commands;
  }

  /** Commands that keys are tied to. */
  static Set<String> tied() {
    return Stream.of(PLAIN, CONTROL, CONTROL_SHIFT)
        .flatMap(keys -> keys.values().stream())
        .collect(Collectors.toSet());
  }

  void install(Scene scene) {
    scene.addEventFilter(InputEvent.ANY, e -> model.alive());
    scene.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
    scene.addEventFilter(KeyEvent.KEY_RELEASED, this::released);
    scene.addEventFilter(KeyEvent.KEY_TYPED, this::typed);
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
      heldView.forget();
      model.looking().before().set(Looking.Before.NO);
      model.tools().moves(false);
    }
  }

  /** The letter of a key that was used writes nothing where the focus has gone meanwhile. */
  private void typed(KeyEvent e) {
    if (used) {
      e.consume();
    }
  }

  private void released(KeyEvent e) {
    down.remove(e.getCode());
    used = false;
    heldView.up(e.getCode(), System.nanoTime()).ifPresent(model.looking()::at);
    switch (e.getCode()) {
      case Q, W, E -> model.looking().before().set(Looking.Before.NO);
      case SPACE -> model.tools().moves(false);
      default -> {}
    }
  }

  private void pressed(KeyEvent e) {
    boolean again = !down.add(e.getCode());
    used = false;
    Node focus = view.getScene().getFocusOwner();
    // AltGr writes letters, and on some keyboards comes as Ctrl and Alt together.
    boolean writes = focus instanceof TextInputControl || e.isAltDown() || e.isMetaDown();
    boolean open = Layer.of(view.getScene()).isOpen();
    if (open && !writes && e.getCode() == KeyCode.ESCAPE) {
      Layer.of(view.getScene()).close();
      e.consume();
    }
    if (writes || open || isMenuOpen()) {
      return;
    }
    used = e.isControlDown() ? control(e, again) : plain(e, again, hasOwnUse(focus));
    if (used) {
      e.consume();
    }
  }

  /** Menus have the keys while they are open. */
  private static boolean isMenuOpen() {
    return Window.getWindows().stream().anyMatch(w -> w instanceof ContextMenu && w.isShowing());
  }

  /** Whether a control with the focus has its own use for arrows, Space, Home and Enter. */
  private boolean hasOwnUse(Node focus) {
    return focus instanceof Bar
        || focus instanceof WindowBar
        || focus instanceof CurveEditor
        || focus instanceof ButtonBase;
  }

  private boolean control(KeyEvent e, boolean again) {
    String command = (e.isShiftDown() ? CONTROL_SHIFT : CONTROL).get(e.getCode());
    if (command == null) {
      return false;
    }
    if (!again || CONTROL_AGAIN.contains(e.getCode())) {
      run(command);
    }
    return true;
  }

  private void run(String command) {
    Commands.Command c = commands.of(command);
    if (!c.needsPicture() || model.isOpen()) {
      c.what().run();
    }
  }

  private boolean plain(KeyEvent e, boolean again, boolean ownUse) {
    KeyCode code = e.getCode();
    Tool.Key own = TOOL_KEYS.get(code);
    if (own != null && !ownUse && model.tools().key(own)) {
      return true;
    }
    if (keyPen.key(e)) {
      return true;
    }
    if (code == KeyCode.F10 && e.isShiftDown()) {
      return bench.openMenu();
    }
    String command = PLAIN.get(code);
    if (command != null) {
      if (!again || AGAIN.contains(code)) {
        run(code == KeyCode.T && e.isShiftDown() ? "turnBack" : command);
      }
      return true;
    }
    Optional<Integer> digit = digit(code);
    if (digit.isPresent()) {
      if (!again) {
        heldView.down(code, model.looking().view().get(), System.nanoTime());
        CheckViews.ofDigit(digit.get()).ifPresent(model.looking()::at);
      }
      return true;
    }
    return held(code, ownUse);
  }

  private static Optional<Integer> digit(KeyCode code) {
    if (!code.isDigitKey()) {
      return Optional.empty();
    }
    KeyCode first = code.isKeypadKey() ? KeyCode.NUMPAD0 : KeyCode.DIGIT0;
    return Optional.of(code.ordinal() - first.ordinal());
  }

  private boolean held(KeyCode code, boolean ownUse) {
    switch (code) {
      case Q -> model.looking().before().set(Looking.Before.ALL);
      case W -> model.looking().before().set(Looking.Before.STAGE);
      case E -> model.looking().before().set(Looking.Before.PASS);
      case ESCAPE -> bench.escape();
      case SPACE -> {
        boolean picture = view.isFocused();
        model.tools().moves(picture);
        return picture;
      }
      case UP, DOWN -> {
        if (!ownUse) {
          bench.chooseNeighbour(code == KeyCode.UP ? -1 : 1);
        }
        return !ownUse;
      }
      default -> {
        return false;
      }
    }
    return true;
  }
}
