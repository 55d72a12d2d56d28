package carezza.app.side;

import carezza.app.BenchModel;
import carezza.app.OpenPicture;
import carezza.app.PictureView;
import carezza.area.Area;
import carezza.engine.SheetView;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.reading.Reading;
import carezza.region.RegionName;
import carezza.sheet.RunSheet;
import java.util.Optional;

/** Shows a region, or the place of a reading, large in the middle of the view. */
public final class GoTo {
  /** Regions are looked for among so many pixels a side. */
  private static final int LONG_SIDE = 400;

  /** What is gone to fills so much of the view. */
  private static final double FILLS = 0.6;

  /** Of an eye so much skin is shown, mm. */
  private static final double EYE_MM = 45;

  private final BenchModel model;
  private final PictureView view;
  private final Runnable showReadings;

  /**
   * @param showReadings where a reading has no place of its own
   */
  public GoTo(BenchModel model, PictureView view, Runnable showReadings) {
    this.model = model;
    this.view = view;
    this.showReadings = showReadings;
  }

  /** Goes to where a reading was found, or shows all readings. */
  public void reading(Reading r) {
    if (!place(r.place())) {
      showReadings.run();
    }
  }

  /** Goes to a place as readings name them; false when it is none on the picture. */
  public boolean place(String name) {
    Optional<FaceMap> map = model.sheet().get().faceMap();
    if (map.isPresent() && (name.equals("rightEye") || name.equals("leftEye"))) {
      Pin eye = name.equals("rightEye") ? map.get().rightEye() : map.get().leftEye();
      view.showPlace(eye.x(), eye.y(), EYE_MM * map.get().pxPerMm());
      return true;
    }
    boolean on = isPlace(name);
    if (on) {
      region(name);
    }
    return on;
  }

  /** Whether a place that readings name lies on the picture. */
  static boolean isPlace(String name) {
    return name.equals("rightEye") || name.equals("leftEye") || RegionName.of(name).isPresent();
  }

  /** Goes to a region, once it is found. */
  public void region(String name) {
    OpenPicture p = model.picture().get();
    RunSheet s = p.history().now();
    model.away(
        () -> bounds(p, s, name),
        found ->
            found.ifPresent(
                r ->
                    view.showPlace(
                        r.x() + r.w() / 2.0, r.y() + r.h() / 2.0, Math.max(r.w(), r.h()) / FILLS)));
  }

  /** Source pixels in which a region lies; empty when it is not on the picture. */
  static Optional<Rect> bounds(OpenPicture p, RunSheet s, String region) {
    SheetView v = p.engine().view(s, () -> false).prepared();
    int level = Pyramid.levelWithin(v.bounds(0), LONG_SIDE);
    Rect all = v.bounds(level);
    float[] mask = v.mask(Area.ofRegion(region), level, all).data();
    Rect out = new Rect(0, 0, 0, 0);
    for (int i = 0; i < mask.length; i++) {
      if (mask[i] > 0.5f) {
        out = out.union(new Rect(i % all.w(), i / all.w(), 1, 1));
      }
    }
    return out.isEmpty()
        ? Optional.empty()
        : Optional.of(out.toSource(level).intersect(v.bounds(0)));
  }
}
