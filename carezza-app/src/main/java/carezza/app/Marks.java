package carezza.app;

import carezza.area.Extent;
import carezza.area.Outline;
import carezza.area.Term;
import carezza.face.FaceContours;
import carezza.face.FaceHandle;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.setting.Place;
import carezza.reading.Saliency;
import carezza.screen.Look;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/** What is drawn over the picture: heals, outlines, shapes, the scale bar. */
final class Marks extends Canvas {
  /** How near to a handle a press takes it. */
  private static final double GRIP_PX = 11;

  private static final int OVAL_CORNERS = 72;
  private static final double RAMP_BAR_PX = 26;

  private final BenchModel model;
  private final PictureView view;
  private double pointerX = -1;
  private double pointerY = -1;
  private List<Heal> shownNear = List.of();

  Marks(BenchModel model, PictureView view) {
    this.model = model;
    this.view = view;
    setManaged(false);
    setMouseTransparent(true);
    model.tool().addListener((o, a, b) -> draw());
    model.faces().offered().addListener((o, a, b) -> draw());
    model.faces().bent().addListener((o, a, b) -> draw());
    model.rivals().addListener((o, a, b) -> draw());
    model.look().addListener((o, a, b) -> draw());
  }

  /** Where the pointer is; the source of a heal is shown while it is near. */
  void pointer(double x, double y) {
    pointerX = x;
    pointerY = y;
    if (!near().equals(shownNear)) {
      draw();
    }
  }

  /** Heals of the chosen pass whose place or source lies under the pointer, or nearly. */
  private List<Heal> near() {
    if (pointerX < 0 || view.viewport().get() == null) {
      return List.of();
    }
    return model.chosenPass().map(Pass::heals).orElse(List.of()).stream()
        .filter(this::isNear)
        .toList();
  }

  private boolean isNear(Heal h) {
    double r = view.onScreen(h.sizeMm()) / 2;
    double cx = (h.x0() + h.x1()) / 2;
    double cy = (h.y0() + h.y1()) / 2;
    double toMark = Math.hypot(pointerX - view.viewX(cx), pointerY - view.viewY(cy));
    double toSource =
        Math.hypot(pointerX - view.viewX(cx + h.dx()), pointerY - view.viewY(cy + h.dy()));
    return toMark < r + 30 || toSource < r + 14;
  }

  void draw() {
    GraphicsContext g = getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    if (view.viewport().get() == null
        || !model.isOpen()
        || model.state().get() == BenchModel.State.BARE) {
      return;
    }
    scaleBar(g);
    faceMarks(g);
    shapeMarks(g);
    rivals(g);
    if (model.look().get() != Look.PULL) {
      shownNear = near();
      model.chosenPass().ifPresent(p -> passMarks(g, p));
    }
  }

  /** Places that rival the eyes, numbered. */
  private void rivals(GraphicsContext g) {
    if (model.look().get() != Look.PULL) {
      return;
    }
    int number = 1;
    for (Saliency.Place p : model.rivals().get().orElse(List.of())) {
      double x = view.viewX(p.x());
      double y = view.viewY(p.y());
      double r = view.onScreen(p.sizeMm()) / 2;
      circle(g, x, y, r);
      words(g, String.valueOf(number), x + r + 4, y + 5);
      number++;
    }
  }

  private static void words(GraphicsContext g, String text, double x, double y) {
    g.setFont(Font.font("B612", 13));
    g.setFill(Color.gray(0.1, 0.6));
    g.fillText(text, x + 1, y + 1);
    g.setFill(Color.gray(0.97));
    g.fillText(text, x, y);
  }

  private void passMarks(GraphicsContext g, Pass p) {
    double px = view.pxPerMm();
    for (Heal h : p.heals()) {
      double r = view.onScreen(h.sizeMm()) / 2;
      double x0 = view.viewX(h.x0());
      double y0 = view.viewY(h.y0());
      double x1 = view.viewX(h.x1());
      double y1 = view.viewY(h.y1());
      circle(g, x0, y0, r);
      if (x0 != x1 || y0 != y1) {
        circle(g, x1, y1, r);
        twice(g, () -> g.strokeLine(x0, y0, x1, y1));
      }
      double cx = (x0 + x1) / 2;
      double cy = (y0 + y1) / 2;
      double mx = (h.x0() + h.x1()) / 2 + h.dx();
      double my = (h.y0() + h.y1()) / 2 + h.dy();
      if (shownNear.contains(h)) {
        g.setLineDashes(4, 4);
        circle(g, view.viewX(mx), view.viewY(my), r);
        double d = Math.hypot(view.viewX(mx) - cx, view.viewY(my) - cy);
        if (d > 2 * r) {
          double ux = (view.viewX(mx) - cx) / d;
          double uy = (view.viewY(my) - cy) / d;
          twice(
              g,
              () ->
                  g.strokeLine(
                      cx + r * ux, cy + r * uy, view.viewX(mx) - r * ux, view.viewY(my) - r * uy));
        }
        g.setLineDashes();
      }
    }
    for (Place q : p.places().values()) {
      double r =
          Math.max(5, q.sizeMm() * px * view.viewport().get().scale() / view.deviceScale() / 2);
      circle(g, view.viewX(q.x()), view.viewY(q.y()), r);
      circle(g, view.viewX(q.x()), view.viewY(q.y()), 1.5);
    }
  }

