package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.PersonMask;
import carezza.face.Pin;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.io.format.UnreadableFileException;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.reading.Saliency;
import carezza.setting.Place;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

public class DocumentTest {
  private Path dir;
  private Path picture;
  private DocumentStore store;

  @BeforeMethod
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-doc");
    picture = Files.write(dir.resolve("p.jpg"), new byte[] {1, 2, 3});
    store = DocumentStore.of(picture, dir.resolve("own"));
  }

  private static Stroke stroke(Random r, int n) {
    int[] s = new int[n * Stroke.FIELDS];
    int x = r.nextInt(16_000);
    int y = r.nextInt(16_000);
    for (int i = 0; i < n; i++) {
      x += r.nextInt(81) - 40;
      y += r.nextInt(81) - 40;
      s[i * Stroke.FIELDS] = x;
      s[i * Stroke.FIELDS + 1] = y;
      s[i * Stroke.FIELDS + 2] = 120 + r.nextInt(136);
      s[i * Stroke.FIELDS + 3] = r.nextInt(60);
      s[i * Stroke.FIELDS + 4] = 8 * i;
    }
    return new Stroke(
        new Stroke.Brush(
            r.nextBoolean(), 0.5 + r.nextInt(300) / 10.0, 1 + r.nextInt(20), r.nextInt(11) / 10.0),
        s);
  }

  /** 30 heals and 60 strokes of a hundred samples, and one of everything else. */
  static RunSheet full() {
    Random r = new Random(42);
    List<Heal> heals = new ArrayList<>();
    for (int i = 0; i < 30; i++) {
      heals.add(
          new Heal(
              r.nextDouble() * 2000,
              r.nextDouble() * 2500,
              5,
              6,
              1 + r.nextInt(80) / 10.0,
              r.nextInt(99),
              -r.nextInt(99)));
    }
    Area dodge = Area.NONE;
    Area burn = Area.ofRegion("skin");
    for (int i = 0; i < 30; i++) {
      dodge = dodge.with(stroke(r, 100));
      burn = burn.with(stroke(r, 100));
    }
    RunSheet s =
        RunSheet.EMPTY
            .withFaceMap(new FaceMap(new Pin(839.7, 879.8), new Pin(1242.7, 880.6), 61.5))
            .withRegion("skin", Area.NONE.with(new Seed(Seed.Like.SKIN, 10.25, 11.5, 1.5)));
    s = s.add(Pass.start(1, Kinds.of("neutral"), Area.WHOLE).with("mired", -41));
    s = s.add(Pass.start(2, Kinds.of("heals"), Area.WHOLE).with(Heals.HEALS, Heal.numbered(heals)));
    s = s.add(Pass.start(3, Kinds.of("dodge"), dodge).withStrength(0.72));
    s = s.add(Pass.start(4, Kinds.of("burn"), burn.inverted(true)).withOn(false));
    return s.add(
        Pass.start(5, Kinds.of("skin"), Area.ofRegion("skin"))
            .withPlace("reference", new Place(5, 6, 7)));
  }

  @Test
  public void everythingComesBackAndIsSmall() throws IOException {
    store.save(store.load().with(full()));
    assertThat(store.isBesidePicture()).isTrue();
    assertThat(Files.size(store.file())).isLessThan(100_000);
    Document back = store.load();
    assertThat(back.sheet()).isEqualTo(full());
    assertThat(back.sourceSha256()).isEqualTo(DocumentStore.sha256(picture));
  }

  private static FaceMap found() {
    Random r = new Random(5);
    List<Pin> mesh = new ArrayList<>();
    for (int i = 0; i < FoundFace.POINTS; i++) {
      mesh.add(new Pin(r.nextInt(200_000) / 100.0, r.nextInt(250_000) / 100.0));
    }
    byte[] chance = new byte[250 * 300];
    for (int i = 0; i < chance.length; i++) {
      double far = Math.hypot(i % 250 - 125, i / 250 - 150) / 90;
      chance[i] = (byte) (5 * Math.round(51 / (1 + Math.exp(20 * (far - 1)))));
    }
    PersonMask person = new PersonMask(8, 250, 300, chance);
    FoundFace f =
        new FoundFace(0.93, mesh, new Pin(700.5, 800.25), new Pin(1100, 810), 78.1, 77.9, person);
    return FaceMap.of(List.of(f, f.withMesh(mesh)));
  }

  private static Extent.Loop loop() {
    return new Extent.Loop(List.of(new Pin(1, 2), new Pin(300.75, 4), new Pin(5, 600)));
  }

  @Test
  public void foundFacesAndJoinedAreasComeBack() throws IOException {
    Area area =
        Area.ofRegion("skin")
            .with(new Term(Term.How.TAKE, "underEyes", 2.5))
            .with(new Term(Term.How.ADD, "lips", 0))
            .with(new Term(Term.How.WITHIN, new Extent.Tone(20, 70.5, 10, 5), 0))
            .with(new Term(Term.How.WITHIN, new Extent.Hue(52, 30, 12.5), 0))
            .with(new Term(Term.How.TAKE, new Extent.Lightness(), 0))
            .with(new Term(Term.How.ADD, new Extent.Oval(500.25, 400, 80, 60, 0.3), 4))
            .with(new Term(Term.How.WITHIN, new Extent.Ramp(10, 20, 900.5, 30), 0))
            .with(new Term(Term.How.TAKE, loop(), 1))
            .withFollow(2.5);
    RunSheet s =
        RunSheet.EMPTY
            .withFaceMap(found())
            .withRegion("skin", Area.found("skin").with(stroke(new Random(2), 30)))
            .withRegion("the lamp\u2019s side", Area.ofRegion("skin").inverted(true))
            .add(Pass.start(1, Kinds.of("twoBands"), area));
    store.save(store.load().with(s));
    assertThat(store.load().sheet()).isEqualTo(s);
    assertThat(Files.size(store.file())).as("two faces").isLessThan(40_000);
    ObjectMapper m = new ObjectMapper();
    ObjectNode o = (ObjectNode) m.readTree(store.file().toFile());
    ((ObjectNode) o.path("faceMap").path("person")).put("w", 9);
    m.writeValue(store.file().toFile(), o);
    assertThatThrownBy(() -> store.load())
        .hasMessageContaining(store.file().getFileName().toString());
  }

  /** What the journal leads to from a saved sheet. */
  private RunSheet left(RunSheet saved) throws IOException {
    return store.journal(saved, w -> {}).last();
  }

  /** A face map is written once, not with every step, and can be taken back. */
  @Test
  public void theJournalKeepsAFaceMapAndItsUndoing() throws IOException {
    store.save(store.load().with(RunSheet.EMPTY));
    RunSheet mapped = RunSheet.EMPTY.withFaceMap(found());
    RunSheet painted = mapped.add(Pass.start(1, Kinds.of("dodge"), Area.NONE));
    Journal journal = store.journal(RunSheet.EMPTY, w -> {});
    journal.append(mapped);
    journal.append(painted);
    assertThat(store.load().sheet()).isEqualTo(RunSheet.EMPTY);
    assertThat(left(RunSheet.EMPTY)).isEqualTo(painted);
    journal.append(RunSheet.EMPTY);
    assertThat(left(RunSheet.EMPTY)).isEqualTo(RunSheet.EMPTY);
  }

  @Test
  public void placesThatWereWavedAwayStaySo() throws IOException {
    RunSheet left = full().leaving(new Saliency.Place(120.5, 60, 22, 1.4));
    store.save(store.load().with(left));
    assertThat(store.load().sheet()).isEqualTo(left);
    RunSheet more = left.leaving(new Saliency.Place(300, 80, 9, 0.9));
    store.journal(left, w -> {}).append(more);
    assertThat(left(left)).isEqualTo(more);
  }

  @Test
  public void unknownFieldsSurvive() throws IOException {
    store.save(store.load().with(full()));
    ObjectMapper m = new ObjectMapper();
    ObjectNode o = (ObjectNode) m.readTree(store.file().toFile());
    o.put("carezza", 7).put("mood", "calm");
    ((ObjectNode) o.path("passes").get(1)).put("mood", "busy");
    m.writeValue(store.file().toFile(), o);
    Document d = store.load();
    store.save(d.with(d.sheet().change(2, p -> p.withStrength(0.5))));
    ObjectNode again = (ObjectNode) m.readTree(store.file().toFile());
    assertThat(again.path("mood").asText()).isEqualTo("calm");
    assertThat(again.path("carezza").asInt()).isEqualTo(7);
    assertThat(again.path("passes").get(1).path("mood").asText()).isEqualTo("busy");
    assertThat(again.path("passes").get(1).path("strength").asDouble()).isEqualTo(0.5);
  }

  @Test
  public void aSaveThatDiesLeavesTheOldDocument() throws IOException {
    store.save(store.load().with(full()));
    byte[] old = Files.readAllBytes(store.file());
    assertThatThrownBy(
            () ->
                AtomicFile.write(
                    store.file(),
                    t -> {
                      Files.writeString(t, "{ half");
                      throw new IOException("No space left on device");
                    }))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("p.jpg.carezza.json")
        .hasMessageContaining("the disk is full");
    assertThat(Files.readAllBytes(store.file())).isEqualTo(old);
    try (var files = Files.list(dir)) {
      assertThat(files.map(Path::toString).filter(f -> f.endsWith(".part"))).isEmpty();
    }
  }

  @Test
  public void theJournalBringsUnsavedWorkBack() throws IOException {
    RunSheet saved = full();
    store.save(store.load().with(saved));
    Journal j = store.journal(saved, w -> {});
    Random r = new Random(1);
    RunSheet a = saved.change(3, p -> p.withArea(p.area().with(stroke(r, 100))));
    RunSheet b = a.without(2).add(Pass.start(9, Kinds.of("twoBands"), Area.ofRegion("skin")));
    RunSheet c = b.withRegion("teeth", Area.WHOLE).change(9, p -> p.with("split", 2.5));
    j.append(a);
    long afterStroke = Files.size(store.journalFile());
    j.append(b);
    j.append(c);
    assertThat(afterStroke).as("one stroke is one stroke").isLessThan(2500);
    assertThat(left(store.load().sheet())).isEqualTo(c);
    // a sitting that recovers goes on with the same journal
    RunSheet d = c.change(3, p -> p.withStrength(0.25));
    store.journal(saved, w -> {}).append(d);
    assertThat(left(store.load().sheet())).isEqualTo(d);
    // killed between the save and the clearing of the journal: the document already has it all
    store.save(store.load().with(d));
    assertThat(store.journal(store.load().sheet(), w -> {}).hasSteps()).isFalse();
    Journal next = store.journal(d, w -> {});
    next.append(d.without(3));
    assertThat(left(d)).isEqualTo(d.without(3));
    j.clear(c);
    assertThat(store.journal(c, w -> {}).hasSteps()).isFalse();
  }

  /** A heal without share and form, as documents had them, is of the former form and written so. */
  @Test
  public void whatHealsHadNotBeforeIsWrittenOnlyWhereItIs() {
    Heal former = new Heal(1, 2, 3, 4, 5, 6, 7).withId(9).inForm(Heal.FORMER);
    ObjectNode written = Heal.FORM.write(former);
    assertThat(written.has("share") || written.has("form")).isFalse();
    assertThat(Heal.FORM.read(written)).isEqualTo(former);
    Heal softened = former.inForm(Heal.NOW).withShare(0.6);
    assertThat(Heal.FORM.write(softened).path("share").doubleValue()).isEqualTo(0.6);
    assertThat(Heal.FORM.read(Heal.FORM.write(softened))).isEqualTo(softened);
    assertThatThrownBy(() -> former.withShare(0))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("share = 0.0");
  }

  @Test
  public void aChangeInAListOf500IsALineUnder1kB() throws IOException {
    Random r = new Random(9);
    List<Heal> heals = new ArrayList<>();
    for (int i = 0; i < 500; i++) {
      heals.add(new Heal(r.nextDouble() * 4000, r.nextDouble() * 5000, 5, 6, 3, 9.5, -40.25));
    }
    RunSheet saved =
        full().change(2, p -> p.with(Heals.HEALS, Heal.numbered(heals)).withStrength(1));
    Journal j = store.journal(saved, w -> {});
    RunSheet one =
        saved.change(
            2,
            p -> {
              List<Heal> all = new ArrayList<>(p.get(Heals.HEALS));
              all.set(250, all.get(250).from(7, 8));
              return p.with(Heals.HEALS, all);
            });
    j.append(one);
    long first = Files.size(store.journalFile());
    RunSheet two =
        one.change(
            2,
            p -> {
              List<Heal> all = new ArrayList<>(p.get(Heals.HEALS));
              all.remove(3);
              all.add(new Heal(1, 2, 3, 4, 5, 6, 7).withId(Heals.HEALS.nextId(all)));
              return p.with(Heals.HEALS, all);
            });
    j.append(two);
    assertThat(first).isLessThan(1000);
    assertThat(Files.size(store.journalFile()) - first).isLessThan(1000);
    assertThat(left(saved)).isEqualTo(two);
  }

  @Test
  public void aLineThatWasCutOffIsLeftOut() throws IOException {
    RunSheet saved = full();
    Journal j = store.journal(saved, w -> {});
    RunSheet a = saved.change(3, p -> p.withStrength(0.1));
    j.append(a);
    j.append(a.change(3, p -> p.withStrength(0.9)));
    byte[] all = Files.readAllBytes(store.journalFile());
    Files.write(store.journalFile(), java.util.Arrays.copyOf(all, all.length - 20));
    assertThat(left(saved)).isEqualTo(a);
    RunSheet b = a.change(3, p -> p.withStrength(0.6));
    store.journal(saved, w -> {}).append(b);
    assertThat(left(saved)).as("work after a crash").isEqualTo(b);
    Files.writeString(
        store.journalFile(),
        Files.readString(store.journalFile()).lines().findFirst().orElseThrow() + "\nno json\n",
        StandardCharsets.UTF_8);
    List<String> warned = new ArrayList<>();
    assertThat(store.journal(saved, warned::add).last()).isEqualTo(a);
    assertThat(warned).singleElement().asString().contains("p.jpg.carezza.journal");
    store.journal(saved, w -> {}).append(b);
    assertThat(store.journal(saved, warned::add).last()).isEqualTo(b);
    assertThat(warned).hasSize(1);
  }

  @Test
  public void damagedDocumentsGiveASentence() throws IOException {
    Files.writeString(store.file(), "{\"carezza\": 1, \"passes\": [");
    assertThatThrownBy(store::load)
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("damaged near line");
    Files.writeString(store.file(), "{\"name\": 1}");
    assertThatThrownBy(store::load).hasMessageContaining("not a Carezza document");
    Files.writeString(
        store.file(),
        "{\"carezza\": 1, \"passes\": [{\"id\": 1, \"kind\": \"dodge\", \"strength\": 9}]}");
    assertThatThrownBy(store::load).hasMessageContaining("strength = 9.0");
  }

  @Test
  public void strokesComeBackBitByBit() {
    Random r = new Random(8);
    for (int i = 0; i < 50; i++) {
      Stroke s = stroke(r, 1 + r.nextInt(200));
      assertThat(StrokeCode.decode(StrokeCode.encode(s.samples()))).isEqualTo(s.samples());
    }
    int[] extreme = {Integer.MAX_VALUE, Integer.MIN_VALUE, 0, -1, 1, 0, 0, 0, 0, 0};
    assertThat(StrokeCode.decode(StrokeCode.encode(extreme))).isEqualTo(extreme);
    assertThatThrownBy(() -> StrokeCode.decode("gA")).hasMessageContaining("cut off");
  }

  @Test
  public void aNewDocumentIsEmpty() throws IOException {
    Document d = store.load();
    assertThat(d.sheet()).isEqualTo(RunSheet.EMPTY);
    assertThat(d.read()).isEqualTo(JsonNodeFactory.instance.objectNode());
  }

  /** Saves over and over until it is killed. */
  static final class Saver {
    private Saver() {}

    public static void main(String[] args) throws IOException {
      DocumentStore store = DocumentStore.of(Path.of(args[0]), Path.of(args[1]));
      Document d = store.load();
      for (int i = 0; ; i++) {
        double strength = i % 100 / 100.0;
        store.save(d.with(full().change(3, p -> p.withStrength(strength))));
        System.out.println(i);
      }
    }
  }

  @Test
  public void killedWhileSavingADocumentIsAlwaysWhole() throws Exception {
    for (int run = 0; run < 3; run++) {
      Process p =
          new ProcessBuilder(
                  Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                  "-cp",
                  System.getProperty("java.class.path"),
                  Saver.class.getName(),
                  picture.toString(),
                  dir.resolve("own").toString())
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
      try (var in = p.inputReader()) {
        for (int line = 0; line < 5 + 7 * run; line++) {
          assertThat(in.readLine()).matches("\\d+");
        }
      } finally {
        p.destroyForcibly().waitFor();
      }
      assertThat(store.load().sheet().passes()).hasSize(5);
    }
  }

  @Test
  public void savedReopenedAndRenderedGivesTheSameBits() throws IOException {
    store.save(store.load().with(full()));
    RunSheet back = store.load().sheet();
    SourcePicture p = new SourcePicture(600, 400, 8, 3);
    Random r = new Random(3);
    for (int i = 0; i < 600 * 400; i++) {
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % 600, i / 600, 90 + 30 * (2 - c) + r.nextInt(20));
      }
    }
    RgbBlock a = render(p, full());
    RgbBlock b = render(p, back);
    for (int c = 0; c < 3; c++) {
      assertThat(b.channel(c)).isEqualTo(a.channel(c));
    }
    assertThat(a.g()).isNotEqualTo(render(p, RunSheet.EMPTY).g());
  }

  private static RgbBlock render(SourcePicture p, RunSheet s) {
    Engine e = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 26));
    return e.view(s, () -> false).read(0, p.bounds());
  }
}
