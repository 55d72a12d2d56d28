package carezza.sitter.fault;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.io.Journal;
import carezza.io.format.UnreadableFileException;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;

/**
 * Damaged documents: each is refused in a sentence, or read, written and read again as the same
 * sheet, which renders. Damaged journals: the steps whose lines are whole before the damage come
 * back, nothing that was never done does, and what is not used is set aside and said.
 */
public final class DocumentFaults {
  private static final String DOCUMENTS = "documents damaged";
  private static final String JOURNALS = "journals damaged";
  private static final int W = 160;
  private static final int H = 200;

  /** One document in so many is rendered too. */
  private static final int RENDERED = 8;

  private static final Frame FRAME = new Frame(new Rect(0, 0, W, H), 1.2);

  private final Path dir;
  private final byte[] whole;
  private final List<RunSheet> states = new ArrayList<>();
  private final byte[] journal;
  private final List<Integer> lineEnds = new ArrayList<>();

  /**
   * @param dir an empty folder to work in
   */
  public DocumentFaults(Path dir) throws IOException {
    this.dir = dir;
    RunSheet sheet = sheet();
    Path p = dir.resolve("whole.carezza.json");
    DocumentStore.write(
        p, new Document("p.jpg", "00", sheet, JsonNodeFactory.instance.objectNode()));
    whole = Files.readAllBytes(p);
    states.add(sheet);
    Path j = dir.resolve("whole.carezza.journal");
    Journal made = Journal.open(j, sheet, w -> {});
    for (int i = 0; i < 6; i++) {
      RunSheet next = step(states.get(states.size() - 1), i);
      made.append(next);
      states.add(next);
    }
    journal = Files.readAllBytes(j);
    for (int i = 0; i < journal.length; i++) {
      if (journal[i] == '\n') {
        lineEnds.add(i + 1);
      }
    }
  }

  private static RunSheet step(RunSheet s, int i) {
    long id = s.passes().get(i % s.passes().size()).id();
    return switch (i % 3) {
      case 0 -> s.change(id, p -> p.withOn(!p.on()));
      case 1 -> s.without(id);
      default -> s.withRegion("teeth", Area.NONE.with(stroke(i)));
    };
  }

  /** A sheet with every kind and every way to say where it acts. */
  private static RunSheet sheet() {
    RunSheet s = RunSheet.EMPTY.withFaceMap(new FaceMap(new Pin(50, 70), new Pin(110, 72)));
    s = s.withRegion("skin", Area.NONE.with(new Seed(Seed.Like.SKIN, 60, 90, 1)).with(stroke(1)));
    List<Extent> extents =
        List.of(
            new Extent.Region("skin"),
            new Extent.Tone(20, 70.5, 10, 5),
            new Extent.Hue(52, 30, 12.5),
            new Extent.Lightness(),
            new Extent.Oval(50, 40, 8, 6, 0.3),
            new Extent.Ramp(10, 20, 90, 30),
            new Extent.Loop(List.of(new Pin(1, 2), new Pin(90, 4), new Pin(5, 80))));
    int i = 0;
    for (PassKind k : Kinds.all()) {
      Area area =
          Area.WHOLE
              .with(stroke(i))
              .with(new Term(Term.How.WITHIN, extents.get(i % extents.size()), 2));
      Pass p = Pass.start(s.nextId(), k, area).withSettings(k.sample(FRAME));
      s = s.add(p);
      i++;
    }
    return s;
  }

  private static Stroke stroke(int seed) {
    Random r = new Random(seed);
    int[] at = new int[20 * Stroke.FIELDS];
    for (int i = 0; i < at.length; i++) {
      at[i] = i % Stroke.FIELDS == 4 ? 2 * i : r.nextInt(200);
    }
    return new Stroke(new Stroke.Brush(seed % 2 == 0, 4 + seed % 5, 3, 0.5), at);
  }

