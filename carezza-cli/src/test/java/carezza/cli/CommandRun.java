package carezza.cli;

import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoJob;
import carezza.sitter.DemoSitter;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.BeforeClass;

/** A folder with a picture that is half done, and commands that are run on it. */
abstract class CommandRun {
  Path dir;
  Path picture;
  final StringWriter out = new StringWriter();
  final StringWriter err = new StringWriter();

  @BeforeClass
  public void job() throws IOException {
    dir = Files.createTempDirectory("carezza-cli");
    DemoSitter s = DemoSitter.load("ilse");
    picture = Files.copy(s.picture().path(), dir.resolve("ilse.jpg"));
    RunSheet sheet = DemoJob.halfDone(s, RunSheet.EMPTY.withFaceMap(s.faceMap()));
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    Document d = store.load().with(sheet);
    store.save(d);
  }

  int run(String... args) {
    out.getBuffer().setLength(0);
    err.getBuffer().setLength(0);
    return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), args);
  }
}
