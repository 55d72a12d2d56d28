package carezza.pass.frame;

import carezza.geometry.Box;
import carezza.geometry.Framing;
import carezza.geometry.Projection;
import carezza.geometry.Reach;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.Frame;
import carezza.pass.FramingKind;
import carezza.pass.Pass;
import carezza.pass.PassTool;
import carezza.setting.ChoiceField;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * The picture turned level and cut to a box. What is cut is told in hundredths of the canvas it is
 * laid on; of a box that is to have a ratio the largest in its middle is taken; where the turn
 * leaves corners without picture the box shrinks about its middle until it is full. The corners of
 * the box are whole pixels of the canvas, so that without a turn every pixel is one of the source.
 */
public final class Crop implements FramingKind {
  private static final String OWN = "own";
  private static final String FREE = "free";

  /** Long side over short side. */
  private static final Map<String, Double> RATIOS =
      Map.of(
          "square", 1.0,
          "fiveFour", 5 / 4.0,
          "fourThree", 4 / 3.0,
          "sevenFive", 7 / 5.0,
          "rootTwo", Math.sqrt(2),
          "threeTwo", 3 / 2.0,
          "sixteenNine", 16 / 9.0);

  static final NumberField LEVEL =
      new NumberField("level", Unit.DEGREE, -45, 45, 0, 0.1).useful(-3, 3);
  static final ChoiceField RATIO =
      new ChoiceField(
          "ratio",
          List.of(
              OWN,
              FREE,
              "square",
              "fiveFour",
              "fourThree",
              "sevenFive",
              "rootTwo",
              "threeTwo",
              "sixteenNine"));
  static final FlagField ACROSS = new FlagField("across", false);
  static final NumberField LEFT = cut("cutLeft");
  static final NumberField TOP = cut("cutTop");
  static final NumberField RIGHT = cut("cutRight");
  static final NumberField BOTTOM = cut("cutBottom");

  /** Of each side of the canvas at least this share is left. */
  private static final double LEAST = 0.02;

  private static final NumberField[] CUTS = {LEFT, TOP, RIGHT, BOTTOM};
  private static final ChoiceField GUIDES =
      new ChoiceField("guides", List.of("thirds", "golden", "diagonals", "middle", "none"));

  private static NumberField cut(String key) {
    return new NumberField(key, Unit.PERCENT, 0, 98, 0, 0.1);
  }

  @Override
  public String key() {
    return "crop";
  }

  /** What has no longer side cannot be turned across. */
  @Override
  public Set<Field<?>> idle(Pass p) {
    return Set.of(FREE, "square").contains(p.get(RATIO)) ? Set.of(ACROSS) : Set.of();
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(LEVEL, RATIO, ACROSS, LEFT, TOP, RIGHT, BOTTOM, GUIDES);
  }

  @Override
  public List<String> affects() {
    return List.of();
  }

  @Override
  public List<Action> actions() {
    return List.of(new Action.DrawLine("drawLevel", Crop::levelled));
  }

  @Override
  public PassTool tool() {
    return new PassTool.Boxed(new Boxes());
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral().with(LEVEL, 2.5).with(RATIO, "fiveFour").with(TOP, 4.0).with(RIGHT, 12.0);
  }

  @Override
  public Framing framed(Pass p, Framing below) {
    Framing turned = turned(p, below);
    return turned.on(box(p, below, turned).pixels());
  }

  /** The canvas turned about its middle, not cut. A positive level turns the picture clockwise. */
  private static Framing turned(Pass p, Framing below) {
    double level = p.get(LEVEL);
    return level == 0
        ? below
        : below.mapped(
            Projection.turn(-Math.toRadians(level)).about(below.middleX(), below.middleY()));
  }

  private static Box box(Pass p, Framing below, Framing turned) {
    Rect c = below.canvas();
    double w = Math.max(LEAST, 1 - (p.get(LEFT) + p.get(RIGHT)) / 100);
    double h = Math.max(LEAST, 1 - (p.get(TOP) + p.get(BOTTOM)) / 100);
    double left = c.x() + Math.min(p.get(LEFT) / 100, 1 - w) * c.w();
    double top = c.y() + Math.min(p.get(TOP) / 100, 1 - h) * c.h();
    Box cut = new Box(left, top, left + w * c.w(), top + h * c.h());
    double ratio = ratio(p, c);
    return turned.filled(onPicture(ratio == 0 ? cut : cut.ofRatio(ratio), turned));
  }

  /** Moved towards the middle of the canvas until there is picture in half of it. */
  private static Box onPicture(Box b, Framing turned) {
    double dx = turned.middleX() - b.x();
    double dy = turned.middleY() - b.y();
    double back = Reach.along(k -> turned.isFull(b.moved((1 - k) * dx, (1 - k) * dy).scaled(0.5)));
    return b.moved((1 - back) * dx, (1 - back) * dy);
  }

  /** Width over height, 0 where any will do. */
  private static double ratio(Pass p, Rect canvas) {
    String name = p.get(RATIO);
    double own = (double) canvas.w() / canvas.h();
    double ratio = name.equals(OWN) ? Math.max(own, 1 / own) : RATIOS.getOrDefault(name, 0.0);
    boolean lies = canvas.w() > canvas.h() != p.get(ACROSS);
    return ratio == 0 || lies ? ratio : 1 / ratio;
  }

