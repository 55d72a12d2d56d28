package carezza.screen.check;

import carezza.color.CieLab;
import carezza.engine.SaliencyMap;
import carezza.engine.SheetView;
import carezza.screen.CheckView;
import carezza.screen.ScreenRow;
import java.util.Optional;

/** Lighter where contrast draws the eye, over a dim picture; as strong as an eye is light. */
final class PullView implements CheckView {
  /** Share of its lightness that the picture keeps under what pulls. */
  private static final float DIMMED = 0.3f;

  private static final float LIGHT = 90;
  private static final float HALF = 1.25f;

  @Override
  public String key() {
    return "pull";
  }

  @Override
  public boolean looksAtAll() {
    return true;
  }

  @Override
  public boolean listsRivals() {
    return true;
  }

  @Override
  public Drawing of(SheetView picture) {
    Optional<SaliencyMap> map = picture.saliency().filter(m -> m.eye() > 0);
    return new Drawing() {
      @Override
      public boolean changesRows() {
        return true;
      }

      @Override
      public void row(ScreenRow row) {
        draw(row, map);
      }
    };
  }

  private static void draw(ScreenRow row, Optional<SaliencyMap> map) {
    float[][] line = row.light();
    float[] lab = new float[3];
    for (int x = 0; x < row.width(); x++) {
      double sx = row.sourceX(x);
      double sy = row.sourceY(x);
      double ratio = map.map(m -> m.at(sx, sy) / m.eye()).orElse(0.0);
      CieLab.of(line[0][x], line[1][x], line[2][x], lab);
      float pull = (float) (LIGHT * ratio / (ratio + HALF));
      CieLab.toLight(Math.min(100, DIMMED * lab[0] + pull), 0, 0, lab);
      for (int c = 0; c < 3; c++) {
        line[c][x] = lab[c];
      }
    }
  }
}
