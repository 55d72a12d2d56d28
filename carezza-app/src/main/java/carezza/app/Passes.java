package carezza.app;

import carezza.app.tool.BoxTool;
import carezza.app.tool.BrushTool;
import carezza.app.tool.LineTool;
import carezza.app.tool.MarksTool;
import carezza.app.tool.PickTool;
import carezza.app.tool.PlaceTool;
import carezza.app.tool.PullTool;
import carezza.app.tool.Tool;
import carezza.area.Area;
import carezza.area.Stroke;
import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Histogram;
import carezza.pass.Mark;
import carezza.pass.Pass;
import carezza.pass.PassGroup;
import carezza.pass.PassKind;
import carezza.pass.PassTool;
import carezza.setting.Field;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import javafx.beans.property.LongProperty;
import javafx.beans.property.SimpleLongProperty;

/** What can be done with passes: added, changed, moved, and what the hand does with the chosen. */
public final class Passes {
  /** Nothing is chosen. */
  public static final long NONE = -1;

  private static final double FULL_EDGE = 0.2;

  private final BenchModel model;
  private final LongProperty chosen = new SimpleLongProperty(NONE);

  /** How often an action was done with a mark. */
  private final Map<String, Integer> times = new HashMap<>();

  private final Tool brush;
  private final Tool marks;
  private final Tool box;
  private final Tool places;

  Passes(BenchModel model) {
    this.model = model;
    brush =
        new BrushTool(this::brushOfChosen, this::previewStroke, this::stroke, model::endPreview);
    marks = new MarksTool(new MarksOfPass(), mm -> mm * model.pxPerMm());
    places = new PlaceTool(new PlacesOfPass(), mm -> mm * model.pxPerMm());
    box = new BoxTool(new BoxOfPass(model));
    chosen.addListener((o, a, b) -> model.tools().passChosen(b.longValue()));
  }

  public LongProperty chosen() {
    return chosen;
  }

  public Optional<Pass> chosenPass() {
    return model.sheet().get().pass(chosen.get());
  }

  private RunSheet now() {
    return model.picture().get().history().now();
  }

  /** Adds a pass of a kind as it begins on what is known, and chooses it. */
  public void add(PassKind kind) {
    RunSheet s = now();
    add(kind.start(s.nextId(), model.known()));
    String home = kind.homeRegion();
    if (!home.isEmpty() && s.region(home).isEmpty()) {
      model.areas().pointOut(home);
    }
  }

  private void add(Pass p) {
    model.commit(now().add(p));
    chosen.set(p.id());
  }

  /** Adds passes that are begun together, and chooses the first. */
  public void add(PassGroup g) {
    RunSheet s = now();
    List<Pass> all = g.begun().of(s.nextId(), model.known());
    for (Pass p : all) {
      s = s.add(p.withName(KindWords.name(g, p.kind())));
    }
    model.commit(s);
    chosen.set(all.get(0).id());
  }

  /**
   * Quietens what draws the eye on an area, by a pass of its own.
   *
   * @param ratio its contrast over that of the eye
   */
  public void quieten(Area area, double ratio) {
    Kinds.all().stream()
        .flatMap(k -> k.quietening(now().nextId(), area, ratio).stream())
        .findFirst()
        .ifPresent(this::add);
  }

  public void change(long id, UnaryOperator<Pass> how) {
    model.commit(now().change(id, how));
  }

  public void preview(long id, UnaryOperator<Pass> how) {
    model.preview(now().change(id, how));
  }

  /** Previews a change, or makes a step of it. */
  public void change(long id, UnaryOperator<Pass> how, boolean done) {
    if (done) {
      change(id, how);
    } else {
      preview(id, how);
    }
  }

  public void mute(long id) {
    change(id, p -> p.withOn(!p.on()));
  }

  public void remove(long id) {
    model.commit(now().without(id));
  }

  public void duplicate(long id) {
    long next = now().nextId();
    model.commit(now().duplicate(id));
    chosen.set(next);
  }

  public void move(long id, int by) {
    model.commit(now().move(id, by));
  }

  // ---- the hand on the picture

  /** The tool of the chosen pass. */
  Optional<Tool> tool() {
    return chosenPass().flatMap(p -> tool(p, p.kind().tool()));
  }

  /** Drags the places that the chosen pass takes something from. */
  Tool places() {
    return places;
  }

