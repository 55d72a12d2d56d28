package carezza.app;

import carezza.app.tool.HandlesTool;
import carezza.app.tool.Overlay;
import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FaceHandle;
import carezza.face.FoundFace;
import carezza.face.Pin;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** The handles by which the outlines of faces are bent. */
final class FaceGrips implements HandlesTool.Grips {
  private static final FaceHandle[] HANDLES = FaceHandle.values();

  private final Faces faces;

  FaceGrips(Faces faces) {
    this.faces = faces;
  }

  @Override
  public List<Pin> handles() {
    return faces.bending().stream().flatMap(f -> Arrays.stream(HANDLES).map(h -> h.at(f))).toList();
  }

  @Override
  public void move(int handle, Pin to, boolean done) {
    faces.bend(handle / HANDLES.length, HANDLES[handle % HANDLES.length], to, done);
  }

  @Override
  public void dropped() {
    faces.bent().set(Optional.empty());
  }

  @Override
  public void draw(Overlay o) {
    faces.bending().forEach(f -> draw(f, o));
  }

  /** Outlines and irises of a face. */
  static void draw(FoundFace face, Overlay o) {
    for (List<Pin> line : FaceContours.of(face)) {
      o.closed(Outline.through(line).points());
    }
    o.circle(face.rightPupil(), face.rightIrisPx() / 2);
    o.circle(face.leftPupil(), face.leftIrisPx() / 2);
  }
}
