package carezza.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.geometry.Projection;
import carezza.image.Rect;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.testng.annotations.Test;

/** Readings are taken apart: one that fails, or lacks what it needs, takes no other with it. */
public class ReadingsRegisterTest {
  /** Knows no region; eyes are pinned; each input is as it is told. */
  private static class Told implements ReadingInputs {
    RuntimeException atHeals;

    @Override
    public Optional<FaceMap> faceMap() {
      return Optional.of(new FaceMap(new Pin(0, 0), new Pin(100, 0)));
    }

    @Override
    public Framing framing() {
      return Framing.of(new Rect(0, 0, 300, 200)).mapped(Projection.scale(1 / 1.03, 1));
    }

    @Override
    public boolean hasRegion(String name) {
      return name.equals("teeth");
    }

    @Override
    public RegionLight region(String name) {
      throw new IllegalStateException("no light");
    }

    @Override
    public List<Reading> skin() {
      throw new IllegalStateException("asked for without skin");
    }

    @Override
    public Optional<SiteReadings> sites() {
      return Optional.empty();
    }

    @Override
    public Optional<double[]> reference() {
      return Optional.empty();
    }

    @Override
    public List<Reading> teeth() {
      throw new IndexOutOfBoundsException("a tooth too many");
    }

    @Override
    public List<Reading> eyes() {
      throw new IllegalStateException("asked for without eyes");
    }

    @Override
    public Reading healMatch() {
      if (atHeals != null) {
        throw atHeals;
      }
      return Reading.reported("healMatch", Double.NaN, 80, "");
    }

    @Override
    public Reading split() {
      return Reading.missing("split", "noSplit");
    }

    @Override
    public List<Reading> cast() {
      return List.of();
    }

    @Override
    public List<Reading> exposure() {
      return List.of();
    }

    @Override
    public Reading halo() {
      return Reading.missing("halo", "noBorder");
    }

    @Override
    public Reading focus() {
      return Reading.missing("focus", "noEdges");
    }

    @Override
    public Reading pull() {
      return Reading.missing("pull", "noEyeContrast");
    }

    @Override
    public Reading toBeSeen() {
      return Reading.reported("toBeSeen", 3, 1, "");
    }

    @Override
    public Reading amount(String reading) {
      return Reading.reported(reading, 2, 1, "");
    }
  }

  private static Reading of(List<Reading> all, String name) {
    return all.stream().filter(r -> r.name().equals(name)).findFirst().orElseThrow();
  }

  @Test
  public void eachFailsAloneAndSaysWhy() {
    List<Reading> all = Readings.taken(new Told(), k -> true);
    assertThat(all).hasSameSizeAs(Readings.all());
    assertThat(all).extracting(Reading::name).doesNotHaveDuplicates();
    assertThat(of(all, "textureKept").reason()).as("not even asked for").isEqualTo("noSkin");
    assertThat(of(all, "siteMatch").reason()).isEqualTo("noFace");
    assertThat(of(all, "teethLift").reason()).isEqualTo("failed");
    assertThat(of(all, "castMired").reason()).as("an input without it").isEqualTo("failed");
    assertThat(of(all, "healMatch").now()).isEqualTo(80);
  }

  @Test
  public void whatIsNoLongerWantedIsNotAFailure() {
    Told in = new Told();
    in.atHeals = new CancellationException("no longer wanted");
    assertThatThrownBy(() -> Readings.taken(in, k -> true))
        .isInstanceOf(CancellationException.class);
    in.atHeals = new IllegalStateException("broken");
    assertThat(of(Readings.taken(in, k -> true), "healMatch").reason()).isEqualTo("failed");
  }

  @Test
  public void quickAndUnhurriedOnesAreAllThereAre() {
    Told in = new Told();
    List<Reading> quick = Readings.taken(in, k -> !k.isUnhurried());
    List<Reading> rest = Readings.taken(in, ReadingKind::isUnhurried);
    assertThat(quick.size() + rest.size()).isEqualTo(Readings.all().size());
    assertThat(rest).extracting(Reading::name).contains("pull", "focus", "castMired");
  }
}