  /** Of a pass that is painted at once the strokes' edges are narrow. */
  private Stroke.Brush brushOfChosen() {
    Stroke.Brush b = model.brush().get();
    boolean full =
        chosenPass()
            .filter(p -> p.kind().tool() instanceof PassTool.Brush t && t.isFull())
            .isPresent();
    return full ? new Stroke.Brush(b.puts(), b.sizeMm(), 1, Math.min(FULL_EDGE, b.edge())) : b;
  }

  private Optional<Tool> tool(Pass p, PassTool t) {
    if (t instanceof PassTool.Brush) {
      return Optional.of(brush);
    }
    if (t instanceof PassTool.Marks) {
      return Optional.of(marks);
    }
    if (t instanceof PassTool.Boxed) {
      return Optional.of(box);
    }
    return Optional.empty();
  }

  /** All of the picture that the box of the chosen pass may be laid on; empty where it has none. */
  Optional<Framing> boxWhole() {
    return BoxOfPass.of(model).map(BoxOfPass.Chosen::whole);
  }

  /** Lets a place of the picture be pulled. */
  public void pull(long id, Action.PullAt action) {
    model.tools().takeFor(new PullTool(action.key(), new PulledPlace(model, id, action)), id);
  }

  /** Reads pixels with a pass; what is found is given on while the pass is there. */
  <T> void findAt(long id, Function<EvaluationContext, T> find, Consumer<T> then) {
    find(id, p -> true, find, then);
  }

  /** Lets a line be drawn on the picture. */
  public void draw(long id, Action.DrawLine action) {
    Rect source = model.picture().get().file().picture().bounds();
    model
        .tools()
        .takeFor(
            new LineTool(
                action.key(),
                (from, to) -> {
                  model.tools().letGo();
                  Framing below = now().framingBelow(id, source);
                  change(
                      id, p -> action.found().along(p, below, from.x(), from.y(), to.x(), to.y()));
                }),
            id);
  }

  /** A stroke while it is drawn. */
  public void previewStroke(Stroke s) {
    chosenPass().ifPresent(p -> preview(p.id(), q -> q.withArea(q.area().with(s))));
  }

  public void stroke(Stroke s) {
    chosenPass().ifPresent(p -> change(p.id(), q -> q.withArea(q.area().with(s))));
  }

  private Optional<PassTool.Marking> marking() {
    return chosenPass()
        .map(p -> p.kind().tool())
        .filter(PassTool.Marks.class::isInstance)
        .map(t -> ((PassTool.Marks) t).does());
  }

  /** Puts a mark of the brush's size on the chosen pass. */
  public void addMark(double x0, double y0, double x1, double y1) {
    double mm = model.brush().get().sizeMm();
    long id = chosen.get();
    marking()
        .ifPresent(
            m ->
                find(
                    id,
                    p -> true,
                    c -> m.add(c, x0, y0, x1, y1, mm),
                    put -> {
                      change(id, put.change());
                      if (!put.told().isEmpty()) {
                        model.message().set(Words.of(put.told()));
                      }
                    }));
  }

  /** Takes off the mark of the chosen pass that lies at a place; false where there is none. */
  public boolean dropMarkAt(Pin at) {
    Optional<Mark> under =
        model.tools().find(MarksTool.class).flatMap(t -> t.markAt(at.x(), at.y()));
    under.ifPresent(m -> change(chosen.get(), p -> p.without(m)));
    return under.isPresent();
  }

  public void moveSource(long mark, double dx, double dy, boolean done) {
    marking().ifPresent(m -> change(chosen.get(), p -> m.moved(p, mark, dx, dy), done));
  }

  /**
   * Reads pixels with a pass; what is found becomes a step on the pass as it is by then, or nothing
   * when that pass has gone meanwhile.
   *
   * @param stillMeant whether the pass as it is by then has what was asked about
   */
  private void away(
      long id, Predicate<Pass> stillMeant, Function<EvaluationContext, UnaryOperator<Pass>> find) {
    find(id, stillMeant, find, how -> change(id, how));
  }

  /** What comes of it is given on while the pass is there and still the one that was meant. */
  private <T> void find(
      long id, Predicate<Pass> stillMeant, Function<EvaluationContext, T> find, Consumer<T> then) {
    RunSheet s = now();
    int gone = model.timesGone(id);
    s.pass(id)
        .ifPresent(
            p -> {
              Supplier<EvaluationContext> context = model.context(s, p);
              model.away(
                  () -> find.apply(context.get()),
                  found -> {
                    if (model.message().get().equals(Words.of("message.looking"))) {
                      model.message().set("");
                    }
                    boolean there =
                        model.timesGone(id) == gone
                            && now().pass(id).filter(stillMeant).isPresent();
                    if (there) {
                      then.accept(found);
                    }
                  });
            });
  }

