package carezza.io;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.face.FaceMap;
import carezza.image.Hash;
import carezza.pass.Pass;
import carezza.reading.Saliency;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
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
 * line holds the order of the passes and the passes that changed; of a pass that only gained
 * strokes it holds the new ones. Lines are idempotent: replaying them over a document that already
 * has them gives the same sheet. A last line that was cut off is left out.
 */
public final class Journal {
  private static final ObjectMapper MAPPER = new ObjectMapper();

  private final Path file;
  private String base;
  private RunSheet last;
  private boolean begun;

  /**
   * @param saved the sheet as it was saved last
   * @param now the sheet that the journal's lines so far lead to; equal to {@code saved} without
   *     any
   */
  public Journal(Path file, RunSheet saved, RunSheet now) {
    this.file = file;
    base = fingerprint(saved);
    last = now;
  }

  private static String fingerprint(RunSheet s) {
    return Long.toHexString(new Hash().add(SheetJson.write(s).toString()).get());
  }

  /** Appends the step from the sheet before to {@code now}. */
  public synchronized void append(RunSheet now) throws IOException {
    if (!begun) {
      begin();
    }
    ByteBuffer line =
        ByteBuffer.wrap(
            (MAPPER.writeValueAsString(step(last, now)) + "\n").getBytes(StandardCharsets.UTF_8));
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
    last = now;
  }

  private void begin() throws IOException {
    if (!base.equals(baseOf(file))) {
      if (Files.exists(file) && Files.size(file) > 0) {
        Path aside = file.resolveSibling(file.getFileName() + ".old");
        Files.move(file, aside, StandardCopyOption.REPLACE_EXISTING);
      }
      Files.writeString(file, "{\"base\":\"" + base + "\"}\n", StandardCharsets.UTF_8);
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
  public synchronized void clear(RunSheet saved) throws IOException {
    Files.deleteIfExists(file);
    base = fingerprint(saved);
    last = saved;
    begun = false;
  }

  private static ObjectNode step(RunSheet before, RunSheet now) {
    ObjectNode o = JsonNodeFactory.instance.objectNode();
    if (!now.faceMap().equals(before.faceMap())) {
      o.set("faceMap", now.faceMap().<JsonNode>map(SheetJson::faceMap).orElse(o.nullNode()));
    }
    if (!now.regions().equals(before.regions())) {
      o.set("regions", SheetJson.regions(now.regions()));
    }
    if (!now.leftAlone().equals(before.leftAlone())) {
      o.set("leftAlone", SheetJson.left(now.leftAlone()));
    }
    ArrayNode order = o.putArray("order");
    ArrayNode changed = o.putArray("changed");
    for (Pass p : now.passes()) {
      order.add(p.id());
      Optional<Pass> old = before.pass(p.id());
      if (old.isEmpty() || !old.get().equals(p)) {
        changed.add(SheetJson.write(p, old.map(q -> common(q, p)).orElse(0)));
      }
    }
    return o;
  }

  private static int common(Pass a, Pass b) {
    List<Stroke> x = a.area().strokes();
    List<Stroke> y = b.area().strokes();
    int n = 0;
    while (n < x.size() && n < y.size() && x.get(n).equals(y.get(n))) {
      n++;
    }
    return n;
  }

  /**
   * The sheet that a journal leads to, empty when there is none for this saved sheet. From a line
   * that makes no sense on, the journal is cut off; it is kept beside itself as it was.
   *
   * @param warn is told in a sentence what was cut off
   */
  static Optional<RunSheet> replay(Path file, RunSheet saved, Consumer<String> warn)
      throws IOException {
    if (!fingerprint(saved).equals(baseOf(file))) {
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
      Pass old = passes.get(n.path("id").asLong());
      Pass p = SheetJson.readPass(n, old == null ? List.of() : old.area().strokes());
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
    Map<String, Area> regions =
        line.has("regions") ? SheetJson.readRegions(line.path("regions")) : s.regions();
    Optional<FaceMap> map = line.has("faceMap") ? SheetJson.readFaceMap(line) : s.faceMap();
    List<Saliency.Place> left =
        line.has("leftAlone") ? SheetJson.readLeft(line.path("leftAlone")) : s.leftAlone();
    return new RunSheet(map, regions, order, left);
  }
}
