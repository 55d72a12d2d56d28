package carezza.screen.check;

import carezza.engine.SheetView;
import carezza.screen.CheckView;

/** The picture as it is. */
final class PlainView implements CheckView {
  @Override
  public String key() {
    return "picture";
  }

  @Override
  public Drawing of(SheetView picture) {
    return Drawing.PLAIN;
  }
}
