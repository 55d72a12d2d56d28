package carezza.app.elsewhere;

import carezza.engine.SheetView;
import carezza.screen.CheckView;
import carezza.screen.ScreenRow;

/** Light turned into dark. */
public final class Negative implements CheckView {
  @Override
  public String key() {
    return "negative";
  }

  @Override
  public Drawing of(SheetView picture) {
    return new Drawing() {
      @Override
      public boolean changesRows() {
        return true;
      }

      @Override
      public void row(ScreenRow row) {
        for (float[] channel : row.light()) {
          for (int x = 0; x < channel.length; x++) {
            channel[x] = 1 - Math.max(0, Math.min(1, channel[x]));
          }
        }
      }
    };
  }
}
