package carezza.io;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.face.FaceMap;
import carezza.image.Hash;
import carezza.job.TimeLog;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.reading.Saliency;
import carezza.setting.Json;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;

/**
 * The changes since the last save, a {@link JournalLine} each, appended as they are made. Each
 * names the saved document that it rests on; a line of a save names the next one, in case the
 * sitting ends between the saving and the clearing. A step holds the order of the passes and of
 * each pass what changed; of an area that only gained strokes it holds the new ones, of a list the
 * things that are new. Used by one thread at a time.
 */
public final class Journal {
  private static final String ASIDE = "aside";
  private static final String LOG = "log";

  private final Path file;
  private RunSheet saved;

  /** Stands for the saved document in every line. */
  private String base;

  private RunSheet last;

  /** What was worked since the last save. */
  private TimeLog worked = TimeLog.EMPTY;

  /** What was worked for steps that could not be written. */
  private TimeLog unwritten = TimeLog.EMPTY;

  /** Number of the next line; 0 while there is no file. */
  private int next;

  private Journal(Path file, RunSheet saved) {
    this.file = file;
    this.saved = saved;
    base = base(saved);
    last = saved;
  }

  /**
   * The journal of a document, with the steps that it holds beyond it, if a sitting ended without
   * saving. What is of no use is set aside under a name of its own and said: what rests on another
   * state of the document, and what makes no sense from a line on; the steps before that line are
   * here.
   *
   * @param saved the sheet as it was saved last
   * @param warn is told in a sentence what was set aside
   */
  public static Journal open(Path file, RunSheet saved, Consumer<String> warn) throws IOException {
    Journal out = new Journal(file, saved);
    if (!Files.exists(file)) {
      return out;
    }
    List<String> own = List.of(out.base, fingerprint(EarlierForm.downgraded(saved)));
    JournalFile read = JournalFile.of(Files.readAllBytes(file), own::contains);
    boolean damaged = read.isDamaged();
    try {
      for (JsonNode line : read.steps()) {
        out.last = apply(out.last, line);
        out.worked = out.worked.plus(LogJson.read(line.path(LOG)));
      }
    } catch (IllegalArgumentException | ClassCastException e) {
      damaged = true;
    }
    if (damaged || read.isForeign()) {
      warn.accept(setAside(file, damaged && !read.isForeign()));
    }
    if (damaged || read.isForeign() || read.isEarlierForm() || !read.names()) {
      out.rewrite();
    } else {
      out.next = read.nextNumber();
      truncate(file, read.whole());
    }
    return out;
  }

  /** A journal that begins with the next step, whatever lies where it is to be. */
  static Journal empty(Path file, RunSheet saved) {
    return new Journal(file, saved);
  }

  /** Writes what is here anew, for what stood there cannot be gone on with. */
  private void rewrite() throws IOException {
    if (!hasSteps()) {
      Files.deleteIfExists(file);
      next = 0;
      return;
    }
    ObjectNode whole = step(saved, last, worked).put(JournalFile.ON, base);
    byte[] all = new JournalLine(0, whole).bytes();
    AtomicFile.write(file, t -> Files.write(t, all));
    next = 1;
  }

  private static void truncate(Path file, long size) throws IOException {
    try (FileChannel c = FileChannel.open(file, StandardOpenOption.WRITE)) {
      c.truncate(size);
    }
  }

  private static String setAside(Path file, boolean damaged) throws IOException {
    Path aside = FileNames.free(file, ASIDE);
    Files.copy(file, aside);
    return file.getFileName()
        + (damaged
            ? ": the record of unsaved work is damaged; what comes before is here, all of it is kept"
            : ": the record of unsaved work rests on another state of the document; it is kept")
        + " as "
        + aside.getFileName()
        + ".";
  }

  /** The sheet that its lines lead to. */
  public RunSheet last() {
    return last;
  }

  /** Whether it holds steps beyond the saved document. */
  public boolean hasSteps() {
    return !last.equals(saved);
  }

  private static String fingerprint(JsonNode sheet) {
    return Long.toHexString(new Hash().add(sheet.toString()).get());
  }

  private static String base(RunSheet s) {
    return fingerprint(SheetJson.write(s));
  }

  /** What was worked since the document was saved, as its lines say. */
  public TimeLog worked() {
    return worked;
  }

  /** Appends the step from the sheet before to {@code now}, of which no time is known. */
  public void append(RunSheet now) throws IOException {
    append(now, TimeLog.EMPTY);
  }

  /**
   * Appends the step from the sheet before to {@code now}.
   *
   * @param more what was worked for it
   */
  public void append(RunSheet now, TimeLog more) throws IOException {
    unwritten = unwritten.plus(more);
    if (wasDeleted()) {
      next = 0;
      write(step(saved, now, worked.plus(unwritten)));
    } else {
      write(step(last, now, unwritten));
    }
    last = now;
    worked = worked.plus(unwritten);
    unwritten = TimeLog.EMPTY;
  }

  /** Whether somebody took away what was written: all of it has to be written again then. */
  private boolean wasDeleted() {
    return next > 0 && !Files.exists(file);
  }

  /** Says, before a document is saved, that what follows rests on it. */
  void saving(RunSheet now) throws IOException {
    if (next > 0) {
      write(Json.F.objectNode().put(JournalFile.SAVED, base(now)));
    }
  }

  private void write(ObjectNode step) throws IOException {
    if (next == 0 && Files.exists(file)) {
      Files.move(file, FileNames.free(file, ASIDE));
    }
    step.put(JournalFile.ON, base);
    ByteBuffer line = ByteBuffer.wrap(new JournalLine(next, step).bytes());
    try (FileChannel c =
        FileChannel.open(
            file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.APPEND)) {
      long before = c.size();
      try {
        while (line.hasRemaining()) {
          c.write(line);
        }
      } catch (IOException e) {
        c.truncate(before);
        throw e;
      }
    }
    next++;
  }

  /** Waits until all that was appended is on the disk. */
  void force() throws IOException {
    if (wasDeleted()) {
      rewrite();
    } else if (next > 0) {
      try (FileChannel c = FileChannel.open(file, StandardOpenOption.WRITE)) {
        c.force(false);
      }
    }
  }

  /** Begins anew after a save. */
  public void clear(RunSheet now) throws IOException {
    saved = now;
    base = base(now);
    last = now;
    worked = TimeLog.EMPTY;
    unwritten = TimeLog.EMPTY;
    next = 0;
    Files.deleteIfExists(file);
  }

  /** Drops the steps since the last save. */
  void drop() throws IOException {
    clear(saved);
  }

  private static ObjectNode step(RunSheet before, RunSheet now, TimeLog worked) {
    ObjectNode o = Json.F.objectNode();
    if (!worked.isEmpty()) {
      o.set(LOG, LogJson.write(worked));
    }
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
