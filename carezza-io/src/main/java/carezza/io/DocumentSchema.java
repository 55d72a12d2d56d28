package carezza.io;

import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.setting.Field;
import carezza.setting.Json;
import carezza.sheet.Kinds;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;

/**
 * The JSON Schema (2020-12) of a document: the part that no kind of pass has a say in, from {@code
 * document.base.schema.json}, and the settings that each kind declares. It ships as {@code
 * document.schema.json}, which a test holds equal to what is made here.
 */
public final class DocumentSchema {
  private static final ObjectMapper MAPPER = new ObjectMapper();

  private DocumentSchema() {}

  /** The schema for the kinds that there are. */
  public static ObjectNode derived() throws IOException {
    try (InputStream in = DocumentSchema.class.getResourceAsStream("document.base.schema.json")) {
      ObjectNode schema = (ObjectNode) MAPPER.readTree(in);
      ObjectNode pass = (ObjectNode) schema.path("$defs").path("pass");
      for (Stage s : Stage.values()) {
        ((ObjectNode) pass.path("properties").path("stage"))
            .withArray("examples")
            .add(AreaJson.key(s));
      }
      ArrayNode kinds = pass.putArray("allOf");
      Kinds.all().forEach(k -> kinds.add(ofKind(k)));
      return schema;
    }
  }

  private static ObjectNode ofKind(PassKind k) {
    ObjectNode o = Json.F.objectNode();
    o.putObject("if").putObject("properties").putObject("kind").put("const", k.key());
    ObjectNode then = o.putObject("then").putObject("properties");
    then.set("strength", Json.type("number").put("maximum", k.maxStrength()));
    ObjectNode settings = then.putObject("settings").put("type", "object").putObject("properties");
    for (Field<?> f : k.fields()) {
      settings.set(f.key(), f.schema());
    }
    return o;
  }
}
