package carezza.app;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.area.Windows;
import carezza.face.Pin;
import carezza.pass.Pass;
import carezza.region.RegionName;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * What can be done with the area of the chosen pass: regions, windows and shapes joined with it,
 * drawn, moved and taken off again, areas kept under a name.
 */
public final class Areas {
  private static final double REGION_FEATHER_MM = 1;
  private static final double SHAPE_FEATHER_MM = 4;

  /** The lights of an ordinary picture, to begin with. */
  static final Extent.Tone START_TONE = new Extent.Tone(60, 100, 20, 0);

  /** Hues round that of most skin, to begin with. */
  static final Extent.Hue START_HUE = new Extent.Hue(50, 40, 20);

  private static final int LONGEST_NAME = 30;

  /** Corners of a drawn outline lie at least this far apart, mm. */
  private static final double CORNER_MM = 1;

  private final BenchModel model;
  private Term.How drawing = Term.How.WITHIN;
  private int pointedTerm;

  Areas(BenchModel model) {
    this.model = model;
  }

  /** What is joined with the chosen pass's area, as shown. */
  public List<Term> terms() {
    return model
        .chosenPass()
        .filter(p -> p.kind().usesArea())
        .map(p -> p.area().terms())
        .orElse(List.of());
  }

  public void change(UnaryOperator<Area> how) {
    model.change(model.chosen().get(), p -> p.withArea(how.apply(p.area())));
  }

  public void preview(UnaryOperator<Area> how) {
    model.previewChange(model.chosen().get(), p -> p.withArea(how.apply(p.area())));
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

  /** Lets the next drag on the picture draw a shape. */
  public void draw(Term.How how, BenchModel.Tool tool) {
    drawing = how;
    model.tool().set(tool);
  }

  /** A shape as it is drawn; too small a one is nothing. */
  public void drawn(List<Pin> path, boolean done) {
    Extent.Shape s = shape(path);
    if (s == null) {
      return;
    }
    double feather = s instanceof Extent.Ramp ? 0 : SHAPE_FEATHER_MM;
    Term t = new Term(drawing, s, feather);
    if (done) {
      model.tool().set(BenchModel.Tool.HAND);
      change(a -> a.with(t));
    } else {
      preview(a -> a.with(t));
    }
  }

  private Extent.Shape shape(List<Pin> path) {
    double least = CORNER_MM * model.pxPerMm();
    Pin from = path.get(0);
    Pin to = path.get(path.size() - 1);
    double dx = Math.abs(to.x() - from.x());
    double dy = Math.abs(to.y() - from.y());
    return switch (model.tool().get()) {
      case DRAW_OVAL ->
          Math.min(dx, dy) < least ? null : new Extent.Oval(from.x(), from.y(), dx, dy, 0);
      case DRAW_RAMP ->
          Math.hypot(dx, dy) < least ? null : new Extent.Ramp(from.x(), from.y(), to.x(), to.y());
      default -> loop(path, least);
    };
  }

  private static Extent.Loop loop(List<Pin> path, double least) {
    List<Pin> corners = new ArrayList<>();
    for (Pin p : path) {
      if (corners.isEmpty() || corners.get(corners.size() - 1).distance(p) >= least) {
        corners.add(p);
      }
    }
    return corners.size() < 3 ? null : new Extent.Loop(corners);
  }

  public void moveShape(int term, int handle, Pin to, boolean commit) {
    RunSheet s = model.picture().get().history().now();
    Term t = s.pass(model.chosen().get()).orElseThrow().area().terms().get(term);
    Extent.Shape moved = ((Extent.Shape) t.what()).moved(handle, to);
    setTerm(term, q -> q.with(moved), commit);
  }

  // ---- windows

  /** Lets the next click on the picture say which tone or hue a window is laid round. */
  public void pointWindow(int term) {
    pointedTerm = term;
    model.tool().set(BenchModel.Tool.TAKE_WINDOW);
  }

  void windowAt(double x, double y) {
    int term = pointedTerm;
    RunSheet s = model.picture().get().history().now();
    Pass p = s.pass(model.chosen().get()).orElseThrow();
    model.tool().set(BenchModel.Tool.HAND);
    if (term < p.area().terms().size()
        && p.area().terms().get(term).what() instanceof Extent.Window w) {
      model.away(
          () -> Windows.around(w, model.run(s, p).below(), model.pxPerMm(), x, y),
          found -> setTerm(term, t -> t.with(found), true));
    }
  }

  // ---- whole areas

  public void copyFrom(long id) {
    model.sheet().get().pass(id).ifPresent(other -> change(a -> other.area()));
  }

  /** Names under which areas of this picture are kept. */
  public List<String> names() {
    return model.sheet().get().regions().keySet().stream()
        .filter(n -> RegionName.of(n).isEmpty())
        .toList();
  }

  /** Keeps the chosen pass's area under a name, to be used by others. */
  public void keepAs(String asked) {
    String name = asked.strip();
    if (name.isEmpty() || name.length() > LONGEST_NAME || RegionName.of(name).isPresent()) {
      model.message().set(Words.of("message.areaName", LONGEST_NAME));
      return;
    }
    RunSheet s = model.picture().get().history().now();
    Area a = s.pass(model.chosen().get()).orElseThrow().area();
    try {
      model.commit(s.withRegion(name, a));
      model.message().set(Words.of("message.areaKept", name));
    } catch (IllegalArgumentException e) {
      model.message().set(Words.of("message.areaOfItself", name));
    }
  }
}