  /** Counts what lies along a curve or in a field of a pass in the picture below it. */
  public void count(long id, Field<?> field, Consumer<Histogram> then) {
    now()
        .pass(id)
        .ifPresent(
            p ->
                find(
                    id,
                    q -> true,
                    c -> p.kind().histogram(c, field),
                    found -> found.ifPresent(then)));
  }

  /** Measures what speaks for and against the values of a number. */
  public void weigh(long id, Action.Weigh action, Consumer<Optional<Action.Weighed>> then) {
    model.message().set(Words.of("message.looking"));
    find(id, p -> true, action.found()::of, then);
  }

  /** Finds what a pass proposes. */
  public void propose(long id, Action.Choose action, Consumer<List<Action.Offer>> then) {
    model.message().set(Words.of("message.looking"));
    find(id, p -> true, action.found()::in, then);
  }

  /** Does what a pass offers to be done with one of its marks. */
  public void act(Action.WithMark action, long mark) {
    long id = chosen.get();
    Optional<Mark> asked = chosenPass().flatMap(p -> mark(p, mark));
    int before = times.merge(id + "/" + mark + "/" + action.key(), 1, Integer::sum) - 1;
    asked.ifPresent(
        m ->
            away(
                id,
                p -> mark(p, mark).filter(n -> isSamePlace(m, n)).isPresent(),
                c -> action.done().with(c, mark, before)));
  }

  private static Optional<Mark> mark(Pass p, long id) {
    return p.items(Mark.class).stream().filter(m -> m.id() == id).findFirst();
  }

  /** A mark that was put later may have the id of one that went. */
  private static boolean isSamePlace(Mark a, Mark b) {
    return a.x0() == b.x0() && a.y0() == b.y0() && a.x1() == b.x1() && a.y1() == b.y1();
  }

  /** Lets the next click on the picture be the place that an action asks for. */
  public void point(long id, Action.PointAt action) {
    model
        .tools()
        .takeFor(
            new PickTool(
                action.key(),
                at -> {
                  if (!action.again()) {
                    model.tools().letGo();
                  }
                  pointed(id, action, at);
                }),
            id);
  }

  private void pointed(long id, Action.PointAt action, Pin at) {
    Place place = new Place(at.x(), at.y(), action.sizeMm());
    away(id, p -> true, c -> action.found().at(c, place));
  }

  /** Lets the next click on the picture be the place of a setting. */
  public void point(long id, PlaceField field) {
    model
        .tools()
        .takeFor(
            new PickTool(
                "place." + field.key(),
                at -> {
                  model.tools().letGo();
                  Place place = new Place(at.x(), at.y(), field.sizeMm());
                  change(id, p -> p.with(field, Optional.of(place)));
                }),
            id);
  }

  /** The places that the chosen pass takes something from. */
  private final class PlacesOfPass implements PlaceTool.Placed {
    private List<PlaceField> fields(Pass p) {
      return p.kind().fields().stream()
          .filter(PlaceField.class::isInstance)
          .map(PlaceField.class::cast)
          .filter(f -> !f.isSetByAction() && p.get(f).isPresent())
          .toList();
    }

    @Override
    public List<Place> places() {
      return chosenPass().stream()
          .flatMap(p -> fields(p).stream().flatMap(f -> p.get(f).stream()))
          .toList();
    }

    @Override
    public void move(int index, Pin to, boolean done) {
      chosenPass()
          .ifPresent(
              p -> {
                PlaceField f = fields(p).get(index);
                Place place = new Place(to.x(), to.y(), p.get(f).orElseThrow().sizeMm());
                change(p.id(), q -> q.with(f, Optional.of(place)), done);
              });
    }

    @Override
    public void dropped() {
      model.endPreview();
    }
  }

  /** The marks of the chosen pass, under the tool that puts them. */
  private final class MarksOfPass implements MarksTool.Marked {
    @Override
    public List<? extends Mark> marks() {
      return chosenPass().map(p -> p.items(Mark.class)).orElse(List.of());
    }

    @Override
    public void add(double x0, double y0, double x1, double y1) {
      addMark(x0, y0, x1, y1);
    }

    @Override
    public void moveSource(long mark, double dx, double dy, boolean done) {
      Passes.this.moveSource(mark, dx, dy, done);
    }

    @Override
    public void dropped() {
      model.endPreview();
    }
  }
}
