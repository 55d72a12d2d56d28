package carezza.app;

import carezza.app.tool.PullTool;
import carezza.face.Pin;
import carezza.pass.Action;
import carezza.setting.Place;
import java.util.Optional;

/** A place of the picture that is pulled for a pass; what is there is found meanwhile. */
final class PulledPlace implements PullTool.Pulled {
  private final BenchModel model;
  private final long id;
  private final Action.PullAt action;
  private Optional<Action.Pull> pull = Optional.empty();
  private double up;
  private boolean done;

  PulledPlace(BenchModel model, long id, Action.PullAt action) {
    this.model = model;
    this.id = id;
    this.action = action;
  }

  @Override
  public void pressed(Pin at) {
    pull = Optional.empty();
    up = 0;
    done = false;
    Place place = new Place(at.x(), at.y(), action.sizeMm());
    model
        .passes()
        .findAt(
            id,
            c -> action.found().at(c, place),
            found -> {
              pull = Optional.of(found);
              follow();
            });
  }

  @Override
  public void pulled(double toUp, boolean toDone) {
    up = toUp;
    done = toDone;
    follow();
    if (toDone) {
      model.tools().letGo();
    }
  }

  /**
   * As far as it is known what is pulled; once it is, a hand that has let go makes a step of it.
   */
  private void follow() {
    pull.ifPresent(f -> model.passes().change(id, p -> f.by(p, up), done));
  }

  @Override
  public void dropped() {
    if (!done) {
      model.endPreview();
    }
  }
}
