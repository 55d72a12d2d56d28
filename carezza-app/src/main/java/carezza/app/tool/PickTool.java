package carezza.app.tool;

import carezza.face.Pin;
import java.util.function.Consumer;

/** Takes places that are clicked. */
public final class PickTool extends Tool {
  private final String name;
  private final Consumer<Pin> picked;

  /**
   * @param name says in the word bundle what to click
   * @param picked given each place
   */
  public PickTool(String name, Consumer<Pin> picked) {
    this.name = name;
    this.picked = picked;
  }

  @Override
  public String name() {
    return name;
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    return true;
  }

  @Override
  void drag(PenSample s, Sight sight) {}

  @Override
  void release(PenSample s, Sight sight) {
    picked.accept(new Pin(s.x(), s.y()));
  }
}
