package carezza.pass;

import carezza.area.Area;
import carezza.color.Matrix3;
import carezza.face.Pin;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.setting.Field;
import carezza.setting.ItemsField;
import carezza.setting.Place;
import carezza.setting.Settings;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Supplier;

/**
 * A kind of pass: its settings, its computation, and what it says of itself. Everything a kind
 * reads comes through {@link EvaluationContext}; a pixel whose weight is 0 keeps its incoming bits.
 * Thread-safe: what is answered depends on the arguments alone.
 */
public interface PassKind {
  /** Name in the document and the word bundle. */
  String key();

  Stage stage();

  /** Its settings, in the order in which they are shown. */
  List<Field<?>> fields();

  /** Whether it can be laid on in part. */
  default boolean hasStrength() {
    return true;
  }

  /** Highest strength, 1 to 2. */
  default double maxStrength() {
    return 2;
  }

  // ---- what it says of itself

  /** Names of the readings that this kind moves, those shown first first. */
  List<String> affects();

  /**
   * True for kinds that act on a painted or grown area; false where the kind has its own shapes.
   */
  default boolean usesArea() {
    return true;
  }

  /** The named region that a new pass of this kind acts on, or empty for the whole or nothing. */
  default String homeRegion() {
    return "";
  }

  /** A new pass as it begins on this picture. */
  default Pass start(long id, Known known) {
    return Pass.start(id, this, homeRegion().isEmpty() ? Area.WHOLE : Area.ofRegion(homeRegion()));
  }

  /** Passes of this and other kinds that may be begun together instead. */
  default List<PassGroup> groups() {
    return List.of();
  }

  /**
   * A pass of this kind with what it finds by itself in the picture below it, where it is laid to
   * be looked over; may read pixels.
   */
  default Pass proposed(EvaluationContext context) {
    return context.pass();
  }

  /** Whether the hand keeps what lies at a place, which others would take off. */
  default boolean keeps(Pass p, Pin at, double pxPerMm) {
    return false;
  }

  /** How much there is of what it takes away, where it can say so. */
  default List<Amount> amounts() {
    return List.of();
  }

  /** What was measured that recommends a pass of this kind. */
  default Optional<Finding> finding(Known known) {
    return Optional.empty();
  }

  /**
   * Key of the word bundle under which this kind is offered as the next step, empty where it never
   * is; kinds with one key are one step.
   */
  default String nextStep() {
    return "";
  }

  /**
   * A pass as the other pictures of a job are to have it, where it holds for all that were taken in
   * one light; without places of its own picture.
   */
  default Optional<Pass> forJob(Pass p) {
    return Optional.empty();
  }

  /** Settings that change nothing as the others are set. */
  default Set<Field<?>> idle(Pass p) {
    return Set.of();
  }

  /** What can be done beside setting it. */
  default List<Action> actions() {
    return List.of();
  }

  /** What the hand does on the picture. */
  default PassTool tool() {
    return usesArea() ? new PassTool.Brush(false) : new PassTool.None();
  }

  /**
   * What a pass did, where that can be said.
   *
   * @param known readings of the picture as it is now
   */
  default Optional<Summary> summary(Pass p, Known known) {
    return Optional.empty();
  }

  /** How many things a pass has, for the record: those of its lists, else its strokes. */
  default List<Tally> tallies(Pass p) {
    List<Tally> out = new ArrayList<>();
    for (Field<?> f : fields()) {
      if (f instanceof ItemsField<?> items && !p.get(items).isEmpty()) {
        out.add(new Tally(f.key(), p.get(items).size()));
      }
    }
    int strokes = p.area().strokes().size();
    if (out.isEmpty() && strokes > 0) {
      out.add(new Tally("strokes", strokes));
    }
    return out;
  }

  /** How often the values along a curve occur in the picture below, where that helps to set it. */
  default Optional<Histogram> histogram(EvaluationContext context, Field<?> field) {
    return Optional.empty();
  }

  /** Sigma in mm at which a pass parts the picture into bands, where it does. */
  default OptionalDouble splitMm(Pass p) {
    return OptionalDouble.empty();
  }

  /** The place whose colour skin is measured against, where a pass has one. */
  default Optional<Place> reference(Pass p) {
    return Optional.empty();
  }

  /**
   * Whether a pass takes away what lies on the form and is not the form, as a lamp's shine or blood
   * under thin skin: readings of what is kept of the form are taken against the picture without
   * that.
   */
  default boolean baresForm(Pass p) {
    return false;
  }

  /** Whether, begun, it takes away what its colour tells to be no form of the skin. */
  default boolean evensLight() {
    return false;
  }

  /**
   * A pass that quietens what draws the eye in an area, for kinds that do that.
   *
   * @param ratio contrast there over that of the eye
   */
  default Optional<Pass> quietening(long id, Area area, double ratio) {
    return Optional.empty();
  }

  /** Settings under which it acts on skin, with its items inside the picture: what tests try. */
  default Settings sample(Frame frame) {
    return Settings.start(fields());
  }

  /** Settings that change nothing. */
  Settings neutral();

  // ---- what it computes

  /** True when these settings change nothing, wherever the area is. */
  boolean isNeutral(Pass p);

  /**
   * The rectangles of the picture below (source pixels), beyond {@code rect} itself, on which the
   * result in {@code rect} rests: those its analyses look at.
   */
  default List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    return List.of();
  }

  /**
   * The rectangles of the picture below (source pixels) on which the result rests wherever it is
   * asked for: those that go with the pass's area.
   *
   * @param area source pixels outside which the area is 0; asking may mean finding them
   */
  default List<Rect> looksRound(Pass p, Frame frame, Supplier<Rect> area) {
    return List.of();
  }

  /**
   * Whether the result also rests on where regions are found, beside its area: another face map is
   * another result.
   */
  default boolean readsRegions() {
    return false;
  }

  /** Whether the pass can change anything in {@code rect} (source pixels). */
  default boolean touches(Pass p, Frame frame, Rect rect) {
    return true;
  }

  /** Settings as they matter inside {@code rect}, beyond area and strength. */
  default long fingerprint(Pass p, Frame frame, Rect rect) {
    return p.settingsHash();
  }

  /**
   * The matrix on linear light that the pass is where its weight is 1, for kinds that are nothing
   * else: what rests on the picture below in ratios or up to a gain need not be found again when
   * such a pass acts on the whole picture; see {@link EvaluationContext#unlit}.
   */
  default Optional<Matrix3> light(Pass p) {
    return Optional.empty();
  }

  /**
   * Changes {@code block}, which holds the picture below, in place.
   *
   * @param weight mask of 0..1 a pixel without strength, or null for 1 everywhere
   */
  void apply(EvaluationContext context, RgbBlock block, float[] weight);
}
