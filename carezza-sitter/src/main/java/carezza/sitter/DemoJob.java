package carezza.sitter;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceFinder;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.pass.PassTool;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/**
 * Writes the documents of the demo job: a face confirmed on every sitter, and on Ilse a half-done
 * sheet of heals, two bands, dodge and burn that can be taken up again. Done anew when the form of
 * a document changes ({@code ./carezza bench demo FOLDER}).
 */
public final class DemoJob {
  private DemoJob() {}

  public static void write(Path folder, FaceFinder finder) throws IOException {
    for (String name : DemoSitter.NAMES) {
      DemoSitter s = DemoSitter.load(name);
      Engine engine =
          new Engine(s.picture().picture(), s.picture().encoding(), new TileCache(1L << 28));
      FaceMap map = FaceMap.of(finder.find(engine.original(), () -> false));
      RunSheet sheet = RunSheet.EMPTY.withFaceMap(map);
      Path picture = folder.resolve(name + ".jpg");
      Document d =
          new Document(
              picture.getFileName().toString(),
              DocumentStore.sha256(picture),
              name.equals("ilse") ? halfDone(s, sheet) : sheet,
              JsonNodeFactory.instance.objectNode());
      DocumentStore.write(folder.resolve(name + ".jpg.carezza.json"), d);
    }
  }

  /**
   * Seven of the blemishes healed, evened, first strokes of dodge and burn; regions pointed out
   * where no face was found.
   */
  public static RunSheet halfDone(DemoSitter s, RunSheet start) {
    boolean found = start.faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
    RunSheet sheet =
        found
            ? start
            : start
                .withRegion("skin", Touches.skin(s))
                .withRegion("eyeWhites", Touches.eyeWhites(s));
    sheet = sheet.add(Pass.start(1, Kinds.of("heals"), Area.WHOLE));
    List<DemoSitter.Mark> marks = s.marks("blemish", "dark-spot");
    sheet = heal(s, sheet, 1, marks.subList(0, Math.min(7, marks.size())));
    sheet = sheet.add(Pass.start(2, Kinds.of("twoBands"), Area.ofRegion("skin")));
    Pin right = s.landmark("right_pupil");
    Pin left = s.landmark("left_pupil");
    Pin nose = s.landmark("nose_tip");
    double px = s.pxPerMm();
    Area bare = found ? Area.NONE.with(new Term(Term.How.WITHIN, "skin", 2)) : Area.NONE;
    Area dodge =
        bare.with(
                line(
                    14,
                    right.x() - 8 * px,
                    right.y() + 17 * px,
                    right.x() + 14 * px,
                    right.y() + 19 * px))
            .with(
                line(
                    10,
                    nose.x() - 2 * px,
                    nose.y() - 30 * px,
                    nose.x() - 1 * px,
                    nose.y() - 8 * px));
    Area burn =
        bare.with(
            line(16, left.x() + 8 * px, left.y() + 40 * px, left.x() + 2 * px, left.y() + 62 * px));
    sheet = sheet.add(Pass.start(3, Kinds.of("dodge"), dodge).with("stops", 0.3));
    return sheet.add(Pass.start(4, Kinds.of("burn"), burn).with("stops", 0.3));
  }

  /** Heals marks at three times their radius across, each source found in turn. */
  public static RunSheet heal(
      DemoSitter s, RunSheet sheet, long pass, List<DemoSitter.Mark> marks) {
    Engine engine =
        new Engine(s.picture().picture(), s.picture().encoding(), new TileCache(1L << 28));
    RunSheet now = sheet;
    for (DemoSitter.Mark m : marks) {
      double mm = 3 * m.radiusPx() / engine.frame(now).pxPerMm();
      now = heal(engine, now, pass, m.x(), m.y(), mm);
    }
    return now;
  }

  /** The sheet with one place more healed by its pass of heals, from the source found for it. */
  public static RunSheet heal(
      Engine engine, RunSheet sheet, long pass, double x, double y, double mm) {
    Pass p = sheet.pass(pass).orElseThrow();
    PassTool.Marks tool = (PassTool.Marks) p.kind().tool();
    EvaluationContext context = engine.view(sheet, () -> false).contextFor(p);
    return sheet.change(pass, tool.does().add(context, x, y, x, y, mm).change());
  }

  private static Stroke line(double mm, double x0, double y0, double x1, double y1) {
    int n = 12;
    int[] samples = new int[n * Stroke.FIELDS];
    for (int i = 0; i < n; i++) {
      double f = i / (n - 1.0);
      samples[i * Stroke.FIELDS] = (int) Math.round(Stroke.GRID * (x0 + f * (x1 - x0)));
      samples[i * Stroke.FIELDS + 1] =
          (int) Math.round(Stroke.GRID * (y0 + f * (y1 - y0) - 3 * Math.sin(Math.PI * f)));
      samples[i * Stroke.FIELDS + 2] = 255;
      samples[i * Stroke.FIELDS + 4] = 20 * i;
    }
    return new Stroke(new Stroke.Brush(true, mm, 3, 1), samples);
  }
}