  /** Damages the document by a seed. */
  public void document(long seed, FaultTable table) throws IOException {
    Random r = new Random(seed);
    byte[] bad = r.nextInt(3) == 0 ? Damage.text(whole, r) : Damage.json(whole, r);
    Path p = Files.write(dir.resolve("d.carezza.json"), bad);
    Document d;
    try {
      d = DocumentStore.read(p);
    } catch (UnreadableFileException e) {
      if (e.getMessage().startsWith("d.carezza.json: ")
          && !e.getMessage().contains("carezza.sheet")
          && !e.getMessage().contains("java.")) {
        table.add(DOCUMENTS, FaultTable.Outcome.REFUSED);
      } else {
        table.fail(DOCUMENTS, seed, "no sentence: " + e.getMessage());
      }
      return;
    } catch (IOException | RuntimeException | Error e) {
      table.fail(DOCUMENTS, seed, "reading: ", e);
      return;
    }
    try {
      Path again = dir.resolve("again.carezza.json");
      DocumentStore.write(again, d);
      if (!DocumentStore.read(again).sheet().equals(d.sheet())) {
        table.fail(DOCUMENTS, seed, "read again as another sheet");
      } else {
        if (seed % RENDERED == 0) {
          render(d.sheet());
        }
        table.add(DOCUMENTS, FaultTable.Outcome.READ);
      }
    } catch (IOException | RuntimeException | Error e) {
      table.fail(DOCUMENTS, seed, "writing or rendering what was read: ", e);
    }
  }

  private static void render(RunSheet sheet) {
    SourcePicture p = new SourcePicture(W, H, 8, 3);
    for (int i = 0; i < W * H; i++) {
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % W, i / W, 80 + 30 * (2 - c) + (i * 31 % 17));
      }
    }
    SheetView view =
        new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 26)).view(sheet, () -> false);
    view.read(1, view.bounds(1));
  }

  /** Damages the journal by a seed. */
  public void journal(long seed, FaultTable table) throws IOException {
    Random r = new Random(seed);
    byte[] bad = r.nextBoolean() ? Damage.bytes(journal, r) : Damage.text(journal, r);
    Path p = Files.write(dir.resolve("p.carezza.journal"), bad);
    List<String> said = new ArrayList<>();
    try {
      Journal j = Journal.open(p, states.get(0), said::add);
      int state = states.indexOf(j.last());
      long before = lineEnds.stream().filter(end -> end <= same(bad)).count();
      List<Path> aside = asides();
      boolean lostWords = state < before;
      boolean silent = state < states.size() - 1 && said.isEmpty() && !isCutOff(bad);
      boolean kept = said.isEmpty() || aside.size() == 1 && Files.size(aside.get(0)) == bad.length;
      if (state < 0) {
        table.fail(JOURNALS, seed, "a sheet that never was");
      } else if (lostWords) {
        table.fail(JOURNALS, seed, "state " + state + " of at least " + before);
      } else if (silent || !kept) {
        table.fail(JOURNALS, seed, "not said or not kept: " + said);
      } else {
        goOn(j, p, seed, table);
      }
      for (Path a : aside) {
        Files.delete(a);
      }
    } catch (IOException | RuntimeException | Error e) {
      table.fail(JOURNALS, seed, "", e);
    }
  }

  /** What is recorded after the damage comes back too. */
  private void goOn(Journal j, Path p, long seed, FaultTable table) throws IOException {
    RunSheet next = j.last().withRegion("lips", Area.NONE.with(stroke(7)));
    j.append(next);
    if (Journal.open(p, states.get(0), w -> {}).last().equals(next)) {
      table.add(JOURNALS, FaultTable.Outcome.RECOVERED);
    } else {
      table.fail(JOURNALS, seed, "what came after was lost");
    }
  }

  private int same(byte[] bad) {
    int i = 0;
    while (i < bad.length && i < journal.length && bad[i] == journal[i]) {
      i++;
    }
    return i;
  }

  /** Only its end is missing, as after a kill. */
  private boolean isCutOff(byte[] bad) {
    int n = same(bad);
    boolean moreLines =
        new String(bad, n, bad.length - n, java.nio.charset.StandardCharsets.ISO_8859_1)
            .contains("\n");
    return !moreLines;
  }

  private List<Path> asides() throws IOException {
    try (Stream<Path> all = Files.list(dir)) {
      return all.filter(p -> p.getFileName().toString().contains(".aside")).toList();
    }
  }
}
