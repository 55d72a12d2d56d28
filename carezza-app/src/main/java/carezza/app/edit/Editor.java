package carezza.app.edit;

import carezza.pass.Pass;
import javafx.scene.Node;

/** A control that edits a setting of a pass. */
public interface Editor {
  Node node();

  /** Brings the control up to date with the pass; what did not change is not touched. */
  void update(Pass p);
}
