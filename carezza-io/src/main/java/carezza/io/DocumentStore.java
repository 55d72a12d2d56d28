package carezza.io;

import carezza.io.format.UnreadableFileException;
import carezza.setting.Extra;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * Where a picture's document lies and how it is loaded and saved: {@code picture.ext.carezza.json}
 * beside the picture, or, when that folder cannot be written to, in the user's own data folder.
 * Saving is atomic; unknown fields of a newer version survive.
 */
public final class DocumentStore {
  private static final Set<String> SOURCE = Set.of("name", "sha256");
  private static final Set<String> DOCUMENT =
      Set.of("carezza", "source", "faceMap", "regions", "leftAlone", "passes", "log");
  private static final String SUFFIX = ".carezza.json";

  private final Path picture;
  private final Path file;
  private final boolean beside;

  /** SHA-256 of the document as it was loaded or saved last, empty while there is none. */
  private String known = "";

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
    Path near = beside(abs);
    if (Files.exists(near)
        ? Files.isWritable(near) && writable(abs.getParent())
        : writable(abs.getParent())) {
      return new DocumentStore(abs, near, true);
    }
    Path own = own(abs, userData);
    Files.createDirectories(own.getParent());
    return new DocumentStore(abs, own, false);
  }

  private static Path own(Path abs, Path userData) {
    String place = Long.toHexString(new carezza.image.Hash().add(abs.toString()).get());
    String name = FileNames.fitting(place + "-" + abs.getFileName(), SUFFIX);
    return userData.resolve("pictures").resolve(name);
  }

  /** The document that a picture has already, in either place; empty when there is none. */
  public static Optional<Path> existing(Path picture, Path userData) {
    Path abs = picture.toAbsolutePath().normalize();
    return Stream.of(own(abs, userData), beside(abs)).filter(Files::exists).findFirst();
  }

  /** Where the document of a picture lies when it lies beside it. */
  public static Path beside(Path picture) {
    return picture.resolveSibling(FileNames.fitting(picture.getFileName().toString(), SUFFIX));
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
    String name = file.getFileName().toString();
    String stem = name.substring(0, name.length() - SUFFIX.length());
    return file.resolveSibling(FileNames.fitting(stem, ".carezza.journal"));
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
  public synchronized Document load() throws IOException {
    Path from = file;
    Path near = beside(picture);
    if (!Files.exists(from) && Files.exists(near)) {
      from = near;
    }
    if (!Files.exists(from)) {
      known = "";
      return new Document(
          picture.getFileName().toString(),
          sha256(picture),
          RunSheet.EMPTY,
          JsonNodeFactory.instance.objectNode());
    }
    byte[] text = Files.readAllBytes(from);
    known = from.equals(file) ? sha256(text) : "";
    return read(from, text);
  }

  public static Document read(Path file) throws IOException {
    return read(file, Files.readAllBytes(file));
  }

  private static Document read(Path file, byte[] text) throws IOException {
    try {
      JsonNode n = JsonTree.parse(text);
      if (!(n instanceof ObjectNode o) || !o.has("carezza")) {
        throw new UnreadableFileException(file, "it is not a Carezza document.");
      }
      JsonNode source = o.path("source");
      boolean newer = o.path("carezza").asInt() > Document.VERSION;
      return new Document(
          source.path("name").asText(),
          source.path("sha256").asText(),
          SheetJson.read(EarlierForm.upgraded(o), newer),
          LogJson.read(o.path("log")),
          o);
    } catch (JsonProcessingException e) {
      throw JsonTree.damaged(file, e);
    } catch (IllegalArgumentException | ClassCastException e) {
      throw new UnreadableFileException(file, "it cannot be used: " + e.getMessage() + ".", e);
    }
  }

  /**
   * Saves a document. One that another program has put in its place since it was loaded or saved is
   * not written over but set aside.
   *
   * @return where it was set aside, empty when nothing was
   */
  public synchronized Optional<Path> save(Document d) throws IOException {
    Optional<Path> aside = Optional.empty();
    byte[] text = JsonTree.indented(tree(d));
    if (Files.exists(file) && !sha256(file).equals(known)) {
      Path free = FileNames.free(file, "aside");
      AtomicFile.write(free, t -> Files.copy(file, t));
      aside = Optional.of(free);
    }
    AtomicFile.write(file, t -> Files.write(t, text));
    known = sha256(text);
    return aside;
  }

  /** Whether another program has changed the document since it was loaded or saved here. */
  public synchronized boolean isChangedOutside() throws IOException {
    return !known.equals(Files.exists(file) ? sha256(file) : "");
  }

  public static void write(Path file, Document d) throws IOException {
    byte[] text = JsonTree.indented(tree(d));
    AtomicFile.write(file, t -> Files.write(t, text));
  }

  static ObjectNode tree(Document d) {
    ObjectNode o = JsonNodeFactory.instance.objectNode();
    o.put("carezza", Math.max(Document.VERSION, d.read().path("carezza").asInt(0)));
    ObjectNode source = o.putObject("source");
    source.put("name", d.sourceName()).put("sha256", d.sourceSha256());
    Extra.beyond(d.read().path("source"), SOURCE).addTo(source);
    o.setAll(SheetJson.write(d.sheet()));
    if (!d.log().isEmpty()) {
      o.set("log", LogJson.write(d.log()));
    }
    Extra.beyond(d.read(), DOCUMENT).addTo(o);
    return o;
  }

  /** Hexadecimal SHA-256 of a file. */
  public static String sha256(Path file) throws IOException {
    MessageDigest d = digest();
    try (InputStream in = new DigestInputStream(Files.newInputStream(file), d)) {
      in.transferTo(OutputStream.nullOutputStream());
    }
    return HexFormat.of().formatHex(d.digest());
  }

  private static String sha256(byte[] text) {
    return HexFormat.of().formatHex(digest().digest(text));
  }

  private static MessageDigest digest() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }

  /**
   * The record of what was changed since the last save, with what an earlier sitting left in it.
   *
   * @param saved as it was loaded
   * @param warn is told in a sentence what of it is of no use and where it was set aside
   */
  public Journal journal(RunSheet saved, Consumer<String> warn) throws IOException {
    return Journal.open(journalFile(), saved, warn);
  }
}
