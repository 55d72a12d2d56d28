package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.image.Rect;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** The shipped schema is that of the code, and describes what the code writes. */
public class DocumentSchemaTest {
  private static final ObjectMapper MAPPER = new ObjectMapper();
  private static final Path FORM_1 = Path.of("src/test/resources/carezza/io/form1");

  @Test
  public void theShippedSchemaIsTheDerivedOne() throws IOException {
    Path fresh = Path.of("target/document.schema.json");
    Files.writeString(
        fresh,
        MAPPER
                .enable(SerializationFeature.INDENT_OUTPUT)
                .writeValueAsString(DocumentSchema.derived())
            + "\n");
    try (InputStream in = DocumentSchema.class.getResourceAsStream("document.schema.json")) {
      assertThat(MAPPER.readTree(in))
          .as("%s is the one to ship", fresh)
          .isEqualTo(DocumentSchema.derived());
    }
  }

  /** With every object closed: a member that is written and not described is an error. */
  private static JsonSchema closed() throws IOException {
    ObjectNode schema = DocumentSchema.derived();
    close(schema);
    return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(schema);
  }

  private static void close(JsonNode n) {
    boolean closes = n.has("properties") && n.path("type").asText().equals("object");
    if (closes && !n.has("additionalProperties")) {
      ((ObjectNode) n).put("additionalProperties", false);
    }
    n.forEach(DocumentSchemaTest::close);
  }

  private static List<String> errors(JsonNode document) throws IOException {
    List<String> out = new ArrayList<>();
    closed().validate(document).forEach(m -> out.add(m.getMessage()));
    return out;
  }

  @Test
  public void itDescribesEveryKindAndEveryTermThatIsWritten() throws IOException {
    try (var files = Files.list(FORM_1)) {
      for (Path f : files.filter(p -> p.toString().endsWith(".json")).sorted().toList()) {
        JsonNode written = DocumentStore.tree(DocumentStore.read(f));
        assertThat(errors(written)).as(f.toString()).isEmpty();
      }
    }
    Frame frame = new Frame(new Rect(0, 0, 300, 200), 4);
    RunSheet all = RunSheet.EMPTY;
    for (PassKind k : Kinds.all()) {
      all = all.add(Pass.start(all.nextId(), k, Area.WHOLE).withSettings(k.sample(frame)));
    }
    Document d = new Document("a.jpg", "0".repeat(64), all, JsonNodeFactory.instance.objectNode());
    assertThat(errors(DocumentStore.tree(d))).isEmpty();
  }

  @Test
  public void itRefusesWhatTheCodeRefuses() throws IOException {
    JsonNode good = DocumentStore.tree(DocumentStore.read(FORM_1.resolve("01-clean.carezza.json")));
    ObjectNode first = (ObjectNode) good.path("passes").path(0);
    first.put("strength", 1.5);
    assertThat(errors(good)).isNotEmpty();
    first.put("strength", 1);
    assertThat(errors(good)).isEmpty();
    ((ObjectNode) first.path("settings")).put("mired", 151);
    assertThat(errors(good)).isNotEmpty();
    ((ObjectNode) first.path("settings")).put("mired", 1).put("nonsuch", 1);
    assertThat(errors(good)).isNotEmpty();
  }
}
