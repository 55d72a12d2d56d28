package carezza.app.elsewhere;

import carezza.reading.Format;
import carezza.reading.Need;
import carezza.reading.Reading;
import carezza.reading.ReadingInputs;
import carezza.reading.ReadingKind;
import carezza.reading.RegionLight;
import java.util.List;

/** Share of the skin whose colour was moved. */
public final class TingeReading implements ReadingKind {
  @Override
  public String key() {
    return "tinged";
  }

  @Override
  public Format format() {
    return Format.PERCENT;
  }

  @Override
  public List<Need> needs() {
    return List.of(Need.SKIN);
  }

  @Override
  public boolean isCaused() {
    return false;
  }

  @Override
  public Reading of(ReadingInputs in) {
    RegionLight skin = in.region("skin");
    double moved = 0;
    double all = 0;
    for (int i = 0; i < skin.mask().data().length; i++) {
      double w = skin.mask().data()[i];
      float was = skin.before().b()[i] / Math.max(1e-4f, skin.before().g()[i]);
      float is = skin.now().b()[i] / Math.max(1e-4f, skin.now().g()[i]);
      all += w;
      moved += Math.abs(is - was) > 0.02 ? w : 0;
    }
    return all == 0
        ? Reading.missing(key(), "noSkin")
        : new Reading(key(), Double.NaN, 100 * moved / all, 0, 100, "", "");
  }
}
