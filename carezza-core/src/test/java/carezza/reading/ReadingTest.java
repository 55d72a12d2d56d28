package carezza.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.engine.Engine;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.testing.Pictures;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

public class ReadingTest {
  private static final double PX = 6;
  private final Engine engine = Pictures.engine(Pictures.skin(448, 384, 16, 1));
  private final RgbBlock skin = engine.original().read(0, engine.source().bounds());
  private final Plane whole = Plane.filled(skin.rect(), 1);

  private List<Reading> read(RgbBlock now) {
    return SkinReadings.of(skin, now, whole, PX, SkinPlanes.NONE).all();
  }

  private static RgbBlock gain(RgbBlock b, float k) {
    RgbBlock out = b.copy();
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < b.size(); i++) {
        out.channel(c)[i] *= k;
      }
    }
    return out;
  }

  private RgbBlock blurred(double mm) {
    return new RgbBlock(
        0,
        skin.rect(),
        Gaussian.blur(skin.plane(0), mm * PX).data(),
        Gaussian.blur(skin.plane(1), mm * PX).data(),
        Gaussian.blur(skin.plane(2), mm * PX).data());
  }

  @Test
  public void nothingDoneReadsAsNothingDone() {
    List<Reading> r = read(skin);
    assertThat(r.get(2).now()).isCloseTo(100, within(1e-6));
    assertThat(r.get(3).now()).isEqualTo(r.get(3).before());
    assertThat(r.get(5).now()).isZero();
  }

  @Test
  public void aGainInLightMovesLightnessAlone() {
    List<Reading> r = read(gain(skin, 1.4142135f));
    assertThat(r.get(5).now()).isCloseTo(0.5, within(1e-3));
    assertThat(r.get(5).isInBand()).isFalse();
    assertThat(r.get(2).now()).isCloseTo(100, within(0.1));
  }

  @Test
  public void aGlobalBlurLosesSmallFormsAndTexture() {
    List<Reading> r = read(blurred(0.8));
    assertThat(r.get(1).now()).isLessThan(60);
    assertThat(r.get(0).isAvailable() && r.get(0).isInBand()).isFalse();
  }

  @Test
  public void flatteningIsSeenInRelief() {
    RgbBlock broad = blurred(8);
    RgbBlock flat = skin.copy();
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < flat.size(); i++) {
        flat.channel(c)[i] *= (float) Math.pow(broad.channel(c)[i] / 0.3, -0.4);
      }
    }
    Reading relief = read(flat).get(2);
    assertThat(relief.now()).isLessThan(90);
    assertThat(relief.isBelow()).isTrue();
  }

  @Test
  public void flushThatIsLostIsSeenHoweverLittleIsLeft() {
    RgbBlock grey = skin.copy();
    RgbBlock half = skin.copy();
    for (int i = 0; i < skin.size(); i++) {
      float y = carezza.color.WorkingSpace.luminance(skin.r()[i], skin.g()[i], skin.b()[i]);
      for (int c = 0; c < 3; c++) {
        grey.channel(c)[i] = y;
        half.channel(c)[i] = 0.5f * y + 0.5f * skin.channel(c)[i];
      }
    }
    Reading gone = read(grey).get(4);
    assertThat(gone.now()).isLessThan(0.1 * gone.before());
    assertThat(gone.isBelow()).isTrue();
    assertThat(read(half).get(4).isBelow()).isFalse();
  }

  @Test
  public void withoutSkinItSaysSo() {
    List<Reading> r =
        SkinReadings.of(skin, skin, new Plane(skin.rect()), PX, SkinPlanes.NONE).all();
    assertThat(r).allMatch(x -> !x.isAvailable() && x.reason().equals("noSkin"));
  }

  @Test
  public void aPatchOfOtherTextureOrColourLeavesTheBand() {
    HealMatch same = HealMatch.of(skin, 220, 190, 24, PX);
    RgbBlock smooth = skin.copy();
    RgbBlock soft = blurred(0.6);
    RgbBlock red = skin.copy();
    for (int y = 166; y < 214; y++) {
      for (int x = 196; x < 244; x++) {
        if (Math.hypot(x - 220, y - 190) < 24) {
          int i = skin.index(x, y);
          for (int c = 0; c < 3; c++) {
            smooth.channel(c)[i] = soft.channel(c)[i];
          }
          red.r()[i] *= 1.15f;
        }
      }
    }
    assertThat(same.inBand()).isTrue();
    assertThat(HealMatch.of(smooth, 220, 190, 24, PX).texture()).isLessThan(0.6);
    assertThat(HealMatch.of(smooth, 220, 190, 24, PX).inBand()).isFalse();
    assertThat(HealMatch.of(red, 220, 190, 24, PX).colour()).isGreaterThan(1.5);
  }

  @Test
  public void theBandsJoinedAgainGiveTheSameCodes() {
    carezza.color.ColorEncoding e = engine.encoding();
    float[] m = e.toWorking().inverse().floats();
    for (double sigma : new double[] {2.7, 4.6, 9.5}) {
      RgbBlock joined = BandSplit.of(skin, sigma).joined();
      for (int i = 0; i < joined.size(); i++) {
        float[] v = {joined.r()[i], joined.g()[i], joined.b()[i]};
        for (int c = 0; c < 3; c++) {
          int code = e.encode(c, 16, m[3 * c] * v[0] + m[3 * c + 1] * v[1] + m[3 * c + 2] * v[2]);
          assertThat(code)
              .isEqualTo(engine.source().code(c, i % skin.rect().w(), i / skin.rect().w()));
        }
      }
    }
  }

  @Test
  public void aSmallerSplitLeavesMoreOfThePores() {
    assertThat(split(0.4)).isGreaterThan(split(0.8));
    assertThat(split(1.2)).isLessThan(5);
  }

  private double split(double sigmaMm) {
    SkinGround ground = new SkinGround(skin, whole, skin.rect(), PX);
    return SkinReadings.split(List.of(ground.pores(sigmaMm))).now();
  }

  /** Parts measured one by one say what the whole says; only their borders are read twice. */
  @Test
  public void partsSayWhatTheWholeSays() {
    RgbBlock now = blurred(0.6);
    int side = 2 * SkinGround.side(PX);
    List<SkinPatch> parts = new ArrayList<>();
    for (int y = 0; y < skin.rect().h(); y += side) {
      for (int x = 0; x < skin.rect().w(); x += side) {
        Rect part = new Rect(x, y, side, side).intersect(skin.rect());
        Rect r = SkinGround.reads(part, PX, skin.rect());
        SkinGround ground = new SkinGround(skin.crop(r), whole.crop(r, 0), part, PX);
        parts.add(ground.against(now.crop(SkinGround.near(part, PX, skin.rect()))));
      }
    }
    assertThat(parts.size()).isGreaterThan(3);
    List<Reading> one = SkinReadings.of(skin, now, whole, PX, SkinPlanes.NONE).all();
    List<Reading> many = new SkinReadings(parts, 0, PX, SkinPlanes.NONE).all();
    for (int i = 0; i < one.size(); i++) {
      assertThat(many.get(i).isAvailable()).isEqualTo(one.get(i).isAvailable());
      if (one.get(i).isAvailable()) {
        assertThat(many.get(i).now())
            .as(one.get(i).name())
            .isCloseTo(one.get(i).now(), within(1e-3 * Math.max(1, one.get(i).now())));
      }
    }
  }
}
