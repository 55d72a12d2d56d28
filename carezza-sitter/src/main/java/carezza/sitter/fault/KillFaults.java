package carezza.sitter.fault;

import carezza.area.Area;
import carezza.io.AtomicFile;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.io.IccProfile;
import carezza.io.Journal;
import carezza.io.JournalWriter;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.io.format.OutputFormats;
import carezza.io.format.UnreadableFileException;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;

/**
 * Processes that are killed between and inside their saves, records and exports, and two that save
 * the same document at once: what is there is whole, and what was said to be on the disk is.
 */
public final class KillFaults {
  private static final double STEPS = 1000;
  private static final String SAVES = "kills while saving";
  private static final String RECORDS = "kills while recording";
  private static final String EXPORTS = "kills while exporting";
  private static final String TWO = "two writers at once";

  private final Path dir;
  private final Path picture;

  /**
   * @param dir an empty folder to work in
   */
  public KillFaults(Path dir) throws IOException {
    this.dir = dir;
    picture = dir.resolve("p.png");
    OutputFormats.PNG.write(
        MadePicture.photograph(400, 300, 16, 3, 2), 1, IccProfile.srgb(), picture);
  }

  private static RunSheet sheet(int i) {
    RunSheet s = RunSheet.EMPTY;
    for (int k = 0; k < 20; k++) {
      s = s.add(Pass.start(s.nextId(), Kinds.of("dodge"), Area.NONE));
    }
    return s.change(1, p -> p.withStrength(i % STEPS / STEPS));
  }

  private static int step(RunSheet s) {
    return (int) Math.round(STEPS * s.pass(1).orElseThrow().strength());
  }

  /** What is killed: does one thing over and over and says each time that it is done. */
  static final class Worker {
    private Worker() {}

    public static void main(String[] args) throws Exception {
      Path picture = Path.of(args[1]);
      switch (args[0]) {
        case "save" -> save(picture);
        case "record" -> record(picture);
        default -> export(picture);
      }
    }

    private static void save(Path picture) throws IOException {
      DocumentStore store = DocumentStore.of(picture, picture.resolveSibling("own"));
      Document d = store.load();
      for (int i = 0; ; i++) {
        DocumentStore.write(store.file(), d.with(sheet(i)));
        System.out.println(i);
      }
    }

    private static void record(Path picture) throws IOException {
      DocumentStore store = DocumentStore.of(picture, picture.resolveSibling("own"));
      Journal j = Journal.open(store.journalFile(), sheet(0), w -> {});
      JournalWriter w = new JournalWriter(j, e -> System.out.println(e));
      for (int i = 1; ; i++) {
        w.append(sheet(i));
        if (i % 3 == 0) {
          w.flush();
          System.out.println(i);
        }
      }
    }

    private static void export(Path picture) throws IOException {
      PictureFile file = PictureReader.read(picture);
      for (int i = 0; ; i++) {
        Path out = picture.resolveSibling("out" + i % 3 + ".tif");
        BareExport.write(file, out, OutputFormats.TIFF, file.picture().depth());
        System.out.println(i);
      }
    }
  }

  private Process start(String what) throws IOException {
    return new ProcessBuilder(
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "-cp",
            System.getProperty("java.class.path"),
            "-Xshare:auto",
            "-XX:TieredStopAtLevel=1",
            Worker.class.getName(),
            what,
            picture.toString())
        .redirectError(ProcessBuilder.Redirect.DISCARD)
        .start();
  }

