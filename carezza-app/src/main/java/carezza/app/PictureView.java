package carezza.app;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.CieLab;
import carezza.engine.SheetView;
import carezza.face.FaceContours;
import carezza.face.FaceHandle;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.Place;
import carezza.region.Outline;
import carezza.screen.Drawn;
import carezza.screen.Frames;
import carezza.screen.Look;
import carezza.screen.Viewport;
import carezza.sheet.RunSheet;
import java.nio.IntBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.util.Duration;

/**
 * The picture on its desk, with the hand's marks over it. Paints what the {@link Painter} gives it
 * and computes no pixel itself.
 */
final class PictureView extends Region {
  private final BenchModel model;
  private final Painter painter = new Painter();
  private final ImageView image = new ImageView();
  private final Canvas marks = new Canvas();
  private final ReadOnlyObjectWrapper<Viewport> viewport = new ReadOnlyObjectWrapper<>();
  private final PauseTransition values = new PauseTransition(Duration.seconds(1.2));
  private PixelBuffer<IntBuffer> buffer;
  private Viewport drawn;
  private OpenPicture shownPicture;

  /** The sheet whose analyses are held while the next one is found. */
  private RunSheet settled;

  private boolean fitted = true;
  private double pointerX = -1;
  private double pointerY = -1;
  private boolean valuesShown;
  private int desk = 0xff808080;

  /** How near to a handle a press takes it. */
  private static final double GRIP_PX = 11;

