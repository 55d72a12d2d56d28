package carezza.pass;

import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.setting.NumberField;
import carezza.setting.Place;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** Something that can be done with a pass beside setting it. What it finds becomes a setting. */
public sealed interface Action {
  /** Name in the word bundle. */
  String key();

  /**
   * A place is pointed at on the picture.
   *
   * @param key name in the word bundle
   * @param sizeMm diameter of the place
   * @param found finds what is to be set there
   * @param again whether more places may follow, until it is let go
   */
  record PointAt(String key, double sizeMm, Pointed found, boolean again) implements Action {
    public PointAt(String key, double sizeMm, Pointed found) {
      this(key, sizeMm, found, false);
    }
  }

  /**
   * A place is pressed on the picture and pulled up or down.
   *
   * @param key name in the word bundle
   * @param sizeMm diameter of the place
   * @param found finds what is to be pulled there
   */
  record PullAt(String key, double sizeMm, Pulled found) implements Action {}

  /** Finds what a place has to be pulled; may read pixels. */
  @FunctionalInterface
  interface Pulled {
    /**
     * @throws IllegalArgumentException when the place cannot be used
     */
    Pull at(EvaluationContext context, Place place);
  }

  /** What a pull comes to. */
  @FunctionalInterface
  interface Pull {
    /**
     * @param up how far up the hand went, in hundreds of the screen's units; 0 for a mere click
     */
    Pass by(Pass p, double up);
  }

  /**
   * A line is drawn on the picture.
   *
   * @param key name in the word bundle
   * @param found what is to be set by it
   */
  record DrawLine(String key, Drawn found) implements Action {}

  /** What a line comes to. */
  @FunctionalInterface
  interface Drawn {
    /**
     * @param below the canvas that the pass is laid on
     * @param x0 where the line begins, in source pixels
     * @param y0 where the line begins
     * @param x1 where it ends
     * @param y1 where it ends
     */
    Pass along(Pass p, Framing below, double x0, double y0, double x1, double y1);
  }

  /**
   * What speaks for and against each value of a number is shown, with two check views of a place
   * beside it.
   *
   * @param key name in the word bundle
   * @param field the number
   * @param looks keys of check views
   * @param found measures it
   */
  record Weigh(String key, NumberField field, List<String> looks, Weighing found)
      implements Action {
    public Weigh {
      looks = List.copyOf(looks);
    }
  }

  /** Measures what speaks for and against the values of a number; may read pixels. */
  @FunctionalInterface
  interface Weighing {
    Optional<Weighed> of(EvaluationContext context);
  }

  /**
   * What was measured.
   *
   * @param at values, rising
   * @param against what is against each: keys of the word bundle under "weigh." and shares
   * @param proposed the value with the least against it
   * @param x a place that shows it, source pixels
   * @param y likewise
   */
  record Weighed(double[] at, Map<String, double[]> against, double proposed, double x, double y) {}

  /**
   * Several proposals, each of which can be looked at before one is taken.
   *
   * @param key name in the word bundle
   * @param found finds them
   */
  record Choose(String key, Proposed found) implements Action {}

  /**
   * One of several proposals.
   *
   * @param key name in the word bundle, under "offer."
   * @param figures what it comes to, for the line below the name
   * @param reasons keys under "offer." of what speaks for it too
   * @param how the pass that it leads to
   */
  record Offer(String key, List<Double> figures, List<String> reasons, UnaryOperator<Pass> how) {}

  /** Finds proposals, the best first; may read pixels. */
  @FunctionalInterface
  interface Proposed {
    List<Offer> in(EvaluationContext context);
  }

  /**
   * Done with one of its marks, chosen on the picture.
   *
   * @param key name in the word bundle
   * @param done finds what is to be changed
   */
  record WithMark(String key, Marked done) implements Action {}

  /**
   * What was found is gone through and decided one by one.
   *
   * @param key name in the word bundle
   * @param ways what may be decided, keys of the word bundle under "review."; the first is what is
   *     mostly done
   * @param does finds and decides
   */
  record Review(String key, List<String> ways, Reviewed does) implements Action {
    public Review {
      ways = List.copyOf(ways);
    }
  }

  /**
   * Something found that waits for a decision.
   *
   * @param name what it is, a key of the word bundle under "review."
   * @param x source pixels
   * @param y source pixels
   * @param sizeMm diameter; of a line its length
   * @param line where a line runs, source pixels; empty for others
   * @param figures what is told of it, for the words "review.KEY.line" of the action
   * @param proposed one of the ways, or empty where it is left to the hand
   */
  record Found(
      String name,
      double x,
      double y,
      double sizeMm,
      List<Pin> line,
      List<Double> figures,
      String proposed) {}

  /** Finds things and carries out what is decided of each. */
  interface Reviewed {
    /** Those that matter most first; may read pixels. */
    List<Found> found(EvaluationContext context);

    /**
     * The way in which a pass has decided already, or empty.
     *
     * @param pxPerMm source pixels in a mm
     */
    String decided(Pass p, Found one, double pxPerMm);

    /**
     * Decides anew; may read pixels. What comes of it is laid on the pass as it is by then.
     *
     * @param way one of the ways, or empty to decide nothing
     */
    UnaryOperator<Pass> decide(EvaluationContext context, Found one, String way);
  }

  /**
   * Finds something at a place; may read pixels. What comes of it is laid on the pass as it is by
   * then.
   */
  @FunctionalInterface
  interface Pointed {
    /**
     * @throws IllegalArgumentException when the place cannot be used
     */
    UnaryOperator<Pass> at(EvaluationContext context, Place place);
  }

  /** Does something with a mark; may read pixels. As {@link Pointed}. */
  @FunctionalInterface
  interface Marked {
    /**
     * @param times how often it was done with this mark before
     */
    UnaryOperator<Pass> with(EvaluationContext context, long mark, int times);
  }
}
