package carezza.cli;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Term;
import carezza.io.DocumentStore;
import carezza.io.PictureReader;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.Test;

/** What is found, and the sheets that are proposed by it. */
public class ProposeCommandsTest extends CommandRun {
  private static Area home(Pass p) {
    String region = p.kind().homeRegion();
    return region.isEmpty() ? Area.WHOLE : Area.ofRegion(region);
  }

  /** What is proposed is what render takes: passes at their start on found regions. */
  @Test
  public void aSheetIsProposedAndRendered() throws IOException {
    DemoSitter maren = DemoSitter.load("maren");
    Path plain = Files.copy(maren.picture().path(), dir.resolve("proposed.jpg"));
    byte[] original = Files.readAllBytes(plain);
    Path sheet = dir.resolve("proposed.json");
    assertThat(run("propose", plain.toString(), "--out", sheet.toString())).isZero();
    assertThat(out.toString()).contains("twoBands", "blotch", "heals", "toBeSeen");
    RunSheet proposed = DocumentStore.read(sheet).sheet();
    assertThat(proposed.faceMap().orElseThrow().faces()).hasSize(1);
    assertThat(proposed.passes())
        .extracting(p -> p.kind().key())
        .as("teeth are yellow by the lamp, not once it is taken out")
        .contains("neutral", "heals", "twoBands", "sheen")
        .doesNotContain("burn", "teeth", "underEyes");
    Term turned = new Term(Term.How.TAKE, "turnedAway", 0);
    assertThat(proposed.passes())
        .allSatisfy(
            p ->
                assertThat(p.area())
                    .isEqualTo(p.kind().key().equals("sheen") ? home(p).with(turned) : home(p)));
    Path done = dir.resolve("proposed-done.png");
    assertThat(
            run("render", plain.toString(), "--sheet", sheet.toString(), "--out", done.toString()))
        .isZero();
    assertThat(PictureReader.read(done).picture().contentHash())
        .isNotEqualTo(PictureReader.read(plain).picture().contentHash());
    assertThat(
            run(
                "propose",
                plain.toString(),
                "--passes",
                "heals,burn",
                "--replace",
                "--out",
                sheet.toString()))
        .isZero();
    assertThat(DocumentStore.read(sheet).sheet().passes())
        .extracting(p -> p.kind().key())
        .containsExactly("heals", "burn");
    assertThat(run("propose", plain.toString(), "--passes", "nonesuch", "--out", sheet.toString()))
        .isEqualTo(1);
    assertThat(err.toString()).contains("no kind of pass 'nonesuch'");
    assertThat(run("propose", plain.toString(), "--out", plain.toString())).isEqualTo(1);
    assertThat(Files.readAllBytes(plain)).isEqualTo(original);
  }

  /** Lines are listed with what is proposed, and laid as a pass but for those beside the mouth. */
  @Test
  public void linesAreListedAndSoftened() throws IOException {
    Path tobias = Files.copy(DemoSitter.load("tobias").picture().path(), dir.resolve("lines.jpg"));
    assertThat(run("spots", tobias.toString(), "--json")).isZero();
    int soften = 0;
    for (JsonNode l : new ObjectMapper().readTree(out.toString()).path("skinLines")) {
      boolean smile = l.path("where").asText().equals("smile");
      assertThat(l.path("proposal").asText()).isEqualTo(smile ? "look" : "soften");
      assertThat(l.path("line").size()).isGreaterThan(10);
      soften += smile ? 0 : 1;
    }
    assertThat(soften).isBetween(2, 4);
    Path sheet = dir.resolve("lines.json");
    assertThat(run("propose", tobias.toString(), "--passes", "lines", "--out", sheet.toString()))
        .isZero();
    JsonNode laid = new ObjectMapper().readTree(sheet.toFile()).path("passes").get(0);
    assertThat(laid.path("settings").path("lines").size()).isEqualTo(soften);
  }

  /** Marks are listed, and proposed as heals; a place is carried to the picture itself. */
  @Test
  public void marksAreListedAndHealed() throws IOException {
    Path ilse = Files.copy(DemoSitter.load("ilse").picture().path(), dir.resolve("marks.jpg"));
    assertThat(run("spots", ilse.toString(), "--json")).isZero();
    JsonNode spots = new ObjectMapper().readTree(out.toString()).path("spots");
    int heals = 0;
    int hairs = 0;
    for (JsonNode s : spots) {
      heals += s.path("proposal").asText().equals("heal") ? 1 : 0;
      boolean hair = s.path("type").asText().equals("flyingHair");
      hairs += hair && s.path("proposal").asText().equals("look") ? 1 : 0;
      assertThat(s.path("sizeMm").asDouble()).isBetween(0.1, hair ? 120.0 : 30.0);
      assertThat(s.path("confidence").asDouble()).isBetween(0.0, 1.0);
      assertThat(s.path("seen").path("wall").asText()).isIn("plain", "just", "not");
    }
    assertThat(heals).isBetween(12, 18);
    assertThat(hairs).as("flying hairs, left to the hand").isBetween(2, 8);
    Path sheet = dir.resolve("marks.json");
    assertThat(run("propose", ilse.toString(), "--passes", "heals", "--out", sheet.toString()))
        .isZero();
    JsonNode laid = new ObjectMapper().readTree(sheet.toFile()).path("passes").get(0);
    assertThat(laid.toString()).contains("heals");
    String cheek = "1270,1350";
    assertThat(run("carry", ilse.toString(), ilse.toString(), "--at", cheek, "--json")).isZero();
    JsonNode to = new ObjectMapper().readTree(out.toString()).path("places").get(0);
    assertThat(to.path("to").get(0).asDouble()).isBetween(1268.0, 1272.0);
    assertThat(to.path("errorMm").asDouble()).isLessThan(1);
    assertThat(run("carry", ilse.toString(), ilse.toString(), "--at", "left")).isEqualTo(1);
    assertThat(err.toString()).contains("X,Y");
  }
}
