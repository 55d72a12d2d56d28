package carezza.io;

import carezza.io.format.UnreadableFileException;
import carezza.setting.Extra;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/**
 * Where a picture's document lies and how it is loaded and saved: {@code picture.ext.carezza.json}
 * beside the picture, or, when that folder cannot be written to, in the user's own data folder.
 * Saving is atomic; unknown fields of a newer version survive.
 */
public final class DocumentStore {
  private static final ObjectMapper MAPPER =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);
  private static final Set<String> SOURCE = Set.of("name", "sha256");
  private static final Set<String> DOCUMENT =
      Set.of("carezza", "source", "faceMap", "regions", "leftAlone", "passes");
  private static final String SUFFIX = ".carezza.json";

  private final Path picture;
  private final Path file;
  private final boolean beside;

  private DocumentStore(Path picture, Path file, boolean beside) {
    this.picture = picture;
    this.file = file;
    this.beside = beside;
  }

  /**
   * @param userData the user's own data folder, for pictures in a folder that is read-only
   */
  public static DocumentStore of(Path picture, Path userData) throws IOException {
    Path abs = picture.toAbsolutePath().normalize();
    Path near = abs.resolveSibling(abs.getFileName() + SUFFIX);
    if (Files.exists(near)
        ? Files.isWritable(near) && writable(abs.getParent())
        : writable(abs.getParent())) {
      return new DocumentStore(abs, near, true);
    }
    Path own = userData.resolve("pictures");
    Files.createDirectories(own);
    String place = Long.toHexString(new carezza.image.Hash().add(abs.toString()).get());
    return new DocumentStore(abs, own.resolve(place + "-" + abs.getFileName() + SUFFIX), false);
  }

  /** Whether a file can really be made in a folder; permissions alone do not tell. */
  private static boolean writable(Path folder) {
    if (!Files.isWritable(folder)) {
      return false;
    }
    try {
      Files.delete(Files.createTempFile(folder, ".carezza", ".try"));
      return true;
    } catch (IOException e) {
      return false;
    }
  }

  public Path file() {
    return file;
  }

  public Path journalFile() {
    return file.resolveSibling(file.getFileName().toString().replace(SUFFIX, ".carezza.journal"));
  }

  /** False when the document had to go to the user's own data folder. */
  public boolean isBesidePicture() {
    return beside;
  }

  /**
   * The document, new when there is none yet.
   *
   * @throws UnreadableFileException when there is one that cannot be read
   */
  public Document load() throws IOException {
    Path from = file;
    Path near = picture.resolveSibling(picture.getFileName() + SUFFIX);
    if (!Files.exists(from) && Files.exists(near)) {
      from = near;
    }
    if (!Files.exists(from)) {
      return new Document(
          picture.getFileName().toString(),
          sha256(picture),
          RunSheet.EMPTY,
          JsonNodeFactory.instance.objectNode());
    }
    return read(from);
  }

  public static Document read(Path file) throws IOException {
    try {
      JsonNode n = MAPPER.readTree(file.toFile());
      if (!(n instanceof ObjectNode o) || !o.has("carezza")) {
        throw new UnreadableFileException(file, "it is not a Carezza document.");
      }
      JsonNode source = o.path("source");
      boolean newer = o.path("carezza").asInt() > Document.VERSION;
      return new Document(
          source.path("name").asText(),
          source.path("sha256").asText(),
          SheetJson.read(EarlierForm.upgraded(o), newer),
          o);
    } catch (JsonProcessingException e) {
      throw new UnreadableFileException(
          file,
          "it is damaged near line "
              + (e.getLocation() == null ? 1 : e.getLocation().getLineNr())
              + ".",
          e);
    } catch (IllegalArgumentException e) {
      throw new UnreadableFileException(file, "it cannot be used: " + e.getMessage() + ".", e);
    }
  }

  public void save(Document d) throws IOException {
    write(file, d);
  }

  public static void write(Path file, Document d) throws IOException {
    ObjectNode o = tree(d);
    AtomicFile.write(file, t -> MAPPER.writeValue(t.toFile(), o));
  }

  static ObjectNode tree(Document d) {
    ObjectNode o = JsonNodeFactory.instance.objectNode();
    o.put("carezza", Math.max(Document.VERSION, d.read().path("carezza").asInt(0)));
    ObjectNode source = o.putObject("source");
    source.put("name", d.sourceName()).put("sha256", d.sourceSha256());
    Extra.beyond(d.read().path("source"), SOURCE).addTo(source);
    o.setAll(SheetJson.write(d.sheet()));
    Extra.beyond(d.read(), DOCUMENT).addTo(o);
    return o;
  }

  /** Hexadecimal SHA-256 of a file. */
  public static String sha256(Path file) throws IOException {
    try {
      MessageDigest d = MessageDigest.getInstance("SHA-256");
      try (InputStream in = new DigestInputStream(Files.newInputStream(file), d)) {
        in.transferTo(java.io.OutputStream.nullOutputStream());
      }
      return HexFormat.of().formatHex(d.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }

  /**
   * What the journal holds beyond the saved document, if a sitting ended without saving.
   *
   * @param warn is told in a sentence what of it is damaged
   */
  public Optional<RunSheet> recover(RunSheet saved, Consumer<String> warn) throws IOException {
    return Journal.replay(journalFile(), saved, warn);
  }
}
