package carezza.io;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.face.FaceMap;
import carezza.image.Hash;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.reading.Saliency;
import carezza.setting.Json;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;

/**
 * The changes since the last save, one line of JSON each, appended and flushed as they are made. A
 * line holds the order of the passes and of each pass what changed; of an area that only gained
 * strokes it holds the new ones, of a list the things that are new. Lines are idempotent: replaying
 * them over a document that already has them gives the same sheet. A last line that was cut off is
 * left out.
 */
public final class Journal {
  private static final ObjectMapper MAPPER = new ObjectMapper();

  private final Path file;
  private RunSheet saved;
  private RunSheet last;
  private boolean begun;

  /**
   * @param saved the sheet as it was saved last
   * @param now the sheet that the journal's lines so far lead to; equal to {@code saved} without
   *     any
   */
  public Journal(Path file, RunSheet saved, RunSheet now) {
    this.file = file;
    this.saved = saved;
    last = now;
  }

  private static String fingerprint(JsonNode sheet) {
    return Long.toHexString(new Hash().add(sheet.toString()).get());
  }

  private static String base(RunSheet s) {
    return fingerprint(SheetJson.write(s));
  }

  /** Appends the step from the sheet before to {@code now}. */
  public synchronized void append(RunSheet now) throws IOException {
    if (!begun) {
      begin();
    }
    write(step(last, now));
    last = now;
  }

  private void write(ObjectNode step) throws IOException {
    ByteBuffer line =
        ByteBuffer.wrap((MAPPER.writeValueAsString(step) + "\n").getBytes(StandardCharsets.UTF_8));
    begun = false; // unless all of the line gets there, the next append looks again
    try (FileChannel c =
        FileChannel.open(
            file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.APPEND)) {
      while (line.hasRemaining()) {
        c.write(line);
      }
      c.force(false);
    }
    begun = true;
  }

  private void begin() throws IOException {
    if (!base(saved).equals(baseOf(file))) {
      if (Files.exists(file) && Files.size(file) > 0) {
        Path aside = file.resolveSibling(file.getFileName() + ".old");
        Files.move(file, aside, StandardCopyOption.REPLACE_EXISTING);
      }
      Files.writeString(file, "{\"base\":\"" + base(saved) + "\"}\n", StandardCharsets.UTF_8);
      if (!last.equals(saved)) {
        write(step(saved, last));
      }
    } else {
      dropCutLine();
    }
  }

  /** A line that a crash or a full disk cut off would swallow the one appended to it. */
  private void dropCutLine() throws IOException {
    byte[] all = Files.readAllBytes(file);
    int end = all.length;
    while (end > 0 && all[end - 1] != '\n') {
      end--;
    }
    if (end < all.length) {
      truncate(file, end);
    }
  }

  private static String baseOf(Path file) throws IOException {
    if (!Files.exists(file)) {
      return "";
    }
    try (BufferedReader r = Files.newBufferedReader(file)) {
      String line = r.readLine();
      return line == null ? "" : MAPPER.readTree(line).path("base").asText();
    } catch (JsonProcessingException e) {
      return "";
    }
  }

  /** Begins anew after a save. */
  public synchronized void clear(RunSheet now) throws IOException {
    Files.deleteIfExists(file);
    saved = now;
    last = now;
    begun = false;
  }

  private static ObjectNode step(RunSheet before, RunSheet now) {
    ObjectNode o = Json.F.objectNode();
    if (!now.faceMap().equals(before.faceMap())) {
      o.set("faceMap", now.faceMap().<JsonNode>map(SheetJson::faceMap).orElse(o.nullNode()));
    }
    if (!now.regions().equals(before.regions())) {
      o.set("areas", areas(before.regions(), now.regions()));
    }
    if (!now.leftAlone().equals(before.leftAlone())) {
      o.set("leftAlone", SheetJson.left(now.leftAlone()));
    }
    ArrayNode order = o.putArray("order");
    ArrayNode changed = o.putArray("changed");
    for (Pass p : now.passes()) {
      order.add(p.id());
      Optional<Pass> old = before.pass(p.id());
      if (old.isEmpty()) {
        changed.add(PassJson.write(p));
      } else if (!old.get().equals(p)) {
        changed.add(PassJson.delta(old.get(), p));
      }
    }
    return o;
  }

