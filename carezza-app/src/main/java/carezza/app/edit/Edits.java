package carezza.app.edit;

import carezza.pass.Histogram;
import carezza.pass.Pass;
import carezza.setting.Field;
import carezza.setting.PlaceField;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;

/** What editors do with the pass they edit. */
public interface Edits {
  /** Previews a change, or makes a step of it. */
  void change(UnaryOperator<Pass> how, boolean done);

  /** Lets the next click on the picture be the place of a setting. */
  void point(PlaceField field);

  /** Counts what lies along a curve or in a field of colours, where the pass's kind can. */
  void count(Field<?> field, Consumer<Histogram> then);
}