  /** Starts a worker, kills it at some moment, and gives the last thing it said; -1 for nothing. */
  private int killed(String what, Random r) throws IOException, InterruptedException {
    Process p = start(what);
    int said = -1;
    try (BufferedReader in = p.inputReader()) {
      int lines = r.nextInt(12);
      for (int i = 0; i < lines; i++) {
        String line = in.readLine();
        if (line == null || !line.matches("\\d+")) {
          throw new IOException("the worker said: " + line);
        }
        said = Integer.parseInt(line);
      }
      Thread.sleep(r.nextInt(lines == 0 ? 500 : 25));
      p.toHandle().destroyForcibly(); // which leaves what it has said to be read
      p.waitFor();
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        said = line.matches("\\d+") ? Integer.parseInt(line) : said;
      }
    }
    return said;
  }

  /** One kill by a seed. */
  public void kill(long seed, FaultTable table) throws IOException, InterruptedException {
    Random r = new Random(seed);
    switch ((int) (seed % 3)) {
      case 0 -> save(seed, r, table);
      case 1 -> record(seed, r, table);
      default -> export(seed, r, table);
    }
    sweep(seed, table);
  }

  private void save(long seed, Random r, FaultTable table)
      throws IOException, InterruptedException {
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    Files.deleteIfExists(store.file());
    int said = killed("save", r);
    try {
      Document d = store.load();
      int there = d.sheet().passes().isEmpty() ? -1 : step(d.sheet());
      judge(SAVES, seed, there >= said, "step " + there + " after " + said, table);
    } catch (UnreadableFileException e) {
      table.fail(SAVES, seed, e.getMessage());
    }
  }

  private void record(long seed, Random r, FaultTable table)
      throws IOException, InterruptedException {
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    Files.deleteIfExists(store.journalFile());
    int said = killed("record", r);
    List<String> warned = new ArrayList<>();
    int there = step(Journal.open(store.journalFile(), sheet(0), warned::add).last());
    String how = "step " + there + " after " + said + " " + warned;
    judge(RECORDS, seed, there >= said && warned.isEmpty(), how, table);
    Files.deleteIfExists(store.journalFile());
  }

  private void export(long seed, Random r, FaultTable table)
      throws IOException, InterruptedException {
    int said = killed("export", r);
    int whole = 0;
    long want = PictureReader.read(picture).picture().contentHash();
    for (int i = 0; i < 3; i++) {
      Path out = dir.resolve("out" + i + ".tif");
      if (Files.exists(out)) {
        boolean same = PictureReader.read(out).picture().contentHash() == want;
        whole += same ? 1 : -9;
        Files.delete(out);
      }
    }
    judge(EXPORTS, seed, whole >= Math.min(3, said + 1), whole + " after " + said, table);
  }

  private static void judge(String what, long seed, boolean good, String how, FaultTable table) {
    if (good) {
      table.add(what, FaultTable.Outcome.WHOLE);
    } else {
      table.fail(what, seed, how);
    }
  }

  /** What a killed process has left behind goes with the next thing that is written there. */
  private void sweep(long seed, FaultTable table) throws IOException {
    FileTime before = FileTime.from(Instant.now().minus(Duration.ofHours(1)));
    for (Path p : parts()) {
      Files.setLastModifiedTime(p, before);
    }
    AtomicFile.write(dir.resolve("note.txt"), t -> Files.writeString(t, "written"));
    if (!parts().isEmpty()) {
      table.fail("left behind", seed, parts().toString());
    }
  }

  private List<Path> parts() throws IOException {
    try (Stream<Path> all = Files.list(dir)) {
      return all.filter(p -> p.getFileName().toString().endsWith(".part")).toList();
    }
  }

  /**
   * Two processes save one document over and over, without heeding each other; it is read
   * meanwhile.
   *
   * @param reads how often
   */
  public void twoWriters(long seed, int reads, FaultTable table)
      throws IOException, InterruptedException {
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    Process a = start("save");
    Process b = start("save");
    try (BufferedReader one = a.inputReader();
        BufferedReader other = b.inputReader()) {
      for (int i = 0; i < reads; i++) {
        if (one.readLine() == null || other.readLine() == null) {
          table.fail(TWO, seed, "one of them stopped");
          return;
        }
        if (store.load().sheet().passes().size() == 20) {
          table.add(TWO, FaultTable.Outcome.WHOLE);
        } else {
          table.fail(TWO, seed, "half a document");
        }
      }
    } catch (UnreadableFileException e) {
      table.fail(TWO, seed, e.getMessage());
    } finally {
      a.destroyForcibly().waitFor();
      b.destroyForcibly().waitFor();
    }
  }
}
