package carezza.app;

import carezza.app.tool.Sight;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.screen.AreaForm;
import carezza.screen.CheckView;
import carezza.screen.Drawn;
import carezza.screen.Frames;
import carezza.screen.ScreenEncoding;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.ToDoubleFunction;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;

/**
 * The picture on its desk, with the hand's marks over it. Paints what the {@link Painter} gives it
 * and computes no pixel itself.
 */
public final class PictureView extends Region implements Sight {
  /** As in {@link Viewport#fit}. */
  private static final double MARGIN = 0.98;

  private final BenchModel model;
  private final Painter painter;
  private final FrameImage image = new FrameImage();
  private final Marks marks;
  private final Ring ring;
  private final ReadOnlyObjectWrapper<Viewport> viewport = new ReadOnlyObjectWrapper<>();
  private Engine shownEngine;

  private Path shownFile;

  /** The frame that showed all of a picture as it is, and what of it was shown. */
  private record Whole(OpenPicture picture, RunSheet sheet, Drawn frame) {}

  private Optional<Whole> whole = Optional.empty();

  /** Size in device pixels as it was laid out last; used where frames are drawn. */
  private volatile int deviceW;

  private volatile int deviceH;

  /** The sheet whose analyses are held while the next one is found. */
  private RunSheet settled;

  /** The sheet that was drawn last with analyses held; used where frames are drawn. */
  private RunSheet shownHeld;

  private boolean fitted = true;
  private boolean upright = true;
  private ToDoubleFunction<Rect> fit = r -> 1;
  private int desk = 0xff808080;

