package carezza.app;

import carezza.app.tool.HandlesTool;
import carezza.app.tool.OutlineTool;
import carezza.app.tool.OvalTool;
import carezza.app.tool.Overlay;
import carezza.app.tool.PickTool;
import carezza.app.tool.RampTool;
import carezza.app.tool.Tool;
import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Seed;
import carezza.area.Term;
import carezza.area.Windows;
import carezza.face.Pin;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.region.RegionName;
import carezza.region.SitterRegion;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;

/**
 * What can be done with the area of the chosen pass: regions, windows and shapes joined with it,
 * drawn, moved and taken off again, areas kept under a name.
 */
public final class Areas {
  private static final double REGION_FEATHER_MM = 1;
  private static final double SHAPE_FEATHER_MM = 4;

  /** The lights of an ordinary picture, to begin with. */
  public static final Extent.Tone START_TONE = new Extent.Tone(60, 100, 20, 0);

  /** Hues round that of most skin, to begin with. */
  public static final Extent.Hue START_HUE = new Extent.Hue(50, 40, 20);

  private static final int LONGEST_NAME = 30;

  /** Corners of a drawn outline lie at least this far apart, mm. */
  private static final double CORNER_MM = 1;

  private final BenchModel model;
  private final Tool handles;

  Areas(BenchModel model) {
    this.model = model;
    handles = new HandlesTool("shapes", false, new ShapeGrips());
  }

  /** What is joined with the chosen pass's area, as shown. */
  public List<Term> terms() {
    return model
        .passes()
        .chosenPass()
        .filter(p -> p.kind().usesArea())
        .map(p -> p.area().terms())
        .orElse(List.of());
  }

  public void change(UnaryOperator<Area> how) {
    model.passes().change(model.passes().chosen().get(), p -> p.withArea(how.apply(p.area())));
  }

  public void preview(UnaryOperator<Area> how) {
    model.passes().preview(model.passes().chosen().get(), p -> p.withArea(how.apply(p.area())));
  }

  public void join(Term.How how, Extent what) {
    change(a -> a.with(new Term(how, what, REGION_FEATHER_MM)));
  }

  private static Area with(Area a, int term, UnaryOperator<Term> how) {
    List<Term> all = new ArrayList<>(a.terms());
    all.set(term, how.apply(all.get(term)));
    return a.withTerms(all);
  }

  public void setTerm(int term, UnaryOperator<Term> how, boolean commit) {
    if (commit) {
      change(a -> with(a, term, how));
    } else {
      preview(a -> with(a, term, how));
    }
  }

  public void drop(int term) {
    change(
        a -> {
          List<Term> all = new ArrayList<>(a.terms());
          all.remove(term);
          return a.withTerms(all);
        });
  }

  // ---- shapes

  /** A way of drawing a shape. */
  public enum Drawing {
    OVAL,
    RAMP,
    LOOP
  }

  /** Lets the next drag on the picture draw a shape. */
  public void draw(Term.How how, Drawing which) {
    double least = CORNER_MM * model.pxPerMm();
    BiConsumer<Extent.Shape, Boolean> drawn = (s, done) -> drawn(how, s, done);
    Runnable nothing = model::endPreview;
    Tool tool =
        switch (which) {
          case OVAL -> new OvalTool(least, drawn, nothing);
          case RAMP -> new RampTool(least, drawn, nothing);
          case LOOP -> new OutlineTool(least, drawn, nothing);
        };
    model.tools().takeFor(tool, model.passes().chosen().get());
  }

  private void drawn(Term.How how, Extent.Shape s, boolean done) {
    double feather = s instanceof Extent.Ramp ? 0 : SHAPE_FEATHER_MM;
    Term t = new Term(how, s, feather);
    if (done) {
      model.tools().letGo();
      change(a -> a.with(t));
    } else {
      preview(a -> a.with(t));
    }
  }

  /** The handles of the shapes that the chosen pass's area is made of, where there are any. */
  Optional<Tool> handles() {
    return shapes().isEmpty() ? Optional.empty() : Optional.of(handles);
  }

  /** A shape and the term that it is. */
  private record Placed(int term, Extent.Shape shape) {}

  private List<Placed> shapes() {
    List<Placed> out = new ArrayList<>();
    List<Term> all = terms();
    for (int i = 0; i < all.size(); i++) {
      if (all.get(i).what() instanceof Extent.Shape s) {
        out.add(new Placed(i, s));
      }
    }
    return out;
  }

