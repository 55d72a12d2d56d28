package carezza.app.kit;

import javafx.scene.control.Labeled;
import javafx.scene.control.Tooltip;

/** Words that may be too long for their place: all of them stand in the tooltip. */
public final class Said {
  private Said() {}

  /** Shows words; those that stand there already are not touched. */
  public static void in(Labeled place, String words) {
    say(place, words, words);
  }

  /** Shows words with others in the tooltip; empty for none. */
  public static void say(Labeled place, String words, String tip) {
    if (!words.equals(place.getText())) {
      place.setText(words);
    }
    if (tip.isEmpty()) {
      place.setTooltip(null);
    } else if (place.getTooltip() == null) {
      place.setTooltip(new Tooltip(tip));
    } else if (!tip.equals(place.getTooltip().getText())) {
      place.getTooltip().setText(tip);
    }
  }
}
