package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.pass.Pass;
import carezza.sheet.Kinds;
import javafx.geometry.NodeOrientation;
import javafx.scene.input.KeyCode;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * In a language whose words are a third longer, and in one that is written from the right, no label
 * is clipped and none says something that is not in the bundle.
 */
public class LongWordsTest extends BenchWindow {
  private static final double LONGER = 0.3;

  @BeforeClass(dependsOnMethods = "folder")
  public void longWords() throws Exception {
    Words.dress(LongWordsTest::longer);
    window("ilse.jpg");
    open(dir.resolve("ilse.jpg"));
  }

  /** Signs are no words. */
  private static String longer(String s) {
    boolean words = s.chars().anyMatch(Character::isLetter);
    return words ? "[" + s + "~".repeat((int) Math.ceil(LONGER * s.length())) + "]" : s;
  }

  @AfterClass(alwaysRun = true)
  public void plainWords() {
    Words.dress(s -> s);
  }

  @Test
  public void noLabelIsClipped() throws Exception {
    for (NodeOrientation way :
        new NodeOrientation[] {NodeOrientation.LEFT_TO_RIGHT, NodeOrientation.RIGHT_TO_LEFT}) {
      WaitForAsyncUtils.asyncFx(() -> bench.getScene().setNodeOrientation(way)).get();
      for (Pass p : sheet().passes()) {
        WaitForAsyncUtils.asyncFx(() -> bench.model().passes().chosen().set(p.id())).get();
        settle();
        noWordIsClipped();
      }
    }
    WaitForAsyncUtils.asyncFx(
            () -> bench.getScene().setNodeOrientation(NodeOrientation.LEFT_TO_RIGHT))
        .get();
  }

  @Test(dependsOnMethods = "noLabelIsClipped")
  public void noneIsClippedInWhatOpens() throws Exception {
    WaitForAsyncUtils.asyncFx(
            () -> {
              bench.model().passes().add(Kinds.of("neutral"));
              bench.model().passes().add(Kinds.of("skin"));
              bench.panels().readings();
            })
        .get();
    settle();
    noWordIsClipped();
    WaitForAsyncUtils.asyncFx(
            () -> {
              bench.panels().readings();
              bench.panels().keys();
            })
        .get();
    noWordIsClipped();
    WaitForAsyncUtils.asyncFx(() -> bench.panels().worked()).get();
    settle();
    noWordIsClipped();
    WaitForAsyncUtils.asyncFx(
            () -> {
              bench.panels().worked();
              bench.export();
            })
        .get();
    settle();
    noWordIsClipped();
    WaitForAsyncUtils.asyncFx(() -> bench.escape()).get();
    focusPicture();
    robot.push(KeyCode.V);
    settle();
    noWordIsClipped();
    assertThat(text("#spine-even")).startsWith("[Even~");
  }
}
