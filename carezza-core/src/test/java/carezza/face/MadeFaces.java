package carezza.face;

import java.util.ArrayList;
import java.util.List;

/** The canonical face as a found face, for tests that need a mesh but no picture of a person. */
public final class MadeFaces {
  private MadeFaces() {}

  /**
   * @param cx source pixels of the face's origin
   * @param pxPerCm its size
   * @param yaw turned to its left, radians
   * @param roll clockwise, radians
   */
  public static List<Pin> mesh(double cx, double cy, double pxPerCm, double yaw, double roll) {
    List<Pin> out = new ArrayList<>();
    for (int i = 0; i < CanonicalFace.size(); i++) {
      double[] v = CanonicalFace.vertex(i);
      double x = v[0] * Math.cos(yaw) + v[2] * Math.sin(yaw);
      double u = pxPerCm * (x * Math.cos(roll) + v[1] * Math.sin(roll));
      double w = pxPerCm * (x * Math.sin(roll) - v[1] * Math.cos(roll));
      out.add(new Pin(cx + u, cy + w));
    }
    return out;
  }

  /** With pupils between the lids and irises as wide as the scale of its eyes says. */
  public static FoundFace of(List<Pin> mesh, PersonMask person) {
    Pin right = middle(mesh.get(159), mesh.get(145));
    Pin left = middle(mesh.get(386), mesh.get(374));
    double iris = right.distance(left) / 63 * 11.7;
    return new FoundFace(1, mesh, right, left, iris, iris, person);
  }

  private static Pin middle(Pin a, Pin b) {
    return new Pin((a.x() + b.x()) / 2, (a.y() + b.y()) / 2);
  }
}
