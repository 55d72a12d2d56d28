package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.color.Adaptation;
import carezza.color.ColorEncoding;
import carezza.color.DeltaE2000;
import carezza.color.Matrix3;
import carezza.color.WorkingSpace;
import carezza.image.SourcePicture;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * What codes stand for, against the platform's own colour engine on its way to XYZ: 10 000 random
 * colours of 16 bits.
 */
public class ForeignColourTest {
  private static final int SIDE = 100;
  private static final Matrix3 TO_D50 =
      Adaptation.bradford(WorkingSpace.D65_XYZ, WorkingSpace.D50_XYZ).after(WorkingSpace.TO_XYZ);

  @DataProvider
  public Object[][] profiles() {
    double[] p3 = {0.68, 0.32, 0.265, 0.69, 0.15, 0.06};
    return new Object[][] {
      {"sRGB", IccProfile.srgb(), 3},
      {"wide gamma", IccProfile.ofGamma("P3 primaries", p3, 2.4), 3},
      {"RGB by a table", TableProfiles.rgb(), 3},
      {"inks", TableProfiles.inks(), 4}
    };
  }

  @Test(dataProvider = "profiles")
  public void colourIsThatOfThePlatformsEngine(String name, byte[] icc, int colours) {
    SourcePicture codes = new SourcePicture(SIDE, SIDE, 16, colours);
    WritableRaster raster =
        Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, SIDE, SIDE, colours, null);
    Random random = new Random(4);
    for (int i = 0; i < SIDE * SIDE * colours; i++) {
      int code = random.nextInt(65536);
      int at = i / colours;
      codes.setCode(i % colours, at % SIDE, at / SIDE, code);
      raster.setSample(at % SIDE, at / SIDE, i % colours, code);
    }
    WritableRaster xyz =
        Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, SIDE, SIDE, 3, null);
    ICC_Profile[] way = {
      ICC_Profile.getInstance(icc), ICC_Profile.getInstance(ColorSpace.CS_CIEXYZ)
    };
    new ColorConvertOp(way, null).filter(raster, xyz);
    boolean matrix = colours == 3 && !IccProfile.isTable(icc);
    SourcePicture ours = matrix ? codes : ForeignColour.wide(codes, colours, icc);
    ColorEncoding encoding = IccProfile.encoding(matrix ? icc : ForeignColour.WIDE);
    double sum = 0;
    double worst = 0;
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        double[] theirs = new double[3];
        for (int c = 0; c < 3; c++) {
          theirs[c] = xyz.getSample(x, y, c) / 32768.0;
        }
        double e = DeltaE2000.between(lab(ours, encoding, x, y), labOfD50(theirs));
        sum += e;
        worst = Math.max(worst, e);
      }
    }
    assertThat(sum / SIDE / SIDE).as("mean CIEDE2000 of %s", name).isLessThan(0.1);
    assertThat(worst).as("worst CIEDE2000 of %s", name).isLessThan(0.5);
  }

  private static double[] lab(SourcePicture p, ColorEncoding e, int x, int y) {
    double[] rgb = new double[3];
    for (int c = 0; c < 3; c++) {
      rgb[c] = e.table(c, 16)[p.code(c, x, y)];
    }
    double[] w = e.toWorking().times(rgb[0], rgb[1], rgb[2]);
    return labOfD50(TO_D50.times(w[0], w[1], w[2]));
  }

  /** CIELAB of XYZ relative to D50. */
  private static double[] labOfD50(double[] xyz) {
    double fx = f(xyz[0] / 0.9642);
    double fy = f(xyz[1]);
    double fz = f(xyz[2] / 0.8249);
    return new double[] {116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)};
  }

  private static double f(double t) {
    return t > 216.0 / 24389 ? Math.cbrt(t) : (24389.0 / 27 * t + 16) / 116;
  }

  @Test
  public void alphaStays() {
    SourcePicture p = new SourcePicture(2, 1, 8, 4);
    p.setCode(0, 0, 0, 200);
    p.setCode(3, 0, 0, 17);
    SourcePicture wide = ForeignColour.wide(p, 3, TableProfiles.rgb());
    assertThat(wide.channels()).isEqualTo(4);
    assertThat(wide.depth()).isEqualTo(16);
    assertThat(wide.code(3, 0, 0)).isEqualTo(17 * 257);
    assertThat(wide.code(0, 0, 0)).isGreaterThan(wide.code(2, 0, 0));
  }

  @Test
  public void profilesForOtherPicturesAreRefused() {
    SourcePicture p = new SourcePicture(2, 1, 8, 3);
    assertThatThrownBy(() -> ForeignColour.wide(p, 3, TableProfiles.inks()))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("4 colours");
  }
}