  /** With the box's sides as they were dragged to. */
  private static Pass with(Pass p, Rect canvas, Box b) {
    double[] cut = {
      (b.left() - canvas.x()) / canvas.w(),
      (b.top() - canvas.y()) / canvas.h(),
      (canvas.right() - b.right()) / canvas.w(),
      (canvas.bottom() - b.bottom()) / canvas.h()
    };
    Pass out = p;
    for (int i = 0; i < cut.length; i++) {
      out = out.with(CUTS[i], Math.max(0, Math.min(CUTS[i].max(), 100 * cut[i])));
    }
    return out;
  }

  /** Turned so that a line of the canvas below is level or upright, whichever is nearer. */
  private static Pass levelled(Pass p, Framing below, double x0, double y0, double x1, double y1) {
    double dx = below.canvasX(x1, y1) - below.canvasX(x0, y0);
    double dy = below.canvasY(x1, y1) - below.canvasY(x0, y0);
    double angle = Math.toDegrees(Math.atan2(dy, dx));
    double off = angle - 90 * Math.rint(angle / 90);
    return p.with(LEVEL, -off);
  }

  /** The box under the hand. */
  private static final class Boxes implements PassTool.Boxing {
    @Override
    public Framing whole(Pass p, Framing below) {
      Framing turned = turned(p, below);
      Box c = Box.of(below.canvas());
      double a = Math.toRadians(Math.abs(p.get(LEVEL)));
      double w = c.w() * Math.cos(a) + c.h() * Math.sin(a);
      double h = c.w() * Math.sin(a) + c.h() * Math.cos(a);
      return turned.on(Rect.around(c.x() - w / 2, c.y() - h / 2, c.x() + w / 2, c.y() + h / 2));
    }

    @Override
    public Box box(Pass p, Framing below) {
      return Box.of(Crop.box(p, below, turned(p, below)).pixels());
    }

    @Override
    public Pass moved(Pass p, Framing below, double dx, double dy) {
      Box from = box(p, below);
      return with(p, below.canvas(), reaching(p, below, from, from.moved(dx, dy)));
    }

    @Override
    public Pass dragged(Pass p, Framing below, int sideX, int sideY, double x, double y) {
      Box from = box(p, below);
      double left = sideX < 0 ? Math.min(x, from.right() - 1) : from.left();
      double right = sideX > 0 ? Math.max(x, from.left() + 1) : from.right();
      double top = sideY < 0 ? Math.min(y, from.bottom() - 1) : from.top();
      double bottom = sideY > 0 ? Math.max(y, from.top() + 1) : from.bottom();
      Box to = new Box(left, top, right, bottom);
      double ratio = ratio(p, below.canvas());
      if (ratio > 0) {
        to = inRatio(to, from, ratio, sideX, sideY);
      }
      return with(p, below.canvas(), reaching(p, below, from, to));
    }

    /** A corner keeps the opposite one in its place, a side the middle of the other two. */
    private static Box inRatio(Box to, Box from, double ratio, int sideX, int sideY) {
      double w =
          sideX == 0 ? to.h() * ratio : sideY == 0 ? to.w() : Math.max(to.w(), to.h() * ratio);
      double h = w / ratio;
      double left = sideX < 0 ? from.right() - w : sideX > 0 ? from.left() : from.x() - w / 2;
      double top = sideY < 0 ? from.bottom() - h : sideY > 0 ? from.top() : from.y() - h / 2;
      return new Box(left, top, left + w, top + h);
    }

    /** As far on the way from one box to another as there is picture and canvas. */
    private static Box reaching(Pass p, Framing below, Box from, Box to) {
      Framing turned = turned(p, below);
      Box canvas = Box.of(below.canvas());
      Predicate<Box> fits =
          b ->
              b.w() >= LEAST * canvas.w()
                  && b.h() >= LEAST * canvas.h()
                  && canvas.holds(b.left(), b.top())
                  && canvas.holds(b.right(), b.bottom())
                  && turned.isFull(b);
      return between(from, to, Reach.along(k -> fits.test(between(from, to, k))));
    }

    private static Box between(Box a, Box b, double k) {
      return new Box(
          a.left() + k * (b.left() - a.left()),
          a.top() + k * (b.top() - a.top()),
          a.right() + k * (b.right() - a.right()),
          a.bottom() + k * (b.bottom() - a.bottom()));
    }

    @Override
    public List<double[]> guides(Pass p) {
      return switch (p.get(GUIDES)) {
        case "thirds" -> lines(1 / 3.0);
        case "golden" -> lines(2 / (1 + Math.sqrt(5)));
        case "middle" -> lines(0.5);
        case "diagonals" -> List.of(new double[] {0, 0, 1, 1}, new double[] {0, 1, 1, 0});
        default -> List.of();
      };
    }

    /** Lines at a share of the sides and of what is left of them. */
    private static List<double[]> lines(double at) {
      return List.of(
          new double[] {at, 0, at, 1},
          new double[] {1 - at, 0, 1 - at, 1},
          new double[] {0, at, 1, at},
          new double[] {0, 1 - at, 1, 1 - at});
    }
  }
}
