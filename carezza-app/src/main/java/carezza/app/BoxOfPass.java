package carezza.app;

import carezza.app.tool.BoxTool;
import carezza.geometry.Box;
import carezza.geometry.Framing;
import carezza.pass.Pass;
import carezza.pass.PassTool;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** The box of the chosen pass, under the tool that drags it. */
final class BoxOfPass implements BoxTool.Boxed {
  private final BenchModel model;

  BoxOfPass(BenchModel model) {
    this.model = model;
  }

  /**
   * A pass with a box.
   *
   * @param below the canvas that it is laid on
   */
  record Chosen(Pass pass, PassTool.Boxing does, Framing below) {
    Framing whole() {
      return does.whole(pass, below);
    }
  }

  /** The chosen pass as it is shown; empty where it has no box or is muted. */
  static Optional<Chosen> of(BenchModel model) {
    return of(model, model.sheet().get());
  }

  private static Optional<Chosen> of(BenchModel model, RunSheet s) {
    return s.pass(model.passes().chosen().get())
        .filter(Pass::on)
        .filter(p -> p.kind().tool() instanceof PassTool.Boxed)
        .map(
            p ->
                new Chosen(
                    p,
                    ((PassTool.Boxed) p.kind().tool()).does(),
                    s.framingBelow(p.id(), model.picture().get().file().picture().bounds())));
  }

  @Override
  public Optional<Framing> whole() {
    return of(model).map(Chosen::whole);
  }

  @Override
  public Box box() {
    Chosen c = of(model).orElseThrow();
    return c.does().box(c.pass(), c.below());
  }

  @Override
  public List<double[]> guides() {
    Chosen c = of(model).orElseThrow();
    return c.does().guides(c.pass());
  }

  @Override
  public void drag(int sideX, int sideY, double x, double y, boolean done) {
    settled(c -> c.does().dragged(c.pass(), c.below(), sideX, sideY, x, y), done);
  }

  @Override
  public void move(double dx, double dy, boolean done) {
    settled(c -> c.does().moved(c.pass(), c.below(), dx, dy), done);
  }

  /** From the pass as it was when the drag began. */
  private void settled(Function<Chosen, Pass> how, boolean done) {
    of(model, model.picture().get().history().now())
        .ifPresent(
            c -> {
              Pass to = how.apply(c);
              model.passes().change(to.id(), p -> to, done);
            });
  }

  @Override
  public void dropped() {
    model.endPreview();
  }
}
