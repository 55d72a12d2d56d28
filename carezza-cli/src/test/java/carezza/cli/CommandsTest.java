package carezza.cli;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Term;
import carezza.face.FaceMap;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.io.PictureReader;
import carezza.job.TimeLog;
import carezza.neutral.Light;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoJob;
import carezza.sitter.DemoSitter;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

public class CommandsTest {
  private Path dir;
  private Path picture;
  private final StringWriter out = new StringWriter();
  private final StringWriter err = new StringWriter();
  private final Map<String, JsonNode> measured = new HashMap<>();

  @BeforeClass
  public void job() throws IOException {
    dir = Files.createTempDirectory("carezza-cli");
    DemoSitter s = DemoSitter.load("ilse");
    picture = Files.copy(s.picture().path(), dir.resolve("ilse.jpg"));
    RunSheet sheet = DemoJob.halfDone(s, RunSheet.EMPTY.withFaceMap(s.faceMap()));
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    Document d = store.load().with(sheet);
    store.save(d);
  }

  private int run(String... args) {
    out.getBuffer().setLength(0);
    err.getBuffer().setLength(0);
    return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), args);
  }

  /** What is measured of a sitter's picture without any pass, once for all tests. */
  private JsonNode measured(DemoSitter sitter) throws IOException {
    if (!measured.containsKey(sitter.name())) {
      Path copy =
          Files.copy(sitter.picture().path(), dir.resolve("plain-" + sitter.name() + ".jpg"));
      assertThat(run("measure", copy.toString(), "--json")).isZero();
      measured.put(sitter.name(), new ObjectMapper().readTree(out.toString()));
    }
    return measured.get(sitter.name());
  }

  @Test
  public void renderingDoesNotDependOnThreadsAndNeverWritesTheOriginal() throws IOException {
    byte[] original = Files.readAllBytes(picture);
    String one = dir.resolve("one.png").toString();
    String two = dir.resolve("two.png").toString();
    assertThat(run("render", picture.toString(), "--out", one, "--threads", "1")).isZero();
    assertThat(run("render", picture.toString(), "--out", two, "--threads", "2")).isZero();
    assertThat(Files.readAllBytes(Path.of(one))).isEqualTo(Files.readAllBytes(Path.of(two)));
    assertThat(Files.readAllBytes(picture)).isEqualTo(original);
    assertThat(PictureReader.read(Path.of(one)).picture().contentHash())
        .isNotEqualTo(PictureReader.read(picture).picture().contentHash());
    assertThat(run("render", picture.toString(), "--out", picture.toString())).isEqualTo(1);
    assertThat(err.toString()).contains("original");
  }

  @Test
  public void depthAndProfileCanBeAskedFor() throws IOException {
    String tif = dir.resolve("deep.tif").toString();
    assertThat(
            run("render", picture.toString(), "--out", tif, "--depth", "16", "--profile", "srgb"))
        .isZero();
    assertThat(PictureReader.read(Path.of(tif)).picture().depth()).isEqualTo(16);
    assertThat(
            run(
                "render",
                picture.toString(),
                "--out",
                dir.resolve("x.jpg").toString(),
                "--depth",
                "16"))
        .isEqualTo(1);
    assertThat(err.toString()).contains("JPEG holds 8 bits");
  }

  @Test
  public void measuringPrintsJson() throws IOException {
    assertThat(run("measure", picture.toString(), "--json")).isZero();
    JsonNode o = new ObjectMapper().readTree(out.toString());
    assertThat(o.path("pxPerMm").asDouble()).isBetween(6.3, 6.5);
    assertThat(o.path("readings").path("textureKept").path("now").asDouble())
        .isBetween(90.0, 110.0);
    assertThat(o.path("readings").path("teethLift").path("cannotBeHad").asText())
        .isEqualTo("noRegion");
    assertThat(run("measure", picture.toString())).isZero();
    assertThat(out.toString()).contains("reliefKept").contains("scale 6.4");
  }

  @Test
  public void theLightIsMeasuredAndTakenOut() throws IOException {
    DemoSitter maren = DemoSitter.load("maren");
    Path plain = Files.copy(maren.picture().path(), dir.resolve("warm.jpg"));
    JsonNode o = measured(maren);
    JsonNode first = o.path("neutral").get(0);
    double[] gains = new double[3];
    double[] truth = new double[3];
    for (int c = 0; c < 3; c++) {
      gains[c] = first.path("gains").get(c).asDouble();
      truth[c] = maren.truth().path("color_cast_gains_linear").get(c).asDouble();
    }
    assertThat(Light.degrees(gains, truth)).as("first proposal, degrees").isLessThan(2);
    assertThat(first.path("confidence").asDouble()).isBetween(0.5, 0.95);
    assertThat(o.path("readings").path("castMired").path("now").asDouble())
        .isEqualTo(first.path("mired").asDouble());
    String sheet = dir.resolve("warm.json").toString();
    assertThat(run("propose", plain.toString(), "--passes", "neutral", "--out", sheet)).isZero();
    assertThat(run("measure", plain.toString(), "--sheet", sheet, "--json")).isZero();
    JsonNode after = new ObjectMapper().readTree(out.toString());
    assertThat(after.path("neutral")).as("of the source").isEqualTo(o.path("neutral"));
    assertThat(after.path("readings").path("castMired").path("now").asDouble())
        .isBetween(-6.0, 6.0);
  }

  @Test
  public void regionsAreWrittenWithTheirMap() throws IOException {
    DemoSitter maren = DemoSitter.load("maren");
    Path plain = Files.copy(maren.picture().path(), dir.resolve("maren.jpg"));
    Path to = dir.resolve("masks");
    JsonNode o = measured(maren);
    JsonNode pull = o.path("rivals");
    assertThat(pull.get(0).path("ofTheEye").asDouble()).as("the lamp").isGreaterThan(1);
    assertThat(pull.get(0).path("x").asDouble()).isGreaterThan(1500);
    assertThat(run("regions", plain.toString(), "--out", to.toString())).isZero();
    JsonNode map = new ObjectMapper().readTree(to.resolve("map.json").toFile());
    assertThat(map.path("faces")).hasSize(1);
    JsonNode face = map.path("faces").get(0);
    assertThat(face.path("points")).hasSize(468);
    assertThat(face.path("pxPerMm").asDouble()).isBetween(6.2, 6.9);
    assertThat(face.path("pxPerMmError").asDouble()).isBetween(0.4, 0.55);
    assertThat(face.path("irisWidthPx").asDouble()).isBetween(74.0, 82.0);
    assertThat(face.path("pupils").get(0).get(0).asDouble()).isBetween(750.0, 760.0);
    for (String name :
        List.of(
            "skin",
            "lips",
            "teeth",
            "eye-whites",
            "iris",
            "brows",
            "hair",
            "clothing",
            "backdrop")) {
      BufferedImage mask = ImageIO.read(to.resolve(name + ".png").toFile());
      assertThat(mask.getWidth()).isEqualTo(2000);
      assertThat(mask.getHeight()).isEqualTo(2500);
      assertThat(mask.getRaster().getNumBands()).isEqualTo(1);
    }
    BufferedImage skin = ImageIO.read(to.resolve("skin.png").toFile());
    assertThat(skin.getRaster().getSample(760, 1150, 0)).as("a cheek").isGreaterThan(250);
    assertThat(skin.getRaster().getSample(60, 60, 0)).as("the curtain").isLessThan(5);
    assertThat(o.path("faces")).hasSize(1);
    assertThat(o.path("regionsCm2").path("skin").asDouble()).isBetween(150.0, 400.0);
    assertThat(o.path("readings").path("textureKept").path("now").asDouble())
        .isBetween(99.0, 101.0);
  }

  @Test
  public void withoutAFaceNoRegionIsInvented() throws IOException {
    Path grey = dir.resolve("grey.png");
    BufferedImage image = new BufferedImage(300, 200, BufferedImage.TYPE_INT_RGB);
    for (int i = 0; i < 300 * 200; i++) {
      image.setRGB(i % 300, i / 300, 0x767676);
    }
    ImageIO.write(image, "png", grey.toFile());
    Path to = dir.resolve("none");
    assertThat(run("regions", grey.toString(), "--out", to.toString())).isZero();
    assertThat(err.toString()).contains("grey.png: no face was found");
    assertThat(to.toFile().list()).containsExactly("map.json");
    JsonNode map = new ObjectMapper().readTree(to.resolve("map.json").toFile());
    assertThat(map.path("faces").isArray()).isTrue();
    assertThat(map.path("faces")).isEmpty();
  }

  @Test
  public void whatCannotBeUsedIsOneSentenceAndAnExitCode() throws IOException {
    Path text = Files.writeString(dir.resolve("note.jpg"), "hello");
    assertThat(run("render", text.toString(), "--out", dir.resolve("n.png").toString()))
        .isEqualTo(1);
    assertThat(err.toString().trim()).isEqualTo("note.jpg: it is not a JPEG, PNG or TIFF picture.");
    assertThat(run("render", picture.toString(), "--out", dir.resolve("n.gif").toString()))
        .isEqualTo(1);
    assertThat(err.toString()).contains("n.gif").doesNotContain("\tat ");
    assertThat(run("render")).isEqualTo(2);
    assertThat(run("measure", dir.resolve("none.tif").toString())).isEqualTo(1);
    assertThat(err.toString()).contains("none.tif: there is no such file.");
  }

  @Test
  public void aSheetCanBeGivenApart() throws IOException {
    Path sheet = dir.resolve("pins.json");
    DemoSitter s = DemoSitter.load("ilse");
    FaceMap half = new FaceMap(s.faceMap().rightEye(), s.faceMap().leftEye(), 50);
    DocumentStore.write(
        sheet,
        new Document(
            "x", "y", RunSheet.EMPTY.withFaceMap(half), new ObjectMapper().createObjectNode()));
    assertThat(run("measure", picture.toString(), "--sheet", sheet.toString())).isZero();
    assertThat(out.toString()).contains("scale 8.0");
  }

  private static Area home(Pass p) {
    String region = p.kind().homeRegion();
    return region.isEmpty() ? Area.WHOLE : Area.ofRegion(region);
  }

  @Test
  public void theLogSaysWhatWasDoneAndHowLongItTook() throws IOException {
    Path job = Files.createDirectory(dir.resolve("job"));
    Path ilse = Files.copy(picture, job.resolve("ilse.jpg"));
    Files.copy(picture, job.resolve("untouched.jpg"));
    Files.copy(picture, job.resolve("broken.jpg"));
    Files.writeString(job.resolve("broken.jpg.carezza.json"), "{");
    TimeLog log =
        TimeLog.EMPTY.plus(
            new TimeLog.Entry(LocalDate.of(2026, 3, 4), Optional.of(Stage.CLEAN), 90, 8));
    RunSheet sheet = DocumentStore.read(DocumentStore.beside(picture)).sheet();
    DocumentStore store = DocumentStore.of(ilse, dir.resolve("own"));
    store.save(store.load().with(sheet, log));
    assertThat(run("log", job.toString(), "--json")).as("one cannot be read").isEqualTo(1);
    assertThat(err.toString()).startsWith("broken.jpg.carezza.json: ");
    JsonNode all = new ObjectMapper().readTree(out.toString());
    assertThat(all).hasSize(1);
    JsonNode one = all.get(0);
    assertThat(one.path("picture").asText()).isEqualTo("ilse.jpg");
    assertThat(one.path("seconds").asDouble()).isEqualTo(90);
    assertThat(one.path("days").get(0).asText()).isEqualTo("2026-03-04");
    JsonNode clean = one.path("stages").get(0);
    assertThat(clean.path("stage").asText()).isEqualTo("clean");
    assertThat(clean.path("has").path("healed").asInt()).isEqualTo(7);
    assertThat(run("log", ilse.toString())).isZero();
    assertThat(out.toString()).contains("clean", "1.5 min", "8 steps", "7 healed");
    assertThat(out.toString()).contains("1 picture").doesNotContain("1 pictures");
    assertThat(run("log", job.resolve("nowhere").toString())).isEqualTo(1);
    assertThat(err.toString()).contains("nowhere: there is no such file or folder.");
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

  @Test
  public void aPictureIsMeasuredAgainstItsTruth() throws IOException {
    Path own = dir.resolve("own-render.png");
    assertThat(run("render", picture.toString(), "--out", own.toString())).isZero();
    assertThat(run("measure", picture.toString(), "--against", own.toString(), "--json")).isZero();
    JsonNode against = new ObjectMapper().readTree(out.toString()).path("against");
    for (String region : List.of("picture", "skin")) {
      assertThat(against.path(region).path("now").asDouble())
          .as("what it renders to, within 8 bits, on %s", region)
          .isLessThan(0.35);
      assertThat(against.path(region).path("before").asDouble())
          .isGreaterThan(2 * against.path(region).path("now").asDouble());
    }
    BufferedImage image = ImageIO.read(own.toFile());
    Path small = dir.resolve("small.png");
    ImageIO.write(image.getSubimage(0, 0, 50, 40), "png", small.toFile());
    assertThat(run("measure", picture.toString(), "--against", small.toString())).isEqualTo(1);
    assertThat(err.toString()).contains("small.png").contains("50 x 40");
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

  /** A source that is named as a mask would be is neither read over nor written over. */
  @Test
  public void nothingThatIsThereIsReplacedUnlessToldTo() throws IOException {
    Path folder = Files.createDirectory(dir.resolve("mine"));
    Path skin = Files.copy(DemoSitter.load("ilse").picture().path(), folder.resolve("skin.png"));
    byte[] own = Files.readAllBytes(skin);
    assertThat(run("regions", skin.toString(), "--out", folder.toString())).isEqualTo(1);
    assertThat(err.toString()).startsWith("skin.png: this is the original picture");
    assertThat(run("regions", skin.toString(), "--out", folder.toString(), "--replace"))
        .isEqualTo(1);
    assertThat(skin).hasBinaryContent(own);
    Path other = Files.writeString(folder.resolve("lips.png"), "another's file");
    Path a = Files.copy(skin, folder.resolve("a.jpg"));
    Files.delete(skin);
    assertThat(run("regions", a.toString(), "--out", folder.toString())).isEqualTo(1);
    assertThat(err.toString()).startsWith("lips.png: it is there already").contains("--replace");
    assertThat(other).hasContent("another's file");
    assertThat(folder.resolve("map.json")).doesNotExist();
    String to = other.toString();
    assertThat(run("render", a.toString(), "--out", to)).isEqualTo(1);
    assertThat(run("propose", a.toString(), "--passes", "neutral", "--out", to)).isEqualTo(1);
    assertThat(other).hasContent("another's file");
    assertThat(run("render", a.toString(), "--out", to, "--replace")).isZero();
    assertThat(PictureReader.read(other).picture().width()).isPositive();
  }

  /** What was put in the way of a command is said in a sentence. */
  @Test
  public void faultsOfFilesAreSentences() throws IOException {
    Path bad = Files.writeString(dir.resolve("bad.json"), "{\"carezza\": 2, \"passes\": [1e999]}");
    String none = dir.resolve("no/where/x.png").toString();
    for (String[] args :
        new String[][] {
          {"render", picture.toString(), "--out", none},
          {"render", picture.toString(), "--out", dir.resolve("x.bmp").toString()},
          {"render", picture.toString(), "--sheet", bad.toString(), "--out", none},
          {"render", picture.toString(), "--sheet", none, "--out", dir.resolve("y.png").toString()},
          {"measure", dir.toString()},
          {"measure", none},
          {"regions", picture.toString(), "--out", picture.toString()},
          {"measure", bad.toString()},
        }) {
      assertThat(run(args)).as(String.join(" ", args)).isEqualTo(1);
      assertThat(err.toString().strip())
          .as(String.join(" ", args))
          .matches("[^/]+: .* .*\\.")
          .doesNotContain("Exception");
    }
  }
}
