package carezza.app.tool;

import carezza.face.Pin;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/** Asks for several pins, one after the other. */
public final class PinsTool extends Tool {
  private final List<String> names;
  private final Runnable begun;
  private final Consumer<List<Pin>> done;
  private final List<Pin> pins = new ArrayList<>();

  /**
   * @param names say in the word bundle what each pin is put on
   * @param begun run when the first is put
   * @param done given all of them
   */
  public PinsTool(List<String> names, Runnable begun, Consumer<List<Pin>> done) {
    this.names = List.copyOf(names);
    this.begun = begun;
    this.done = done;
  }

  @Override
  public String name() {
    return names.get(Math.min(pins.size(), names.size() - 1));
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    return true;
  }

  @Override
  void drag(PenSample s, Sight sight) {}

  @Override
  void release(PenSample s, Sight sight) {
    if (pins.isEmpty()) {
      begun.run();
    }
    pins.add(new Pin(s.x(), s.y()));
    if (pins.size() == names.size()) {
      done.accept(List.copyOf(pins));
    }
  }

  /** The last pin is taken back. */
  @Override
  boolean key(Key k, Sight sight) {
    boolean back = k == Key.BACK && !pins.isEmpty();
    if (back) {
      pins.remove(pins.size() - 1);
    }
    return back;
  }

  @Override
  public void overlay(Overlay o, Sight sight) {
    pins.forEach(o::handle);
  }
}