  /** Named areas that changed, null for those that went. */
  private static ObjectNode areas(Map<String, Area> before, Map<String, Area> now) {
    ObjectNode o = Json.F.objectNode();
    before.keySet().stream().filter(n -> !now.containsKey(n)).forEach(o::putNull);
    now.forEach(
        (name, area) -> {
          Area was = before.get(name);
          if (!area.equals(was)) {
            o.set(name, AreaJson.write(area, was == null ? 0 : PassJson.inCommon(was, area)));
          }
        });
    return o;
  }

  /**
   * The sheet that a journal leads to, empty when there is none for this saved sheet. From a line
   * that makes no sense on, the journal is cut off; it is kept beside itself as it was.
   *
   * @param warn is told in a sentence what was cut off
   */
  static Optional<RunSheet> replay(Path file, RunSheet saved, Consumer<String> warn)
      throws IOException {
    String base = baseOf(file);
    boolean earlier = fingerprint(EarlierForm.downgraded(saved)).equals(base);
    if (!earlier && !base(saved).equals(base)) {
      return Optional.empty();
    }
    byte[] all = Files.readAllBytes(file);
    RunSheet sheet = saved;
    int from = lineEnd(all, 0);
    for (int end = lineEnd(all, from); end > from; end = lineEnd(all, from)) {
      try {
        String line = new String(all, from, end - from, StandardCharsets.UTF_8);
        sheet = apply(sheet, MAPPER.readTree(line));
      } catch (JsonProcessingException | IllegalArgumentException e) {
        Path aside = file.resolveSibling(file.getFileName() + ".damaged");
        Files.write(aside, all);
        truncate(file, from);
        warn.accept(
            file.getFileName()
                + ": the record of unsaved work is damaged; what came before is here, all of it is"
                + " kept as "
                + aside.getFileName()
                + ".");
        break;
      }
      from = end;
    }
    return Optional.of(sheet);
  }

  /** Just after the next line break, or {@code from} when there is none. */
  private static int lineEnd(byte[] all, int from) {
    for (int i = from; i < all.length; i++) {
      if (all[i] == '\n') {
        return i + 1;
      }
    }
    return from;
  }

  private static void truncate(Path file, long size) throws IOException {
    try (FileChannel c = FileChannel.open(file, StandardOpenOption.WRITE)) {
      c.truncate(size);
    }
  }

  private static RunSheet apply(RunSheet s, JsonNode line) {
    Map<Long, Pass> passes = new TreeMap<>();
    s.passes().forEach(p -> passes.put(p.id(), p));
    for (JsonNode n : line.path("changed")) {
      if (n.has("values")) {
        EarlierForm.upgradePass((ObjectNode) n);
      }
      Pass old = passes.get(n.path("id").asLong());
      Pass p = old == null ? PassJson.read(n, Stage.FRAME, List.of()) : PassJson.applied(old, n);
      passes.put(p.id(), p);
    }
    List<Pass> order = new ArrayList<>();
    for (JsonNode id : line.path("order")) {
      Pass p = passes.get(id.asLong());
      if (p == null) {
        throw new IllegalArgumentException("pass " + id + " is missing");
      }
      order.add(p);
    }
    Map<String, Area> regions = regions(s.regions(), line);
    Optional<FaceMap> map = line.has("faceMap") ? SheetJson.readFaceMap(line) : s.faceMap();
    List<Saliency.Place> left =
        line.has("leftAlone") ? SheetJson.readLeft(line.path("leftAlone")) : s.leftAlone();
    return new RunSheet(map, regions, order, left);
  }

  /** Those of form 1 are whole, later ones what changed. */
  private static Map<String, Area> regions(Map<String, Area> before, JsonNode line) {
    boolean whole = line.has("regions");
    Map<String, Area> out = new TreeMap<>(whole ? Map.of() : before);
    for (var e : line.path(whole ? "regions" : "areas").properties()) {
      if (e.getValue().isNull()) {
        out.remove(e.getKey());
      } else {
        Area was = before.get(e.getKey());
        List<Stroke> strokes = was == null || whole ? List.of() : was.strokes();
        out.put(e.getKey(), AreaJson.read(e.getValue(), strokes));
      }
    }
    return out;
  }
}
