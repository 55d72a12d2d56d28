package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.image.Hash;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import org.testng.SkipException;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Documents written by earlier versions open and render to the same bits. Those of {@code form1}
 * were written by the last version with that form, which also rendered them: the list holds, of
 * each, a hash of the picture's codes and one of the light that came out. Every kind of pass, term
 * and extent of that form is among them.
 */
public class EarlierFormsTest {
  private static final Path FORM_1 = Path.of("src/test/resources/carezza/io/form1");
  private static final Path DEMO = Path.of("../demo");
  private static final int ROWS = 256;

  @DataProvider
  public Object[][] documents() throws IOException {
    return Files.readAllLines(FORM_1.resolve("renders.txt")).stream()
        .map(line -> (Object[]) line.split(" "))
        .toArray(Object[][]::new);
  }

  private static Path picture(String document) {
    String end = ".carezza.json";
    return document.endsWith(".jpg" + end)
        ? DEMO.resolve(document.substring(0, document.length() - end.length()))
        : FORM_1.resolve("maren-half.png");
  }

  @Test(dataProvider = "documents")
  public void rendersTheSameBits(String document, String codes, String light) throws IOException {
    Path picture = picture(document);
    PictureFile file = PictureReader.read(picture);
    if (!Long.toHexString(file.picture().contentHash()).equals(codes)) {
      throw new SkipException("this JPEG decoder gives other codes for " + picture);
    }
    Path from = picture.startsWith(DEMO) ? DEMO.resolve(document) : FORM_1.resolve(document);
    Document d = DocumentStore.read(from);
    assertThat(hash(file, d)).isEqualTo(light);
    Path again = Files.createTempFile("carezza", ".json");
    try {
      DocumentStore.write(again, d);
      assertThat(DocumentStore.read(again).sheet()).isEqualTo(d.sheet());
    } finally {
      Files.delete(again);
    }
  }

  /** Work that was not saved before a newer version came is not lost with it. */
  @Test
  public void aJournalOfForm1IsReplayedAndGoneOnWith() throws IOException {
    RunSheet saved = DocumentStore.read(FORM_1.resolve("01-clean.carezza.json")).sheet();
    RunSheet after = DocumentStore.read(FORM_1.resolve("01-clean.after.carezza.json")).sheet();
    Path journal = Files.createTempFile("carezza", ".journal");
    Path aside = journal.resolveSibling(journal.getFileName() + ".old");
    try {
      Files.copy(
          FORM_1.resolve("01-clean.carezza.journal"), journal, StandardCopyOption.REPLACE_EXISTING);
      RunSheet back = Journal.open(journal, saved, w -> {}).last();
      assertThat(back).isEqualTo(after);
      RunSheet next = back.change(8, p -> p.withStrength(0.25));
      Journal.open(journal, saved, w -> {}).append(next);
      assertThat(Journal.open(journal, saved, w -> {}).last()).isEqualTo(next);
    } finally {
      Files.deleteIfExists(journal);
      Files.deleteIfExists(aside);
    }
  }

  /** Of all that is tested here one changed number shows. */
  @Test
  public void anotherSheetHasAnotherHash() throws IOException {
    PictureFile file = PictureReader.read(FORM_1.resolve("maren-half.png"));
    Document d = DocumentStore.read(FORM_1.resolve("05-strokes.carezza.json"));
    Document other = d.with(d.sheet().change(1, p -> p.withStrength(1.49)));
    assertThat(hash(file, other)).isNotEqualTo(hash(file, d));
    assertThat(List.of(documents())).hasSize(13);
  }

  private static String hash(PictureFile file, Document d) {
    Engine engine = new Engine(file.picture(), file.encoding(), new TileCache(1L << 29));
    SheetView view = engine.view(d.sheet(), () -> false).prepared();
    Rect b = file.picture().bounds();
    Hash h = new Hash();
    for (int y = 0; y < b.h(); y += ROWS) {
      RgbBlock row = view.readTogether(0, new Rect(0, y, b.w(), Math.min(ROWS, b.h() - y)));
      for (int c = 0; c < 3; c++) {
        for (float v : row.channel(c)) {
          h.add((long) Float.floatToIntBits(v));
        }
      }
    }
    return Long.toHexString(h.get());
  }
}
