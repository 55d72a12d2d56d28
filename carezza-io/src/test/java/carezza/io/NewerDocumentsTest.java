package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.pass.UnknownKind;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** What a newer version wrote acts as nothing and survives, at every level of a document. */
public class NewerDocumentsTest {
  private static final ObjectMapper MAPPER = new ObjectMapper();
  private static final Path FORM_1 = Path.of("src/test/resources/carezza/io/form1");

  /** Objects in which a newer version may have put a member of its own. */
  private static final List<String> PLACES =
      List.of(
          "",
          "/source",
          "/faceMap",
          "/faceMap/faces/0",
          "/faceMap/person",
          "/regions/lips",
          "/regions/both/terms/0",
          "/regions/grown",
          "/regions/grown/grown/0",
          "/passes/0",
          "/passes/0/settings",
          "/passes/1/settings/heals/1",
          "/passes/2",
          "/passes/2/area",
          "/passes/3/area/strokes/0",
          "/passes/4/area/terms/1");

  private Path dir;
  private Path file;

  @BeforeMethod
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-newer");
    file = dir.resolve("p.carezza.json");
  }

  @AfterMethod
  public void clear() throws IOException {
    try (var all = Files.walk(dir)) {
      for (Path p : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
        Files.delete(p);
      }
    }
  }

  /** A document with one of everything, as this version writes it. */
  private static ObjectNode full() throws IOException {
    RunSheet clean = DocumentStore.read(FORM_1.resolve("01-clean.carezza.json")).sheet();
    RunSheet named = DocumentStore.read(FORM_1.resolve("07-named.carezza.json")).sheet();
    RunSheet strokes = DocumentStore.read(FORM_1.resolve("05-strokes.carezza.json")).sheet();
    RunSheet shapes = DocumentStore.read(FORM_1.resolve("04-shapes.carezza.json")).sheet();
    RunSheet grown = DocumentStore.read(FORM_1.resolve("08-grown.carezza.json")).sheet();
    RunSheet all =
        named
            .withRegion("grown", grown.region("skin"))
            .withPasses(clean.passes())
            .add(strokes.passes().get(0).withId(11))
            .add(shapes.passes().get(0).withId(12));
    Document d = DocumentStore.read(FORM_1.resolve("07-named.carezza.json"));
    return DocumentStore.tree(d.with(all));
  }

  private Document read(JsonNode o) throws IOException {
    MAPPER.writeValue(file.toFile(), o);
    return DocumentStore.read(file);
  }

  private JsonNode written(Document d) throws IOException {
    DocumentStore.write(file, d);
    return MAPPER.readTree(file.toFile());
  }

  private static ObjectNode news() {
    ObjectNode o = MAPPER.createObjectNode().put("much", 1.25).put("why", "a reason");
    o.putArray("list").add(1).add("two").addNull();
    return o;
  }

  @Test
  public void membersSurviveAtEveryLevel() throws IOException {
    ObjectNode o = full();
    for (String place : PLACES) {
      assertThat(o.at(place).isObject()).as(place).isTrue();
      ((ObjectNode) o.at(place)).set("news", news());
    }
    Document d = read(o);
    assertThat(written(d)).isEqualTo(MAPPER.readTree(o.toString()));
    Document changed =
        d.with(d.sheet().change(11, p -> p.withStrength(0.5)).change(1, p -> p.with("mired", 3)));
    JsonNode again = written(changed);
    for (String place : PLACES) {
      assertThat(again.at(place + "/news")).as(place).isEqualTo(news());
    }
    assertThat(again.at("/passes/0/settings/mired").asDouble()).isEqualTo(3);
    assertThat(d.sheet().pass(1).orElseThrow().isPartlyUnknown()).isTrue();
    assertThat(d.sheet().pass(12).orElseThrow().isPartlyUnknown()).isTrue();
  }

  @Test
  public void kindsTermsAndWordsOfANewerVersionAreKeptAndActAsNothing() throws IOException {
    ObjectNode o = full();
    o.put("carezza", 9);
    ArrayNode passes = (ArrayNode) o.path("passes");
    ObjectNode sparkle = MAPPER.createObjectNode().put("id", 40).put("kind", "sparkle");
    sparkle.put("stage", "finish").put("on", true).put("strength", 3.5);
    sparkle.putObject("settings").put("rays", 6).putArray("dots").add(news());
    sparkle.putObject("area").put("base", "everything");
    passes.add(sparkle);
    ObjectNode stranger = MAPPER.createObjectNode().put("id", 41).put("kind", "glaze");
    stranger.put("stage", "varnish").put("on", false).put("strength", 1.0);
    passes.add(stranger);
    ((ObjectNode) passes.path(3).path("area"))
        .withArray("terms")
        .add(MAPPER.createObjectNode().put("how", "xor").put("region", "skin"))
        .add(MAPPER.createObjectNode().put("how", "add").set("spiral", news()));
    ((ObjectNode) o.at("/regions/grown")).withArray("grown").add(seed("nail"));
    ((ObjectNode) o.at("/regions/both")).put("base", "cloud").put("region", "cumulus");
    ((ObjectNode) passes.path(2).path("settings")).put("hold", "by moonlight");
    Document d = read(o);
    assertThat(written(d)).isEqualTo(MAPPER.readTree(o.toString()));
    Pass kept = d.sheet().pass(40).orElseThrow();
    assertThat(kept.kind()).isEqualTo(new UnknownKind("sparkle", Stage.FINISH));
    assertThat(d.sheet().pass(3).orElseThrow().kind()).isInstanceOf(UnknownKind.class);
    RunSheet known = d.sheet().without(40).without(41).without(3).withRegion("both", Area.NONE);
    RunSheet bare =
        known
            .withRegion("grown", Area.NONE)
            .change(11, p -> p.withArea(p.area().withTerms(List.of())));
    assertThat(light(d.sheet()).g())
        .isEqualTo(light(bare).g())
        .isNotEqualTo(light(RunSheet.EMPTY).g());
  }

  private static ObjectNode seed(String like) {
    return MAPPER.createObjectNode().put("like", like).put("deep", 3);
  }

  private static RgbBlock light(RunSheet s) {
    SourcePicture p = new SourcePicture(420, 380, 8, 3);
    for (int i = 0; i < 420 * 380; i++) {
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % 420, i / 420, 90 + 30 * (2 - c) + (i * 7919 >> 3 & 15));
      }
    }
    Engine e = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 26));
    return e.view(s, () -> false).read(0, p.bounds());
  }

  @Test
  public void whatTheUserDoesWithAnUnknownPassStays() throws IOException {
    ObjectNode o = full();
    ObjectNode sparkle = MAPPER.createObjectNode().put("id", 40).put("kind", "sparkle");
    sparkle.put("stage", "relief").put("on", true).put("strength", 1.0).set("settings", news());
    ((ArrayNode) o.path("passes")).add(sparkle);
    Document d = read(o);
    RunSheet s = d.sheet().change(40, p -> p.withOn(false)).move(40, -1).duplicate(40);
    assertThat(s.canMove(40, -1)).isTrue();
    JsonNode again = written(d.with(s));
    JsonNode copy = again.path("passes").path(5);
    assertThat(copy.path("kind").asText()).isEqualTo("sparkle");
    assertThat(copy.path("settings")).isEqualTo(news());
    assertThat(copy.path("on").asBoolean()).isFalse();
    assertThat(copy.path("id").asLong()).isEqualTo(41);
  }

  @Test
  public void theJournalKeepsThemToo() throws IOException {
    ObjectNode o = full();
    ((ObjectNode) o.path("passes").path(0).path("settings")).set("news", news());
    ObjectNode sparkle = MAPPER.createObjectNode().put("id", 40).put("kind", "sparkle");
    sparkle.put("stage", "finish").put("on", true).put("strength", 1.0).set("settings", news());
    ((ArrayNode) o.path("passes")).add(sparkle);
    RunSheet saved = read(o).sheet();
    RunSheet now =
        saved
            .change(1, p -> p.with("mired", 5))
            .change(40, p -> p.withOn(false))
            .duplicate(40)
            .add(Pass.start(90, Kinds.of("dodge"), Area.NONE));
    Path journal = dir.resolve("p.carezza.journal");
    Journal.open(journal, saved, w -> {}).append(now);
    assertThat(Journal.open(journal, saved, w -> {}).last()).isEqualTo(now);
  }

  /** In a document of this version the same is damage, and is said. */
  @Test
  public void whatThisVersionCannotHaveWrittenIsAnError() throws IOException {
    ObjectNode o = full();
    ((ObjectNode) o.path("passes").path(2).path("settings")).put("hold", "by moonlight");
    assertThatThrownBy(() -> read(o)).hasMessageContaining("hold is not a number");
    ObjectNode strong = full();
    ((ObjectNode) strong.path("passes").path(0)).put("strength", 4);
    assertThatThrownBy(() -> read(strong)).hasMessageContaining("strength = 4.0");
  }

  /**
   * What this version knows goes when it is taken out; what it does not know of the source stays.
   */
  @Test
  public void whatIsTakenOutDoesNotComeBack() throws IOException {
    Path file = Files.createTempFile("carezza-left", ".carezza.json");
    Files.writeString(
        file,
        "{\"carezza\":2,\"source\":{\"name\":\"p.jpg\",\"sha256\":\"00\",\"camera\":\"old\"},"
            + "\"regions\":{\"lamp\":{\"base\":\"none\"}},\"leftAlone\":[[1,2,3,4]],\"passes\":[]}");
    Document d = DocumentStore.read(file);
    assertThat(d.sheet().leftAlone()).hasSize(1);
    DocumentStore.write(file, d.with(RunSheet.EMPTY));
    String text = Files.readString(file);
    assertThat(text).doesNotContain("leftAlone").doesNotContain("lamp").contains("camera");
    assertThat(DocumentStore.read(file).sheet()).isEqualTo(RunSheet.EMPTY);
    Files.delete(file);
  }
}