  PictureView(BenchModel model) {
    this.model = model;
    getStyleClass().add("desk");
    setId("picture");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.IMAGE_VIEW);
    setAccessibleText(Words.of("picture.accessible"));
    image.setManaged(false);
    image.setSmooth(true);
    marks.setManaged(false);
    marks.setMouseTransparent(true);
    getChildren().addAll(image, marks);
    setMinSize(50, 50);
    values.setOnFinished(e -> showValues(false));
    model.picture().addListener((o, a, b) -> fit());
    model.sheet().addListener((o, a, b) -> repaint());
    model.look().addListener((o, a, b) -> repaint());
    model.before().addListener((o, a, b) -> repaint());
    model.showArea().addListener((o, a, b) -> repaint());
    model.chosen().addListener((o, a, b) -> repaint());
    model.tool().addListener((o, a, b) -> drawMarks());
    model.offered().addListener((o, a, b) -> drawMarks());
    model.brush().addListener((o, a, b) -> showValues(true));
    cursorProperty().set(Cursor.CROSSHAIR);
  }

  ReadOnlyObjectProperty<Viewport> viewport() {
    return viewport.getReadOnlyProperty();
  }

  Painter painter() {
    return painter;
  }

  void setDesk(int argb) {
    desk = argb;
    repaint();
  }

  double deviceScale() {
    return getScene() == null || getScene().getWindow() == null
        ? 1
        : getScene().getWindow().getRenderScaleX();
  }

  @Override
  protected void layoutChildren() {
    double k = deviceScale();
    int w = Math.max(1, (int) Math.round(getWidth() * k));
    int h = Math.max(1, (int) Math.round(getHeight() * k));
    marks.setWidth(getWidth());
    marks.setHeight(getHeight());
    Viewport v = viewport.get();
    if (model.isOpen() && (v == null || v.width() != w || v.height() != h)) {
      set(
          v == null || fitted
              ? Viewport.fit(model.picture().get().file().picture().bounds(), w, h)
              : v.sized(w, h));
    }
  }

  /** The whole picture. */
  void fit() {
    fitted = true;
    if (model.isOpen() && getWidth() > 0) {
      double k = deviceScale();
      set(
          Viewport.fit(
              model.picture().get().file().picture().bounds(),
              (int) Math.max(1, Math.round(getWidth() * k)),
              (int) Math.max(1, Math.round(getHeight() * k))));
    }
  }

  /** One picture pixel a device pixel, round a point of this node. */
  void zoomTo(double scale, double x, double y) {
    if (viewport.get() != null) {
      fitted = false;
      set(viewport.get().zoomed(scale, x * deviceScale(), y * deviceScale()));
    }
  }

  void zoomBy(double factor, double x, double y) {
    if (viewport.get() != null) {
      zoomTo(viewport.get().scale() * factor, x, y);
    }
  }

  void pan(double dx, double dy) {
    if (viewport.get() != null) {
      fitted = false;
      set(viewport.get().moved(dx * deviceScale(), dy * deviceScale()));
    }
  }

  boolean isFitted() {
    return fitted;
  }

  private void set(Viewport v) {
    viewport.set(v);
    placeOldFrame();
    repaint();
  }

  double sourceX(double x) {
    return viewport.get().sourceX(x * deviceScale());
  }

  double sourceY(double y) {
    return viewport.get().sourceY(y * deviceScale());
  }

  private double viewX(double sourceX) {
    return viewport.get().deviceX(sourceX) / deviceScale();
  }

  private double viewY(double sourceY) {
    return viewport.get().deviceY(sourceY) / deviceScale();
  }

  /** Asks for a new frame; what is on the screen stays until it comes. */
  void repaint() {
    Viewport v = viewport.get();
    OpenPicture p = model.picture().get();
    if (v == null || p == null) {
      return;
    }
    RunSheet sheet = model.shown();
    RunSheet was = settled;
    boolean dragged = model.isPreview();
    boolean fresh = shownPicture != p;
    boolean own = sheet == model.sheet().get();
    long chosen = model.chosen().get();
    Look look = model.look().get();
    int colour = desk;
    Optional<Area> hatched =
        model.showArea().get()
            ? model.chosenPass().filter(q -> q.kind().usesArea()).map(Pass::area)
            : Optional.empty();
    painter.submit(
        stale -> {
          List<Painter.Step> steps = new ArrayList<>();
          if (fresh) {
            SheetView plain = p.engine().view(RunSheet.EMPTY, () -> false);
            steps.add(
                new Painter.Step(request(plain, v, look, Optional.empty(), colour, p), false));
          } else if (was != null && own && !was.equals(sheet)) {
            SheetView held = p.engine().view(sheet, () -> false).holding(was).underHand(chosen);
            steps.add(new Painter.Step(request(held, v, look, hatched, colour, p), true));
          }
          if (!dragged || steps.isEmpty()) {
            SheetView exact = p.engine().view(sheet, stale).underHand(chosen);
            steps.add(new Painter.Step(request(exact, v, look, hatched, colour, p), false));
          }
          return steps;
        },
        (drawn, end) -> show(p, drawn, end && own && !dragged ? sheet : null));
    drawMarks();
  }

  private static Frames.Request request(
      SheetView view, Viewport v, Look look, Optional<Area> hatched, int desk, OpenPicture p) {
    Optional<SheetView> before =
        look == Look.CHANGES
            ? Optional.of(p.engine().view(RunSheet.EMPTY, () -> false))
            : Optional.empty();
    return new Frames.Request(view, v, look, hatched, desk, before);
  }

  /**
   * @param now the sheet that is shown as it is, or null while it is still being found
   */
  private void show(OpenPicture p, Drawn frame, RunSheet now) {
    if (model.picture().get() != p) {
      return;
    }
    Viewport v = frame.viewport();
    if (buffer == null || buffer.getWidth() != v.width() || buffer.getHeight() != v.height()) {
      buffer =
          new PixelBuffer<>(
              v.width(),
              v.height(),
              IntBuffer.allocate(v.width() * v.height()),
              PixelFormat.getIntArgbPreInstance());
      image.setImage(new WritableImage(buffer));
    }
    buffer.updateBuffer(
        b -> {
          b.getBuffer().put(0, frame.pixels());
          return null;
        });
    drawn = v;
    if (shownPicture != p) {
      settled = null;
    }
    shownPicture = p;
    settled = now == null ? settled : now;
    placeOldFrame();
  }

  /** Moves the last frame to where it belongs in the present viewport. */
  private void placeOldFrame() {
    Viewport v = viewport.get();
    if (drawn == null || v == null) {
      return;
    }
    double k = deviceScale();
    double f = v.scale() / drawn.scale();
    image.setFitWidth(drawn.width() * f / k);
    image.setFitHeight(drawn.height() * f / k);
    image.setX(v.deviceX(drawn.left()) / k);
    image.setY(v.deviceY(drawn.top()) / k);
  }

  // ---- marks of the hand

  void pointer(double x, double y) {
    pointerX = x;
    pointerY = y;
    drawMarks();
  }

  private void showValues(boolean on) {
    valuesShown = on;
    if (on) {
      values.playFromStart();
    }
    drawMarks();
  }

  double pxPerMm() {
    OpenPicture p = model.picture().get();
    return p == null ? 1 : p.engine().frame(model.sheet().get()).pxPerMm();
  }

  void drawMarks() {
    GraphicsContext g = marks.getGraphicsContext2D();
    g.clearRect(0, 0, marks.getWidth(), marks.getHeight());
    if (viewport.get() == null || !model.isOpen() || model.state().get() == BenchModel.State.BARE) {
      return;
    }
    scaleBar(g);
    faceMarks(g);
    model.chosenPass().ifPresent(p -> passMarks(g, p));
    if (pointerX >= 0) {
      ring(g);
    }
  }

  private double mm(double sizeMm) {
    return sizeMm * pxPerMm() * viewport.get().scale() / deviceScale();
  }

  private void ring(GraphicsContext g) {
    Stroke.Brush b = model.brush().get();
    BenchModel.Tool tool = model.tool().get();
    if (tool == BenchModel.Tool.BEND_FACE) {
      return;
    }
    boolean pointing = tool != BenchModel.Tool.HAND;
    double r = pointing ? 9 : Math.max(2, mm(b.sizeMm()) / 2);
    boolean paints =
        model
            .chosenPass()
            .map(p -> p.kind().usesArea() || p.kind().key().equals("heals"))
            .orElse(false);
    if (!pointing && !paints) {
      return;
    }
    circle(g, pointerX, pointerY, r);
    if (pointing) {
      twice(g, () -> g.strokeLine(pointerX - 4, pointerY, pointerX + 4, pointerY));
      twice(g, () -> g.strokeLine(pointerX, pointerY - 4, pointerX, pointerY + 4));
    } else if (!b.puts()) {
      twice(g, () -> g.strokeLine(pointerX - 4, pointerY, pointerX + 4, pointerY));
    }
    if (valuesShown && !pointing) {
      brushValues(g, b, r);
    }
  }

  private void brushValues(GraphicsContext g, Stroke.Brush b, double r) {
    boolean heals = model.chosenPass().map(p -> p.kind().key().equals("heals")).orElse(false);
    String[] lines =
        heals
            ? new String[] {Numbers.mm(b.sizeMm())}
            : new String[] {
              Numbers.mm(b.sizeMm()),
              Words.of("brush.touches", b.touches()),
              Words.of("brush.edge", Math.round(100 * b.edge()))
            };
    double x = Math.min(pointerX + r + 12, getWidth() - 140);
    double y = Math.max(4, Math.min(pointerY - 20, getHeight() - 64));
    g.setFill(Color.gray(0.2, 0.82));
    g.fillRoundRect(x - 8, y - 2, 136, 8 + 18 * lines.length, 6, 6);
    g.setFill(Color.gray(0.95));
    g.setFont(Font.font("B612", 13));
    for (int i = 0; i < lines.length; i++) {
      g.fillText(lines[i], x, y + 14 + 18 * i);
    }
  }

  private void passMarks(GraphicsContext g, Pass p) {
    double px = pxPerMm();
    for (Heal h : p.heals()) {
      double r = mm(h.sizeMm()) / 2;
      double x0 = viewX(h.x0());
      double y0 = viewY(h.y0());
      double x1 = viewX(h.x1());
      double y1 = viewY(h.y1());
      circle(g, x0, y0, r);
      if (x0 != x1 || y0 != y1) {
        circle(g, x1, y1, r);
        twice(g, () -> g.strokeLine(x0, y0, x1, y1));
      }
      double cx = (x0 + x1) / 2;
      double cy = (y0 + y1) / 2;
      double mx = (h.x0() + h.x1()) / 2 + h.dx();
      double my = (h.y0() + h.y1()) / 2 + h.dy();
      boolean near =
          pointerX >= 0
              && (Math.hypot(pointerX - cx, pointerY - cy) < r + 30
                  || Math.hypot(pointerX - viewX(mx), pointerY - viewY(my)) < r + 14);
      if (near) {
        g.setLineDashes(4, 4);
        circle(g, viewX(mx), viewY(my), r);
        double d = Math.hypot(viewX(mx) - cx, viewY(my) - cy);
        if (d > 2 * r) {
          double ux = (viewX(mx) - cx) / d;
          double uy = (viewY(my) - cy) / d;
          twice(
              g,
              () -> g.strokeLine(cx + r * ux, cy + r * uy, viewX(mx) - r * ux, viewY(my) - r * uy));
        }
        g.setLineDashes();
      }
    }
    for (Place q : p.places().values()) {
      double r = Math.max(5, q.sizeMm() * px * viewport.get().scale() / deviceScale() / 2);
      circle(g, viewX(q.x()), viewY(q.y()), r);
      circle(g, viewX(q.x()), viewY(q.y()), 1.5);
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
    List<FoundFace> faces =
        bends
            ? model.sheet().get().faceMap().map(FaceMap::faces).orElse(List.of())
            : model.offered().get();
    for (FoundFace face : faces) {
      for (boolean dark : new boolean[] {true, false}) {
        g.setStroke(Color.gray(dark ? 0.1 : 0.92, dark ? 0.55 : 0.9));
        g.setLineWidth(dark ? 3 : 1.2);
        for (List<Pin> line : FaceContours.of(face)) {
          List<Pin> curve = Outline.through(line).points();
          double[] x = curve.stream().mapToDouble(p -> viewX(p.x())).toArray();
          double[] y = curve.stream().mapToDouble(p -> viewY(p.y())).toArray();
          g.strokePolygon(x, y, x.length);
        }
        iris(g, face.rightPupil(), face.rightIrisPx());
        iris(g, face.leftPupil(), face.leftIrisPx());
      }
      for (FaceHandle h : bends ? FaceHandle.values() : new FaceHandle[0]) {
        Pin p = h.at(face);
        g.setFill(Color.gray(0.96));
        g.fillRect(viewX(p.x()) - 3, viewY(p.y()) - 3, 6, 6);
        twice(g, () -> g.strokeRect(viewX(p.x()) - 4, viewY(p.y()) - 4, 8, 8));
      }
    }
  }

  /** The handle under a point of this node, if any. */
  Optional<Grip> gripAt(double x, double y) {
    List<FoundFace> faces = model.sheet().get().faceMap().map(FaceMap::faces).orElse(List.of());
    Grip best = null;
    double least = GRIP_PX;
    for (int i = 0; i < faces.size() && viewport.get() != null; i++) {
      for (FaceHandle h : FaceHandle.values()) {
        Pin p = h.at(faces.get(i));
        double d = Math.hypot(viewX(p.x()) - x, viewY(p.y()) - y);
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
    double d = diameter * viewport.get().scale() / deviceScale();
    g.strokeOval(viewX(at.x()) - d / 2, viewY(at.y()) - d / 2, d, d);
  }

  private void scaleBar(GraphicsContext g) {
    if (model.sheet().get().faceMap().isEmpty()) {
      return;
    }
    double[] lengths = {0.5, 1, 2, 5, 10, 20, 50, 100};
    double best = lengths[0];
    for (double l : lengths) {
      if (mm(l) <= 150) {
        best = l;
      }
    }
    double w = mm(best);
    double x = 16;
    double y = getHeight() - 18;
    twice(g, () -> g.strokeLine(x, y, x + w, y));
    twice(g, () -> g.strokeLine(x, y - 5, x, y + 5));
    twice(g, () -> g.strokeLine(x + w, y - 5, x + w, y + 5));
    String text = best < 1 ? Numbers.mm(best) : String.format("%.0f mm", best);
    g.setFont(Font.font("B612", 13));
    g.setFill(Color.gray(0.1, 0.6));
    g.fillText(text, x + 1, y - 8);
    g.setFill(Color.gray(0.97));
    g.fillText(text, x, y - 9);
  }

  /** Index of the heal whose source or mark lies under a point of this node, if any. */
  Optional<Integer> healAt(double x, double y, boolean source) {
    Pass p = model.chosenPass().orElse(null);
    if (p == null || viewport.get() == null) {
      return Optional.empty();
    }
    for (int i = p.heals().size() - 1; i >= 0; i--) {
      Heal h = p.heals().get(i);
      double dx = source ? h.dx() : 0;
      double dy = source ? h.dy() : 0;
      double d = h.distance(sourceX(x) - dx, sourceY(y) - dy);
      if (d <= h.sizeMm() * pxPerMm() / 2) {
        return Optional.of(i);
      }
    }
    return Optional.empty();
  }

  /** Colour of the picture under a point, read away from the interface thread by the caller. */
  static double[] lightAt(OpenPicture p, RunSheet s, double x, double y) {
    Rect r = new Rect((int) x, (int) y, 1, 1);
    if (!p.file().picture().bounds().contains(r)) {
      return new double[0];
    }
    RgbBlock b = p.engine().view(s, () -> false).read(0, r);
    return CieLab.of(b.r()[0], b.g()[0], b.b()[0]);
  }
}