  /**
   * @param handle counted over all shapes
   */
  public void moveShape(int handle, Pin to, boolean commit) {
    int before = 0;
    for (Placed p : shapes()) {
      int own = p.shape().handles().size();
      if (handle < before + own) {
        RunSheet s = model.picture().get().history().now();
        Term t = s.pass(model.passes().chosen().get()).orElseThrow().area().terms().get(p.term());
        Extent.Shape moved = ((Extent.Shape) t.what()).moved(handle - before, to);
        setTerm(p.term(), q -> q.with(moved), commit);
        return;
      }
      before += own;
    }
  }

  // ---- windows

  /** Lets the next click on the picture say which tone or hue a window is laid round. */
  public void pointWindow(int term) {
    model
        .tools()
        .takeFor(
            new PickTool(
                "take_window",
                at -> {
                  model.tools().letGo();
                  windowAt(term, at);
                }),
            model.passes().chosen().get());
  }

  private void windowAt(int term, Pin at) {
    RunSheet s = model.picture().get().history().now();
    long id = model.passes().chosen().get();
    Optional<Pass> pass = s.pass(id);
    Optional<Term> asked = pass.flatMap(p -> term(p, term));
    if (asked.isPresent() && asked.get().what() instanceof Extent.Window w) {
      int gone = model.timesGone(id);
      double px = model.pxPerMm();
      Supplier<EvaluationContext> context = model.context(s, pass.get());
      model.away(
          () -> Windows.around(w, context.get().below(), px, at.x(), at.y()),
          found -> {
            RunSheet now = model.picture().get().history().now();
            boolean there =
                model.timesGone(id) == gone
                    && now.pass(id).flatMap(p -> term(p, term)).equals(asked);
            if (there) {
              model.passes().change(id, p -> p.withArea(with(p.area(), term, t -> t.with(found))));
            }
          });
    }
  }

  private static Optional<Term> term(Pass p, int i) {
    return i < p.area().terms().size() ? Optional.of(p.area().terms().get(i)) : Optional.empty();
  }

  // ---- regions

  /** Name of the tool that points out a region. */
  public static String pointing(String region) {
    return "point." + region;
  }

  /** Lets clicks on the picture grow a region, until it is let go. */
  public void pointOut(String region) {
    model.tools().take(new PickTool(pointing(region), at -> grow(region, at)));
  }

  private void grow(String region, Pin at) {
    RunSheet s = model.picture().get().history().now();
    Seed.Like like =
        switch (region) {
          case "teeth" -> Seed.Like.TEETH;
          case "eyeWhites" -> Seed.Like.EYE_WHITE;
          default -> Seed.Like.SKIN;
        };
    model.commit(s.withRegion(region, s.region(region).with(new Seed(like, at.x(), at.y(), 1))));
  }

  public void clearRegion(String region) {
    model.commit(model.picture().get().history().now().withRegion(region, Area.NONE));
  }

  // ---- whole areas

  public void copyFrom(long id) {
    model.sheet().get().pass(id).ifPresent(other -> change(a -> other.area()));
  }

  /** Names under which areas of this picture are kept. */
  public List<String> names() {
    return model.sheet().get().regions().keySet().stream().filter(n -> !isRegion(n)).toList();
  }

  private static boolean isRegion(String name) {
    return RegionName.of(name).isPresent() || SitterRegion.number(name).isPresent();
  }

  /** Keeps the chosen pass's area under a name, to be used by others. */
  public void keepAs(String asked) {
    String name = asked.strip();
    if (name.isEmpty() || name.length() > LONGEST_NAME || isRegion(name)) {
      model.message().set(Words.of("message.areaName", LONGEST_NAME));
      return;
    }
    RunSheet s = model.picture().get().history().now();
    Area a = s.pass(model.passes().chosen().get()).orElseThrow().area();
    try {
      model.commit(s.withRegion(name, a));
      model.message().set(Words.of("message.areaKept", name));
    } catch (IllegalArgumentException e) {
      model.message().set(Words.of("message.areaOfItself", name));
    }
  }

  /** The handles of all shapes, one after the other. */
  private final class ShapeGrips implements HandlesTool.Grips {
    @Override
    public List<Pin> handles() {
      return shapes().stream().flatMap(s -> s.shape().handles().stream()).toList();
    }

    @Override
    public void move(int handle, Pin to, boolean done) {
      moveShape(handle, to, done);
    }

    @Override
    public void dropped() {
      model.endPreview();
    }

    @Override
    public void draw(Overlay o) {
      shapes().forEach(s -> ShapeOutline.draw(s.shape(), o));
    }
  }
}
