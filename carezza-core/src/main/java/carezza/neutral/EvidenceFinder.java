package carezza.neutral;

import carezza.image.Plane;
import carezza.image.RgbBlock;
import carezza.neutral.LightEvidence.Sheen;
import carezza.neutral.LightEvidence.Spot;
import carezza.neutral.LightEvidence.Surface;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;

/** Finds in pixels under masks what they show of the light. */
public final class EvidenceFinder {
  /** So many pixels a region must have to be asked. */
  private static final int LEAST_PIXELS = 24;

  /** Of the brighter eye white so much is the least red: the rest is veins and corners. */
  private static final double LEAST_RED = 0.7;

  /** Of skin and teeth the middle by brightness: neither shade nor sheen. */
  private static final double MIDDLE = 0.3;

  private static final double LIT_TO = 0.8;

  /** Skin is as bright as this share of it is at most. */
  private static final double LIT_AT = 0.85;

  private static final double BRIGHT_FROM = 0.5;

  /** Windows darker than the skin by more than this, in ln G, lie in shade. */
  private static final double DARKER = 0.7;

  /** Width of a bin of surface colours in ln R/G and ln B/G. */
  private static final double BIN = 0.08;

  private static final int MOST_SURFACES = 3;
  private static final double LEAST_SHARE = 0.02;

  private EvidenceFinder() {}

  /** Skin: the colour of its middle, as bright as where it is lit. */
  public static Optional<Spot> skin(RgbBlock b, Plane mask) {
    Chroma c = Chroma.of(b, mask);
    return c.size() < LEAST_PIXELS
        ? Optional.empty()
        : Optional.of(
            new Spot(
                Chroma.median(c.red, MIDDLE, LIT_TO),
                Chroma.median(c.blue, MIDDLE, LIT_TO),
                c.brightness(LIT_AT)));
  }

  /** Teeth of middle brightness. */
  public static Optional<Spot> middle(RgbBlock b, Plane mask) {
    Chroma c = Chroma.of(b, mask);
    return c.size() < LEAST_PIXELS ? Optional.empty() : Optional.of(spot(c, MIDDLE, LIT_TO));
  }

  private static Spot spot(Chroma c, double from, double to) {
    return new Spot(
        Chroma.median(c.red, from, to),
        Chroma.median(c.blue, from, to),
        Chroma.median(c.light, from, to));
  }

  /** The brighter half of the eye whites, the least red of it. */
  public static Optional<Spot> white(RgbBlock b, Plane mask) {
    Chroma c = Chroma.of(b, mask);
    if (c.size() < LEAST_PIXELS) {
      return Optional.empty();
    }
    List<double[]> bright = new ArrayList<>();
    for (int i = (int) (BRIGHT_FROM * c.size()); i < c.size(); i++) {
      bright.add(new double[] {c.red[i], c.blue[i], c.light[i]});
    }
    bright.sort(Comparator.comparingDouble(v -> v[0]));
    List<double[]> pale = bright.subList(0, Math.max(1, (int) (LEAST_RED * bright.size())));
    return Optional.of(new Spot(median(pale, 0), median(pale, 1), median(pale, 2)));
  }

  private static double median(List<double[]> all, int of) {
    return Chroma.median(all.stream().mapToDouble(x -> x[of]).toArray(), 0, 1);
  }

  /**
   * What the windows that shine most say together ({@link SheenWindows}).
   *
   * @param pxPerMm of the block
   */
  public static Optional<Sheen> sheen(RgbBlock b, Plane mask, double pxPerMm) {
    Chroma all = Chroma.of(b, mask);
    if (all.size() < LEAST_PIXELS) {
      return Optional.empty();
    }
    double dark = all.brightness(0.5) - DARKER;
    List<Sheen> best = SheenWindows.strongest(b, mask, pxPerMm, dark, LEAST_PIXELS);
    if (best.size() < 2) {
      return Optional.empty();
    }
    return Optional.of(
        new Sheen(
            medians(best.stream().map(Sheen::body).toList()),
            medians(best.stream().map(Sheen::added).toList()),
            Chroma.median(best.stream().mapToDouble(Sheen::reach).toArray(), 0, 1)));
  }

  /**
   * How the skin on both sides of a face differs, mired.
   *
   * @param x middle between the eyes, pixels of the block
   * @param ux towards the sitter's left, a unit vector with {@code uy}
   * @param away so far from the middle at least, pixels
   */
  public static OptionalDouble skinSides(
      RgbBlock b, Plane mask, double x, double y, double ux, double uy, double away) {
    Plane[] side = sides(mask, x, y, ux, uy, away);
    return TwoLights.mired(Chroma.of(b, side[0]), Chroma.of(b, side[1]));
  }

  /** How the eye whites on both sides of a face differ, mired; as {@link #skinSides}. */
  public static OptionalDouble whiteSides(
      RgbBlock b, Plane mask, double x, double y, double ux, double uy) {
    Plane[] side = sides(mask, x, y, ux, uy, 0);
    Optional<Spot> right = white(b, side[0]);
    Optional<Spot> left = white(b, side[1]);
    return right.isEmpty() || left.isEmpty()
        ? OptionalDouble.empty()
        : OptionalDouble.of(TwoLights.mired(right.get(), left.get()));
  }

  /** A mask to the sitter's right and to the left. */
  private static Plane[] sides(Plane mask, double x, double y, double ux, double uy, double away) {
    Plane right = new Plane(mask.rect());
    Plane left = new Plane(mask.rect());
    for (int i = 0; i < mask.data().length; i++) {
      double along = (i % mask.w() - x) * ux + (i / mask.w() - y) * uy;
      if (Math.abs(along) >= away) {
        (along < 0 ? right : left).data()[i] = mask.data()[i];
      }
    }
    return new Plane[] {right, left};
  }

  private static Spot medians(List<Spot> all) {
    List<double[]> v = all.stream().map(s -> new double[] {s.red(), s.blue(), s.light()}).toList();
    return new Spot(median(v, 0), median(v, 1), median(v, 2));
  }

  /** The colours that take up most room on a surface, each a group of one colour. */
  public static List<Surface> surfaces(String region, RgbBlock b, Plane mask) {
    Chroma c = Chroma.of(b, mask);
    Map<Long, List<Integer>> bins = new HashMap<>();
    for (int i = 0; i < c.size(); i++) {
      long x = Math.round(c.red[i] / BIN);
      long y = Math.round(c.blue[i] / BIN);
      bins.computeIfAbsent(x * 100_000 + y, k -> new ArrayList<>()).add(i);
    }
    return bins.values().stream()
        .filter(v -> v.size() > LEAST_SHARE * b.size())
        .sorted(Comparator.comparingInt((List<Integer> v) -> v.size()).reversed())
        .limit(MOST_SURFACES)
        .map(
            v ->
                new Surface(
                    region,
                    new Spot(mean(v, c.red), mean(v, c.blue), mean(v, c.light)),
                    v.size() / (double) b.size()))
        .toList();
  }

  private static double mean(List<Integer> at, double[] v) {
    return at.stream().mapToDouble(i -> v[i]).average().orElse(Double.NaN);
  }
}
