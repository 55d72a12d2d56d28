package carezza.cli;

import carezza.area.Area;
import carezza.engine.SheetView;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.region.RegionName;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;

/** How much of each region is seen, in cm2 at the scale of the face. */
final class RegionAreas {
  private static final double PX_PER_MM = 1.5;

  private RegionAreas() {}

  static ObjectNode of(Loaded l) {
    ObjectNode o = JsonNodeFactory.instance.objectNode();
    SheetView view = l.engine().view(l.sheet(), () -> false);
    double px = view.frame().pxPerMm();
    int level = Pyramid.levelFor(px, PX_PER_MM);
    double perCm = 10 * px / (1 << level);
    for (RegionName r : RegionName.values()) {
      Area area = l.sheet().region(r.key());
      if (!area.isEmpty()) {
        Rect rect = view.areaBounds(area).toLevel(level).intersect(view.bounds(level));
        double sum = 0;
        for (float v : view.mask(area, level, rect).data()) {
          sum += v;
        }
        o.put(r.key(), sum / (perCm * perCm));
      }
    }
    return o;
  }
}
