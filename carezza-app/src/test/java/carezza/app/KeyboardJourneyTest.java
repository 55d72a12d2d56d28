package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Extent;
import carezza.area.Term;
import carezza.io.DocumentStore;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.event.Event;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** The whole job again in a real window, and no mouse is touched. */
public class KeyboardJourneyTest extends BenchWindow {
  private static final int MOST_TABS = 90;

  private Path picture;

  @BeforeClass
  public void openTheDemo() throws Exception {
    picture = dir.resolve("ilse.jpg");
    window("ilse.jpg", "maren.jpg");
    open(picture);
    focusPicture();
  }

  private Node focus() {
    return bench.getScene().getFocusOwner();
  }

  /** Goes on from control to control until one has the focus. */
  private void tabTo(String id) throws Exception {
    List<String> passed = new ArrayList<>();
    for (int i = 0; i < MOST_TABS; i++) {
      WaitForAsyncUtils.waitForFxEvents();
      String now = focus() == null ? "" : String.valueOf(focus().getId());
      if (now.equals(id)) {
        return;
      }
      passed.add(now);
      robot.push(KeyCode.TAB);
    }
    throw new AssertionError(id + " is not reached by Tab; passed " + passed);
  }

  private void find(String text) throws Exception {
    robot.push(KeyCode.F);
    until(() -> focus() instanceof TextInputControl);
    robot.write(text);
    until(() -> robot.lookup(".choice").tryQuery().isPresent());
    robot.push(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private Pass chosen() {
    return bench.model().passes().chosenPass().orElseThrow();
  }

  @Test
  public void aMarkIsHealedByTheKeyPen() throws Exception {
    find("heals");
    assertThat(chosen().kind().key()).isEqualTo("heals");
    int heals = chosen().items(Heal.class).size();
    robot.push(KeyCode.G);
    settle();
    for (int i = 0; i < 6; i++) {
      robot.push(KeyCode.SHIFT, KeyCode.UP);
    }
    robot.push(KeyCode.ENTER);
    until(() -> chosen().items(Heal.class).size() == heals + 1);
    robot.push(KeyCode.DELETE);
    until(() -> chosen().items(Heal.class).size() == heals);
    control(KeyCode.Z);
    until(() -> chosen().items(Heal.class).size() == heals + 1);
    robot.push(KeyCode.CONTROL, KeyCode.DIGIT0);
    settle();
  }

  @Test(dependsOnMethods = "aMarkIsHealedByTheKeyPen")
  public void evenIsSetByItsBar() throws Exception {
    find("two");
    assertThat(chosen().kind().key()).isEqualTo("twoBands");
    tabTo("strength");
    for (int i = 0; i < 5; i++) {
      robot.push(KeyCode.LEFT);
    }
    until(() -> Math.abs(chosen().strength() - 0.95) < 1e-9);
    assertThat(focus().getId()).as("the focus stays").isEqualTo("strength");
    settle();
  }

  @Test(dependsOnMethods = "evenIsSetByItsBar")
  public void whereItActsIsPutTogether() throws Exception {
    tabTo("where-open");
    robot.push(KeyCode.SPACE);
    until(() -> robot.lookup("#where-join").tryQuery().isPresent());
    tabTo("where-join");
    robot.push(KeyCode.SPACE);
    until(() -> robot.lookup("#join-tone").tryQuery().isPresent());
    until(() -> focus().getId().equals("join-tone"));
    robot.push(KeyCode.DOWN);
    robot.push(KeyCode.DOWN);
    robot.push(KeyCode.ENTER);
    until(() -> chosen().area().terms().size() == 1);
    assertThat(chosen().area().terms().get(0).what()).isEqualTo(new Extent.Lightness());
    tabTo("term-joint-0");
    robot.push(KeyCode.SPACE);
    until(() -> focus().getId().equals("joint-add"));
    robot.push(KeyCode.DOWN);
    robot.push(KeyCode.ENTER);
    until(() -> chosen().area().terms().get(0).how() == Term.How.TAKE);
    tabTo("term-drop-0");
    robot.push(KeyCode.SPACE);
    until(() -> chosen().area().terms().isEmpty());
    settle();
  }

  @Test(dependsOnMethods = "whereItActsIsPutTogether")
  public void everyControlHasANameAndARole() throws Exception {
    List<String> mute = new ArrayList<>();
    for (Node n : robot.lookup(Node::isFocusTraversable).queryAll()) {
      boolean shown = n.isVisible() && n.getScene() == bench.getScene();
      String text = n instanceof Labeled l ? l.getText() : "";
      boolean named =
          n.getAccessibleText() != null && !n.getAccessibleText().isBlank()
              || text != null && !text.isBlank();
      boolean role = n.getAccessibleRole() != null && n.getAccessibleRole() != AccessibleRole.NODE;
      if (shown && !(named && role)) {
        mute.add(n.getClass().getSimpleName() + " #" + n.getId());
      }
    }
    assertThat(mute).isEmpty();
  }

  @Test(dependsOnMethods = "everyControlHasANameAndARole")
  public void aStrokeIsDodged() throws Exception {
    find("dodge");
    assertThat(chosen().kind().key()).isEqualTo("dodge");
    int strokes = chosen().area().strokes().size();
    robot.push(KeyCode.SHIFT, KeyCode.ENTER);
    for (int i = 0; i < 8; i++) {
      robot.push(KeyCode.SHIFT, KeyCode.RIGHT);
    }
    robot.push(KeyCode.SHIFT, KeyCode.ENTER);
    until(() -> chosen().area().strokes().size() == strokes + 1);
    assertThat(chosen().area().strokes().get(strokes).count()).isGreaterThan(4);
    settle();
    control(KeyCode.Z);
    until(() -> chosen().area().strokes().size() == strokes);
    control(KeyCode.Y);
    until(() -> chosen().area().strokes().size() == strokes + 1);
  }

  /** Mutes by the row's own menu; goes back by the list of steps. */
  @Test(dependsOnMethods = "aStrokeIsDodged")
  public void menusAndStepsOpenByKeys() throws Exception {
    RunSheet made = sheet();
    tabTo("pass-" + pass("burn").id());
    robot.push(KeyCode.SHIFT, KeyCode.F10);
    until(() -> robot.lookup("#mute").tryQuery().isPresent());
    robot.push(KeyCode.ENTER);
    until(() -> !pass("burn").on());
    WaitForAsyncUtils.waitForFxEvents();
    tabTo("steps");
    robot.push(KeyCode.SPACE);
    until(() -> robot.lookup(".choice").tryQuery().isPresent());
    until(() -> focus().getId() != null && focus().getId().startsWith("step-"));
    robot.push(KeyCode.DOWN);
    robot.push(KeyCode.ENTER);
    until(() -> sheet().equals(made));
    settle();
  }

  @Test(dependsOnMethods = "menusAndStepsOpenByKeys")
  public void savedTurnedAndExported() throws Exception {
    focusPicture();
    control(KeyCode.S);
    until(() -> !bench.model().unsaved().get());
    RunSheet made = sheet();
    assertThat(DocumentStore.read(dir.resolve("ilse.jpg.carezza.json")).sheet()).isEqualTo(made);
    robot.push(KeyCode.PAGE_DOWN);
    until(() -> bench.model().picture().get().name().equals("maren.jpg"));
    settle();
    robot.push(KeyCode.PAGE_UP);
    until(() -> bench.model().picture().get().name().equals("ilse.jpg"));
    settle();
    assertThat(sheet()).isEqualTo(made);
    control(KeyCode.E);
    Node panel = robot.lookup("#exportPanel").query();
    until(panel::isVisible);
    tabTo("export-tiff");
    robot.push(KeyCode.RIGHT);
    robot.push(KeyCode.RIGHT);
    tabTo("export-quality");
    until(() -> text("#export-size").startsWith("about "));
    robot.push(KeyCode.ESCAPE);
    until(() -> !panel.isVisible());
  }

  @Test
  public void everyKeyIsOfACommandAndEveryCommandWithKeysIsTied() {
    Set<String> withKeys =
        bench.commands().all().stream()
            .filter(c -> !c.keys().isEmpty())
            .map(Commands.Command::key)
            .collect(Collectors.toSet());
    withKeys.remove("turnBack"); // T again, with Shift
    assertThat(Keys.tied()).isEqualTo(withKeys);
  }

  @Test(dependsOnMethods = "savedTurnedAndExported")
  public void theStatesTurnAndTheViewToo() throws Exception {
    focusPicture();
    for (Looking.State s :
        List.of(Looking.State.WORKING, Looking.State.PICTURE_ONLY, Looking.State.WHOLE)) {
      robot.push(KeyCode.V);
      until(() -> bench.model().looking().state().get() == s);
    }
    robot.push(KeyCode.T);
    assertThat(bench.turned().isStraight()).isFalse();
    robot.push(KeyCode.ESCAPE);
    assertThat(bench.turned().isStraight()).isTrue();
    // The keypad of a screen without a keyboard gives arrows: the key is told as a keyboard would.
    KeyEvent two =
        new KeyEvent(KeyEvent.KEY_PRESSED, "2", "2", KeyCode.NUMPAD2, false, false, false, false);
    WaitForAsyncUtils.asyncFx(() -> Event.fireEvent(focus(), two)).get();
    until(() -> bench.model().looking().view().get().key().equals("bare_light"));
    robot.push(KeyCode.DIGIT1);
    // AltGr writes letters: on some keyboards it is Ctrl and Alt together
    RunSheet before = sheet();
    robot.press(KeyCode.ALT, KeyCode.M).release(KeyCode.M, KeyCode.ALT);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(sheet()).isEqualTo(before);
    focusPicture();
    robot.push(KeyCode.SHIFT, KeyCode.ENTER);
    robot.push(KeyCode.CONTROL, KeyCode.W);
    until(() -> !bench.model().isOpen());
    assertThat(robot.lookup("#start").query().isVisible()).isTrue();
    assertThat(DocumentStore.read(dir.resolve("ilse.jpg.carezza.json")).sheet().passes())
        .allMatch(Pass::on);
  }
}