  private void circle(GraphicsContext g, double x, double y, double r) {
    twice(g, () -> g.strokeOval(x - r, y - r, 2 * r, 2 * r));
  }

  /** A dark line under a light one, so that it shows on any picture. */
  private static void twice(GraphicsContext g, Runnable line) {
    g.setLineWidth(2.6);
    g.setStroke(Color.gray(0.1, 0.45));
    line.run();
    g.setLineWidth(1.1);
    g.setStroke(Color.gray(0.96));
    line.run();
  }

  /** Outlines and irises of faces that wait to be confirmed, or that are being bent. */
  private void faceMarks(GraphicsContext g) {
    boolean bends = model.tool().get() == BenchModel.Tool.BEND_FACE;
    List<FoundFace> faces = bends ? bending() : model.faces().offered().get();
    for (FoundFace face : faces) {
      for (boolean dark : new boolean[] {true, false}) {
        g.setStroke(Color.gray(dark ? 0.1 : 0.92, dark ? 0.55 : 0.9));
        g.setLineWidth(dark ? 3 : 1.2);
        for (List<Pin> line : FaceContours.of(face)) {
          List<Pin> curve = Outline.through(line).points();
          double[] x = curve.stream().mapToDouble(p -> view.viewX(p.x())).toArray();
          double[] y = curve.stream().mapToDouble(p -> view.viewY(p.y())).toArray();
          g.strokePolygon(x, y, x.length);
        }
        iris(g, face.rightPupil(), face.rightIrisPx());
        iris(g, face.leftPupil(), face.leftIrisPx());
      }
      for (FaceHandle h : bends ? FaceHandle.values() : new FaceHandle[0]) {
        Pin p = h.at(face);
        g.setFill(Color.gray(0.96));
        g.fillRect(view.viewX(p.x()) - 3, view.viewY(p.y()) - 3, 6, 6);
        twice(g, () -> g.strokeRect(view.viewX(p.x()) - 4, view.viewY(p.y()) - 4, 8, 8));
      }
    }
  }

  /** The faces as they are being bent; the regions follow when the hand lets go. */
  private List<FoundFace> bending() {
    return model
        .faces()
        .bent()
        .get()
        .or(() -> model.sheet().get().faceMap())
        .map(FaceMap::faces)
        .orElse(List.of());
  }

  /** Shapes of the chosen pass's area, with handles while nothing else is pointed at. */
  private void shapeMarks(GraphicsContext g) {
    BenchModel.Tool tool = model.tool().get();
    if (tool != BenchModel.Tool.HAND && !tool.draws()) {
      return;
    }
    for (Term t : model.areas().terms()) {
      if (t.what() instanceof Extent.Shape s) {
        shape(g, s);
        for (Pin p : s.handles()) {
          g.setFill(Color.gray(0.96));
          g.fillRect(view.viewX(p.x()) - 3, view.viewY(p.y()) - 3, 6, 6);
          twice(g, () -> g.strokeRect(view.viewX(p.x()) - 4, view.viewY(p.y()) - 4, 8, 8));
        }
      }
    }
  }

  private void shape(GraphicsContext g, Extent.Shape s) {
    if (s instanceof Extent.Ramp r) {
      ramp(g, r);
      return;
    }
    List<Pin> corners = new ArrayList<>();
    if (s instanceof Extent.Loop l) {
      corners.addAll(Outline.through(l.points()).points());
    } else if (s instanceof Extent.Oval o) {
      for (int i = 0; i < OVAL_CORNERS; i++) {
        double a = 2 * Math.PI * i / OVAL_CORNERS;
        double u = o.a() * Math.cos(a);
        double v = o.b() * Math.sin(a);
        double c = Math.cos(o.angleRad());
        double d = Math.sin(o.angleRad());
        corners.add(new Pin(o.x() + u * c - v * d, o.y() + u * d + v * c));
      }
    }
    double[] x = corners.stream().mapToDouble(p -> view.viewX(p.x())).toArray();
    double[] y = corners.stream().mapToDouble(p -> view.viewY(p.y())).toArray();
    twice(g, () -> g.strokePolygon(x, y, x.length));
  }

