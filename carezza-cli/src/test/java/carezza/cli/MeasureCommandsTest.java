package carezza.cli;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.face.FaceMap;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.neutral.Light;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.testng.annotations.Test;

/** Measuring, and the regions that are measured in. */
public class MeasureCommandsTest extends CommandRun {
  private final Map<String, JsonNode> measured = new HashMap<>();

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
}
