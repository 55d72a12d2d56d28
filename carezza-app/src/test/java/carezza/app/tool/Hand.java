package carezza.app.tool;

import carezza.face.Pin;
import java.util.ArrayList;
import java.util.List;

/**
 * A hand with tools on a picture that is shown at twice its size and lies 10, 20 into the view;
 * what they draw is put down.
 */
final class Hand implements Sight, Overlay {
  private static final double SCALE = 2;

  final Tools tools;
  final List<String> drawn = new ArrayList<>();
  double panX;
  double panY;
  private long ms;

  Hand(Tool... usual) {
    tools = new Tools(() -> List.of(usual));
    tools.setSight(this);
  }

  PenSample at(double x, double y) {
    ms += 10;
    return PenSample.ofMouse(x, y, viewX(x, y), viewY(x, y), ms);
  }

  /** From the first place over the others to the last, and up. */
  void drag(double... xy) {
    hold(xy);
    tools.up(at(xy[xy.length - 2], xy[xy.length - 1]));
  }

  /** The same, and still down. */
  void hold(double... xy) {
    tools.down(at(xy[0], xy[1]));
    for (int i = 2; i < xy.length; i += 2) {
      tools.moved(at(xy[i], xy[i + 1]));
    }
  }

  /** What is drawn now. */
  List<String> look() {
    drawn.clear();
    tools.overlay(this);
    return List.copyOf(drawn);
  }

  private static String told(Pin p) {
    return Math.round(10 * p.x()) / 10.0 + "," + Math.round(10 * p.y()) / 10.0;
  }

  @Override
  public double scale() {
    return SCALE;
  }

  @Override
  public double viewX(double x, double y) {
    return 10 + SCALE * x;
  }

  @Override
  public double viewY(double x, double y) {
    return 20 + SCALE * y;
  }

  @Override
  public void pan(double dx, double dy) {
    panX += dx;
    panY += dy;
  }

  @Override
  public void circle(Pin centre, double radius) {
    drawn.add("circle " + told(centre) + " r " + radius);
  }

  @Override
  public void line(Pin from, Pin to) {
    drawn.add("line " + told(from) + " " + told(to));
  }

  @Override
  public void across(Pin end, Pin from, boolean dashed) {
    drawn.add("across " + told(end));
  }

  @Override
  public void closed(List<Pin> corners) {
    drawn.add("closed " + corners.stream().map(Hand::told).toList());
  }

  @Override
  public void dimOutside(List<Pin> corners) {
    drawn.add("dim");
  }

  @Override
  public void faint(Pin from, Pin to) {
    drawn.add("faint " + told(from) + " " + told(to));
  }

  @Override
  public void handle(Pin at) {
    drawn.add("handle " + told(at));
  }

  @Override
  public void dashed(boolean on) {
    drawn.add(on ? "dashed" : "whole");
  }
}