  PictureView(BenchModel model) {
    this.model = model;
    painter =
        new Painter(
            e -> {
              OpenPicture p = model.picture().get();
              model.failures().tell(Failures.What.DRAW, p == null ? "" : p.name(), e);
            });
    marks = new Marks(model, this);
    ring = new Ring(model, this);
    getStyleClass().add("desk");
    setId("picture");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.IMAGE_VIEW);
    setAccessibleText(Words.of("picture.accessible"));
    getChildren().addAll(image, marks, ring);
    setMinSize(50, 50);
    model.picture().addListener((o, a, b) -> changed(b));
    model
        .sheet()
        .addListener(
            (o, a, b) -> {
              if (model.isPreview()) {
                repaint();
              }
            });
    model.settled().addListener((o, a, b) -> repaint());
    Looking looking = model.looking();
    looking.view().addListener((o, a, b) -> repaint());
    looking.before().addListener((o, a, b) -> repaint());
    looking.changesOfPass().addListener((o, a, b) -> repaint());
    looking.areaForm().addListener((o, a, b) -> repaint());
    looking.screen().addListener((o, a, b) -> repaint());
    model.passes().chosen().addListener((o, a, b) -> repaint());
    cursorProperty().set(Cursor.CROSSHAIR);
  }

  private void changed(OpenPicture now) {
    if (now == null) {
      image.clear();
      settled = null;
      whole = Optional.empty();
      shownEngine = null;
      shownFile = null;
      viewport.set(null);
      marks.draw();
    } else {
      fit();
    }
  }

  public ReadOnlyObjectProperty<Viewport> viewport() {
    return viewport.getReadOnlyProperty();
  }

  Painter painter() {
    return painter;
  }

  void setDesk(int argb) {
    desk = argb;
    repaint();
  }

  Color deskColour() {
    return Color.rgb(desk >> 16 & 255, desk >> 8 & 255, desk & 255);
  }

  public double deviceScale() {
    return Miniatures.deviceScale(this);
  }

  @Override
  protected void layoutChildren() {
    double k = deviceScale();
    int w = Math.max(1, (int) Math.round(getWidth() * k));
    int h = Math.max(1, (int) Math.round(getHeight() * k));
    deviceW = w;
    deviceH = h;
    marks.setWidth(getWidth());
    marks.setHeight(getHeight());
    Viewport v = viewport.get();
    if (model.isOpen() && (v == null || v.width() != w || v.height() != h)) {
      set(v == null || fitted ? fitting(w, h) : v.sized(w, h));
    }
    placeRemembered();
  }

  /** The whole picture. */
  public void fit() {
    fitted = true;
    if (model.isOpen() && getWidth() > 0) {
      double k = deviceScale();
      set(
          fitting(
              (int) Math.max(1, Math.round(getWidth() * k)),
              (int) Math.max(1, Math.round(getHeight() * k))));
    }
  }

  private Viewport fitting(int w, int h) {
    Framing f = framing();
    double s = fit.applyAsDouble(f.canvas()) * deviceScale() * MARGIN;
    return upright ? Viewport.fit(f, w, h) : Viewport.centred(f, s, f.middleX(), f.middleY(), w, h);
  }

  /** What of the picture is shown: while a box is chosen all that there is to choose from. */
  private Framing framing() {
    Rect source = model.picture().get().file().picture().bounds();
    return model.passes().boxWhole().orElseGet(() -> model.sheet().get().framing(source));
  }

  /** Follows what is shown of the picture. */
  private void reframe(Viewport v) {
    Framing f = framing();
    if (!v.framing().equals(f)) {
      viewport.set(fitted ? fitting(v.width(), v.height()) : v.framed(f));
    }
  }

  /**
   * @param scale units of the view a source pixel at which all of a picture is seen when the view
   *     does not stand upright
   */
  void setFit(ToDoubleFunction<Rect> scale) {
    fit = scale;
  }

  /** Whether it is neither turned nor mirrored. */
  void setUpright(boolean now) {
    upright = now;
    repaint();
  }

  /** Whether the whole picture is seen, whatever the size of the view. */
  boolean isFitted() {
    return fitted;
  }

  /** Brings a point of the picture to the middle, as large as it is seen now. */
  public void showPlace(double sourceX, double sourceY) {
    Viewport v = viewport.get();
    if (v != null) {
      showPlace(sourceX, sourceY, v.width() / v.scale());
    }
  }

  /**
   * Brings a point of the picture to the middle.
   *
   * @param span source pixels round it that are to be seen
   */
  public void showPlace(double sourceX, double sourceY, double span) {
    Viewport v = viewport.get();
    if (v == null) {
      return;
    }
    fitted = false;
    boolean same = span == v.width() / v.scale();
    double s = same ? v.scale() : Math.min(Viewport.MOST, Math.min(v.width(), v.height()) / span);
    double x = v.framing().canvasX(sourceX, sourceY);
    double y = v.framing().canvasY(sourceX, sourceY);
    set(Viewport.centred(v.framing(), s, x, y, v.width(), v.height()));
  }

  /** The point of the picture under the pointer, while that is on this view. */
  Optional<Pin> underPointer() {
    return viewport.get() == null
        ? Optional.empty()
        : ring.at().map(p -> new Pin(sourceX(p.getX(), p.getY()), sourceY(p.getX(), p.getY())));
  }

  /** One picture pixel a device pixel, round a point of this node. */
  public void zoomTo(double scale, double x, double y) {
    if (viewport.get() != null) {
      fitted = false;
      set(viewport.get().zoomed(scale, x * deviceScale(), y * deviceScale()));
    }
  }

  public void zoomBy(double factor, double x, double y) {
    if (viewport.get() != null) {
      zoomTo(viewport.get().scale() * factor, x, y);
    }
  }

  @Override
  public void pan(double dx, double dy) {
    if (viewport.get() != null) {
      fitted = false;
      set(viewport.get().moved(dx * deviceScale(), dy * deviceScale()));
    }
  }

  private void set(Viewport v) {
    viewport.set(v);
    placeOldFrame();
    repaint();
  }

  double sourceX(double x, double y) {
    return viewport.get().sourceX(x * deviceScale(), y * deviceScale());
  }

  double sourceY(double x, double y) {
    return viewport.get().sourceY(x * deviceScale(), y * deviceScale());
  }

  @Override
  public double scale() {
    Viewport v = viewport.get();
    return v.scale() * v.framing().scale() / deviceScale();
  }

  @Override
  public double viewX(double sourceX, double sourceY) {
    return viewport.get().deviceX(sourceX, sourceY) / deviceScale();
  }

  @Override
  public double viewY(double sourceX, double sourceY) {
    return viewport.get().deviceY(sourceX, sourceY) / deviceScale();
  }

  /** Asks for a new frame; what is on the screen stays until it comes. */
  void repaint() {
    OpenPicture p = model.picture().get();
    if (viewport.get() == null || p == null) {
      return;
    }
    reframe(viewport.get());
    Viewport v = viewport.get();
    RunSheet sheet = model.looking().shown();
    RunSheet was = settled;
    boolean dragged = model.isPreview();
    boolean fresh = shownEngine != p.engine();
    boolean own = sheet == model.sheet().get();
    boolean standsWhole = own && !dragged && fitted && isRemembered() && shows(p.file().path());
    long chosen = model.passes().chosen().get();
    CheckView look = model.looking().view().get();
    int colour = desk;
    ScreenEncoding screen = model.looking().screen().get();
    RunSheet from = model.looking().comparedWith();
    AreaForm form = model.looking().areaForm().get();
    Optional<Frames.ShownArea> area =
        model
            .passes()
            .chosenPass()
            .filter(q -> form != AreaForm.NONE && q.kind().usesArea())
            .map(q -> new Frames.ShownArea(q, form));
    painter.submit(
        stale -> {
          List<Frames.Request> steps = new ArrayList<>();
          if (fresh && !standsWhole) {
            SheetView made = p.engine().view(sheet, stale).underHand(chosen);
            Frames.Request whole = request(made, v, look, area, colour, p, from, screen);
            // A picture of which nothing was computed is not asked: that alone may grow a region.
            if (p.engine().pixelsComputed() == 0 || !painter.isAtHand(whole)) {
              SheetView plain = p.engine().view(RunSheet.EMPTY, () -> false);
              steps.add(request(plain, v, look, Optional.empty(), colour, p, from, screen));
            }
          } else if (was != null && own && !was.equals(sheet) && !sheet.equals(shownHeld)) {
            shownHeld = sheet;
            SheetView held = p.engine().view(sheet, was, () -> false).underHand(chosen);
            steps.add(request(held, v, look, area, colour, p, from, screen));
          }
          if (!dragged || steps.isEmpty()) {
            SheetView exact = p.engine().view(sheet, stale).underHand(chosen);
            steps.add(request(exact, v, look, area, colour, p, from, screen));
          }
          return steps;
        },
        (drawn, end) -> show(p, drawn, end && own && !dragged ? sheet : null),
        !standsWhole);
    marks.draw();
    ring.place();
  }

  /** Where the pointer is on this node; negative when it is elsewhere. */
  void pointer(double x, double y) {
    ring.pointer(x, y);
  }

  private static Frames.Request request(
      SheetView view,
      Viewport v,
      CheckView look,
      Optional<Frames.ShownArea> area,
      int desk,
      OpenPicture p,
      RunSheet from,
      ScreenEncoding screen) {
    Optional<SheetView> before =
        look.compares() ? Optional.of(p.engine().view(from, () -> false)) : Optional.empty();
    return new Frames.Request(view, v, look, area, desk, before, screen);
  }

  /**
   * @param now the sheet that is shown as it is, or null while it is still being found
   */
  private void show(OpenPicture p, Drawn frame, RunSheet now) {
    if (model.picture().get() != p) {
      return;
    }
    put(p.engine(), p.file().path(), frame);
    settled = now == null ? settled : now;
    if (now != null && showsAll(p, frame.request())) {
      whole = Optional.of(new Whole(p, now, frame));
    }
    marks.setVisible(true);
  }

  private static boolean showsAll(OpenPicture p, Frames.Request r) {
    Viewport v = r.viewport();
    return r.look() == CheckViews.PICTURE
        && r.area().isEmpty()
        && v.equals(Viewport.fit(p.framing(), v.width(), v.height()));
  }

  /** How the newest step of a picture was shown last, if all of it was. */
  Optional<LastFrame> looked(OpenPicture p) {
    return whole
        .filter(w -> w.picture() == p && w.sheet() == p.history().now())
        .map(w -> LastFrame.of(w.frame()));
  }

  private void put(Engine engine, Path file, Drawn frame) {
    image.put(frame);
    if (shownEngine != engine) {
      settled = null;
    }
    shownEngine = engine;
    shownFile = file;
    placeOldFrame();
  }

  /**
   * A picture that is being opened as its file has it, while its document is still read; drawn on
   * the caller's thread.
   *
   * @param wanted whether it still is when it could be shown, asked on the interface thread
   */
  void showSource(PictureShelf.Ready ready, BooleanSupplier wanted) {
    if (deviceW == 0) {
      return;
    }
    SheetView plain = ready.engine().view(RunSheet.EMPTY, () -> false);
    Viewport fit = Viewport.fit(Framing.of(ready.file().picture().bounds()), deviceW, deviceH);
    Drawn frame =
        painter.glance(
            new Frames.Request(plain, fit, CheckViews.PICTURE, Optional.empty(), desk)
                .on(model.looking().screen().get()),
            ready.engine());
    Platform.runLater(
        () -> {
          if (wanted.getAsBoolean() && model.looking().view().get() == CheckViews.PICTURE) {
            marks.setVisible(false);
            put(ready.engine(), ready.file().path(), frame);
            image.placeAsDrawn(deviceScale());
          }
        });
  }

  /**
   * How a picture that is being opened looked when it was left, until something of it is drawn.
   *
   * @param wanted whether it still is when it could be shown, asked on the interface thread
   */
  void showRemembered(Path file, LastFrame frame, BooleanSupplier wanted) {
    Platform.runLater(
        () -> {
          if (wanted.getAsBoolean() && model.looking().view().get() == CheckViews.PICTURE) {
            image.put(frame);
            settled = null;
            shownEngine = null;
            shownFile = file;
            marks.setVisible(false);
            placeRemembered();
          }
        });
  }

  private void placeRemembered() {
    image.placeRemembered(deviceW, deviceH, deviceScale());
  }

  /** Whether a picture is shown as it looked when it was left. */
  boolean isRemembered() {
    return image.isRemembered();
  }

  /** Shows the picture on the bench again, after another that was not opened in the end. */
  void showAgain() {
    marks.setVisible(true);
    repaint();
  }

  /** Whether something of a picture is on the screen. */
  boolean shows(Path picture) {
    return picture.equals(shownFile);
  }

  /** Whether a sheet is on the screen, drawn sharply. */
  boolean isSettled(RunSheet now) {
    return settled == now;
  }

  /** Moves the last frame to where it belongs in the present viewport. */
  private void placeOldFrame() {
    if (viewport.get() != null) {
      image.place(viewport.get(), deviceScale());
    }
  }

  /** A length on the sitter in units of the screen. */
  double onScreen(double mm) {
    return mm * pxPerMm() * scale();
  }

  double pxPerMm() {
    OpenPicture p = model.picture().get();
    return p == null ? 1 : p.engine().frame(model.sheet().get()).pxPerMm();
  }

  Marks marks() {
    return marks;
  }
}
