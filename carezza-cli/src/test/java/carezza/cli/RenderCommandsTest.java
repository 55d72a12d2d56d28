package carezza.cli;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.io.DocumentStore;
import carezza.io.PictureReader;
import carezza.job.TimeLog;
import carezza.pass.Stage;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Optional;
import org.testng.annotations.Test;

/** Rendering, the log, and what is said of files that are in the way or cannot be used. */
public class RenderCommandsTest extends CommandRun {
  @Test
  public void renderingDoesNotDependOnThreadsAndNeverWritesTheOriginal() throws IOException {
    byte[] original = Files.readAllBytes(picture);
    String one = dir.resolve("one.png").toString();
    String two = dir.resolve("two.png").toString();
    assertThat(run("render", picture.toString(), "--out", one, "--threads", "1")).isZero();
    assertThat(run("render", picture.toString(), "--out", two, "--threads", "2")).isZero();
    assertThat(Files.readAllBytes(Path.of(one))).isEqualTo(Files.readAllBytes(Path.of(two)));
    assertThat(Files.readAllBytes(picture)).isEqualTo(original);
    assertThat(PictureReader.read(Path.of(one)).picture().contentHash())
        .isNotEqualTo(PictureReader.read(picture).picture().contentHash());
    assertThat(run("render", picture.toString(), "--out", picture.toString())).isEqualTo(1);
    assertThat(err.toString()).contains("original");
  }

  @Test
  public void depthAndProfileCanBeAskedFor() throws IOException {
    String tif = dir.resolve("deep.tif").toString();
    assertThat(
            run("render", picture.toString(), "--out", tif, "--depth", "16", "--profile", "srgb"))
        .isZero();
    assertThat(PictureReader.read(Path.of(tif)).picture().depth()).isEqualTo(16);
    assertThat(
            run(
                "render",
                picture.toString(),
                "--out",
                dir.resolve("x.jpg").toString(),
                "--depth",
                "16"))
        .isEqualTo(1);
    assertThat(err.toString()).contains("JPEG holds 8 bits");
  }

  @Test
  public void theLogSaysWhatWasDoneAndHowLongItTook() throws IOException {
    Path job = Files.createDirectory(dir.resolve("job"));
    Path ilse = Files.copy(picture, job.resolve("ilse.jpg"));
    Files.copy(picture, job.resolve("untouched.jpg"));
    Files.copy(picture, job.resolve("broken.jpg"));
    Files.writeString(job.resolve("broken.jpg.carezza.json"), "{");
    TimeLog log =
        TimeLog.EMPTY.plus(
            new TimeLog.Entry(LocalDate.of(2026, 3, 4), Optional.of(Stage.CLEAN), 90, 8));
    RunSheet sheet = DocumentStore.read(DocumentStore.beside(picture)).sheet();
    DocumentStore store = DocumentStore.of(ilse, dir.resolve("own"));
    store.save(store.load().with(sheet, log));
    assertThat(run("log", job.toString(), "--json")).as("one cannot be read").isEqualTo(1);
    assertThat(err.toString()).startsWith("broken.jpg.carezza.json: ");
    JsonNode all = new ObjectMapper().readTree(out.toString());
    assertThat(all).hasSize(1);
    JsonNode one = all.get(0);
    assertThat(one.path("picture").asText()).isEqualTo("ilse.jpg");
    assertThat(one.path("seconds").asDouble()).isEqualTo(90);
    assertThat(one.path("days").get(0).asText()).isEqualTo("2026-03-04");
    JsonNode clean = one.path("stages").get(0);
    assertThat(clean.path("stage").asText()).isEqualTo("clean");
    assertThat(clean.path("has").path("healed").asInt()).isEqualTo(7);
    assertThat(run("log", ilse.toString())).isZero();
    assertThat(out.toString()).contains("clean", "1.5 min", "8 steps", "7 healed");
    assertThat(out.toString()).contains("1 picture").doesNotContain("1 pictures");
    assertThat(run("log", job.resolve("nowhere").toString())).isEqualTo(1);
    assertThat(err.toString()).contains("nowhere: there is no such file or folder.");
  }

  /** A source that is named as a mask would be is neither read over nor written over. */
  @Test
  public void nothingThatIsThereIsReplacedUnlessToldTo() throws IOException {
    Path folder = Files.createDirectory(dir.resolve("mine"));
    Path skin = Files.copy(DemoSitter.load("ilse").picture().path(), folder.resolve("skin.png"));
    byte[] own = Files.readAllBytes(skin);
    assertThat(run("regions", skin.toString(), "--out", folder.toString())).isEqualTo(1);
    assertThat(err.toString()).startsWith("skin.png: this is the original picture");
    assertThat(run("regions", skin.toString(), "--out", folder.toString(), "--replace"))
        .isEqualTo(1);
    assertThat(skin).hasBinaryContent(own);
    Path other = Files.writeString(folder.resolve("lips.png"), "another's file");
    Path a = Files.copy(skin, folder.resolve("a.jpg"));
    Files.delete(skin);
    assertThat(run("regions", a.toString(), "--out", folder.toString())).isEqualTo(1);
    assertThat(err.toString()).startsWith("lips.png: it is there already").contains("--replace");
    assertThat(other).hasContent("another's file");
    assertThat(folder.resolve("map.json")).doesNotExist();
    String to = other.toString();
    assertThat(run("render", a.toString(), "--out", to)).isEqualTo(1);
    assertThat(run("propose", a.toString(), "--passes", "neutral", "--out", to)).isEqualTo(1);
    assertThat(other).hasContent("another's file");
    assertThat(run("render", a.toString(), "--out", to, "--replace")).isZero();
    assertThat(PictureReader.read(other).picture().width()).isPositive();
  }

  @Test
  public void whatCannotBeUsedIsOneSentenceAndAnExitCode() throws IOException {
    Path text = Files.writeString(dir.resolve("note.jpg"), "hello");
    assertThat(run("render", text.toString(), "--out", dir.resolve("n.png").toString()))
        .isEqualTo(1);
    assertThat(err.toString().trim()).isEqualTo("note.jpg: it is not a JPEG, PNG or TIFF picture.");
    assertThat(run("render", picture.toString(), "--out", dir.resolve("n.gif").toString()))
        .isEqualTo(1);
    assertThat(err.toString()).contains("n.gif").doesNotContain("\tat ");
    assertThat(run("render")).isEqualTo(2);
    assertThat(run("measure", dir.resolve("none.tif").toString())).isEqualTo(1);
    assertThat(err.toString()).contains("none.tif: there is no such file.");
  }

  /** What was put in the way of a command is said in a sentence. */
  @Test
  public void faultsOfFilesAreSentences() throws IOException {
    Path bad = Files.writeString(dir.resolve("bad.json"), "{\"carezza\": 2, \"passes\": [1e999]}");
    String none = dir.resolve("no/where/x.png").toString();
    for (String[] args :
        new String[][] {
          {"render", picture.toString(), "--out", none},
          {"render", picture.toString(), "--out", dir.resolve("x.bmp").toString()},
          {"render", picture.toString(), "--sheet", bad.toString(), "--out", none},
          {"render", picture.toString(), "--sheet", none, "--out", dir.resolve("y.png").toString()},
          {"measure", dir.toString()},
          {"measure", none},
          {"regions", picture.toString(), "--out", picture.toString()},
          {"measure", bad.toString()},
        }) {
      assertThat(run(args)).as(String.join(" ", args)).isEqualTo(1);
      assertThat(err.toString().strip())
          .as(String.join(" ", args))
          .matches("[^/]+: .* .*\\.")
          .doesNotContain("Exception");
    }
  }
}