  /** The line from where it is full to where it is nothing, with a bar across each end. */
  private void ramp(GraphicsContext g, Extent.Ramp r) {
    double x0 = view.viewX(r.x0());
    double y0 = view.viewY(r.y0());
    double x1 = view.viewX(r.x1());
    double y1 = view.viewY(r.y1());
    double d = Math.max(1, Math.hypot(x1 - x0, y1 - y0));
    double across = RAMP_BAR_PX / d;
    double nx = (y0 - y1) * across;
    double ny = (x1 - x0) * across;
    twice(g, () -> g.strokeLine(x0, y0, x1, y1));
    twice(g, () -> g.strokeLine(x0 - nx, y0 - ny, x0 + nx, y0 + ny));
    g.setLineDashes(4, 4);
    twice(g, () -> g.strokeLine(x1 - nx, y1 - ny, x1 + nx, y1 + ny));
    g.setLineDashes();
  }

  /** A handle of a shape of the chosen pass's area. */
  record ShapeGrip(int term, int handle) {}

  /** The handle of a shape under a point of this node, if any. */
  Optional<ShapeGrip> shapeGripAt(double x, double y) {
    ShapeGrip best = null;
    double least = GRIP_PX;
    List<Term> terms = model.areas().terms();
    for (int i = 0; i < terms.size() && view.viewport().get() != null; i++) {
      if (terms.get(i).what() instanceof Extent.Shape s) {
        for (int h = 0; h < s.handles().size(); h++) {
          Pin p = s.handles().get(h);
          double d = Math.hypot(view.viewX(p.x()) - x, view.viewY(p.y()) - y);
          if (d < least) {
            least = d;
            best = new ShapeGrip(i, h);
          }
        }
      }
    }
    return Optional.ofNullable(best);
  }

  /** The handle under a point of this node, if any. */
  Optional<Grip> gripAt(double x, double y) {
    List<FoundFace> faces = bending();
    Grip best = null;
    double least = GRIP_PX;
    for (int i = 0; i < faces.size() && view.viewport().get() != null; i++) {
      for (FaceHandle h : FaceHandle.values()) {
        Pin p = h.at(faces.get(i));
        double d = Math.hypot(view.viewX(p.x()) - x, view.viewY(p.y()) - y);
        if (d < least) {
          least = d;
          best = new Grip(i, h);
        }
      }
    }
    return Optional.ofNullable(best);
  }

  /** A handle of one of the faces. */
  record Grip(int face, FaceHandle handle) {}

  private void iris(GraphicsContext g, Pin at, double diameter) {
    double d = diameter * view.viewport().get().scale() / view.deviceScale();
    g.strokeOval(view.viewX(at.x()) - d / 2, view.viewY(at.y()) - d / 2, d, d);
  }

  private void scaleBar(GraphicsContext g) {
    if (model.sheet().get().faceMap().isEmpty()) {
      return;
    }
    double[] lengths = {0.5, 1, 2, 5, 10, 20, 50, 100};
    double best = lengths[0];
    for (double l : lengths) {
      if (view.onScreen(l) <= 150) {
        best = l;
      }
    }
    double w = view.onScreen(best);
    double x = 16;
    double y = getHeight() - 18;
    twice(g, () -> g.strokeLine(x, y, x + w, y));
    twice(g, () -> g.strokeLine(x, y - 5, x, y + 5));
    twice(g, () -> g.strokeLine(x + w, y - 5, x + w, y + 5));
    String text = best < 1 ? Numbers.mm(best) : String.format("%.0f mm", best);
    words(g, text, x, y - 9);
  }

  /** Index of the heal whose source or mark lies under a point of this node, if any. */
  Optional<Integer> healAt(double x, double y, boolean source) {
    Pass p = model.chosenPass().orElse(null);
    if (p == null || view.viewport().get() == null) {
      return Optional.empty();
    }
    for (int i = p.heals().size() - 1; i >= 0; i--) {
      Heal h = p.heals().get(i);
      double dx = source ? h.dx() : 0;
      double dy = source ? h.dy() : 0;
      double d = h.distance(view.sourceX(x) - dx, view.sourceY(y) - dy);
      if (d <= h.sizeMm() * view.pxPerMm() / 2) {
        return Optional.of(i);
      }
    }
    return Optional.empty();
  }
}
