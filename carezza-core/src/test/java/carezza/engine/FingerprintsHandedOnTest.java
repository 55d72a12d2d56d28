package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

/** What is handed on from sheet to sheet is what would be found anew. */
public class FingerprintsHandedOnTest {
  private static final SourcePicture PICTURE = Pictures.skin(320, 240, 8, 5);

  private static Stroke dot(Random random) {
    int x = random.nextInt(320) * Stroke.GRID;
    int y = random.nextInt(240) * Stroke.GRID;
    return new Stroke(new Stroke.Brush(true, 4, 1, 1), new int[] {x, y, 255, 0, 0});
  }

  private static RunSheet start() {
    List<Pass> out = new ArrayList<>();
    out.add(Pass.start(1, Kinds.of("neutral"), Area.WHOLE).with("exposure", 0.3));
    out.add(
        Pass.start(2, Kinds.of("heals"), Area.WHOLE)
            .with(Heals.HEALS, Heal.numbered(List.of(new Heal(90, 80, 90, 80, 6, 60, 4)))));
    out.add(Pass.start(3, Kinds.of("twoBands"), Area.ofRegion("skin")));
    out.add(Pass.start(4, Kinds.of("dodge"), Area.ofRegion("skin")));
    out.add(Pass.start(5, Kinds.of("burn"), Area.WHOLE));
    return Pictures.pinned().withRegion("skin", Area.NONE.with(dot(new Random(1)))).withPasses(out);
  }

  private static RunSheet edited(RunSheet s, Random random) {
    long id = 1 + random.nextInt(5);
    return switch (random.nextInt(6)) {
      case 0 -> s.withRegion("skin", s.region("skin").with(dot(random)));
      case 1 -> s.change(id, p -> p.withStrength(0.1 + 0.8 * random.nextDouble()));
      case 2 -> s.change(id, p -> p.withArea(p.area().with(dot(random))));
      case 3 -> s.change(1, p -> p.with("mired", random.nextInt(60) - 30));
      case 4 -> s.change(id, p -> p.withOn(!p.on()));
      default -> s.canMove(id, 1) ? s.move(id, 1) : s;
    };
  }

  @Test
  public void aLongSittingHasThePrintsOfAFreshStart() {
    Random random = new Random(77);
    Engine e = Pictures.engine(PICTURE);
    RunSheet s = start();
    for (int i = 0; i < 300; i++) {
      RunSheet was = s;
      s = edited(s, random);
      Rect r = new Rect(random.nextInt(200), random.nextInt(150), 40, 40);
      Engine fresh = Pictures.engine(PICTURE);
      assertThat(e.view(s, () -> false).fingerprint(r))
          .as("edit " + i)
          .isEqualTo(fresh.view(s, () -> false).fingerprint(r));
      assertThat(e.view(s, was, () -> false).fingerprint(r))
          .as("edit " + i + ", held")
          .isEqualTo(fresh.view(s, was, () -> false).fingerprint(r));
    }
  }

  @Test
  public void aChangeLeavesWhatLiesBelowItKnown() {
    Engine e = Pictures.engine(PICTURE);
    RunSheet s = start();
    e.fingerprints(s);
    RunSheet edited = s.change(4, p -> p.withStrength(0.3));
    assertThat(e.fingerprints(edited).inCommon()).isEqualTo(3);
    assertThat(e.fingerprints(edited.withRegion("skin", Area.WHOLE)).inCommon()).isZero();
  }
}
