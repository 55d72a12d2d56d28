package carezza.area;

import carezza.image.Hash;
import carezza.image.Rect;
import carezza.setting.Extra;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * Where a pass acts. The mask is the base joined with what was seeds, then the strokes in their
 * order, then regions, windows and shapes added, taken away or kept within in their order, then
 * drawn to the picture's edges, then inverted if so set.
 *
 * @param base what it starts from
 * @param region region name when the base is a region or one that is found, else empty
 * @param seeds places seeds by colour and edges
 * @param strokes put on or take off, in order
 * @param terms regions, windows and shapes joined with all that, in order
 * @param followMm how far its border is drawn to edges of the picture below, 0 to 10 mm; 0 not
 * @param inverted everything but this
 * @param extra what a newer version knows of it
 */
public record Area(
    Base base,
    String region,
    List<Seed> seeds,
    List<Stroke> strokes,
    List<Term> terms,
    double followMm,
    boolean inverted,
    Extra extra) {
  public static final double MOST_FOLLOW_MM = 10;

  /** What an area starts from. */
  public enum Base {
    WHOLE,
    NONE,
    /** A named region as it was pointed out or found. */
    REGION,
    /** A region as it is found from the face map. */
    FOUND
  }

  /** Everything. */
  public static final Area WHOLE =
      new Area(Base.WHOLE, "", List.of(), List.of(), List.of(), 0, false, Extra.NONE);

  /** Nothing, until something is painted or seeds. */
  public static final Area NONE =
      new Area(Base.NONE, "", List.of(), List.of(), List.of(), 0, false, Extra.NONE);

  public Area {
    seeds = List.copyOf(seeds);
    strokes = List.copyOf(strokes);
    terms = List.copyOf(terms);
    if (!(followMm >= 0 && followMm <= MOST_FOLLOW_MM)) {
      throw new IllegalArgumentException("followMm = " + followMm + ", must be in [0, 10]");
    }
    if ((base == Base.REGION || base == Base.FOUND) == region.isEmpty()) {
      throw new IllegalArgumentException("base = " + base + " with region '" + region + "'");
    }
  }

  public static Area ofRegion(String name) {
    return new Area(Base.REGION, name, List.of(), List.of(), List.of(), 0, false, Extra.NONE);
  }

  public static Area found(String name) {
    return new Area(Base.FOUND, name, List.of(), List.of(), List.of(), 0, false, Extra.NONE);
  }

  public Area with(Stroke s) {
    List<Stroke> all = new ArrayList<>(strokes);
    all.add(s);
    return new Area(base, region, seeds, all, terms, followMm, inverted, extra);
  }

  public Area with(Seed g) {
    List<Seed> all = new ArrayList<>(seeds);
    all.add(g);
    return new Area(base, region, all, strokes, terms, followMm, inverted, extra);
  }

  public Area with(Term t) {
    List<Term> all = new ArrayList<>(terms);
    all.add(t);
    return withTerms(all);
  }

  public Area withTerms(List<Term> all) {
    return new Area(base, region, seeds, strokes, all, followMm, inverted, extra);
  }

  public Area withFollow(double mm) {
    return new Area(base, region, seeds, strokes, terms, mm, inverted, extra);
  }

  /** The area before anything is joined with it and before it is inverted. */
  public Area bare() {
    return terms.isEmpty() && followMm == 0 && !inverted
        ? this
        : new Area(base, region, seeds, strokes, List.of(), 0, false, Extra.NONE);
  }

  /** The area as it was with its first {@code n} strokes. */
  public Area withStrokes(int n) {
    return new Area(base, region, seeds, strokes.subList(0, n), terms, followMm, inverted, extra);
  }

  public Area inverted(boolean on) {
    return new Area(base, region, seeds, strokes, terms, followMm, on, extra);
  }

  /** True when nothing is covered whatever the picture. */
  public boolean isEmpty() {
    return !inverted
        && base == Base.NONE
        && seeds.isEmpty()
        && terms.stream().noneMatch(Term::adds)
        && strokes.stream().noneMatch(s -> s.brush().puts());
  }

  /** True when everything is covered fully whatever the picture. */
  public boolean isWhole() {
    return !inverted
        && base == Base.WHOLE
        && terms.stream().noneMatch(Term::isKnown)
        && strokes.stream().allMatch(s -> s.brush().puts());
  }

  /** Whether a newer version set something of it that acts as nothing here. */
  public boolean isPartlyUnknown() {
    return !extra.isEmpty()
        || terms.stream().anyMatch(t -> !t.extra().isEmpty() || t.what() instanceof Extent.Unknown)
        || seeds.stream().anyMatch(s -> !s.extra().isEmpty())
        || strokes.stream().anyMatch(s -> !s.extra().isEmpty());
  }

  /** Names of the regions and areas of the sheet that it is made from. */
  public Stream<String> refersTo() {
    Stream<String> joined =
        terms.stream()
            .map(Term::what)
            .filter(Extent.Region.class::isInstance)
            .map(w -> ((Extent.Region) w).name());
    return base == Base.REGION ? Stream.concat(Stream.of(region), joined) : joined;
  }

  /** Whether its own mask rests on the picture below, regions it refers to apart. */
  public boolean readsBelow() {
    return followMm > 0 || terms.stream().anyMatch(t -> t.what() instanceof Extent.Window);
  }

  /** Source pixels beyond a rectangle on whose light its mask there rests. */
  public int reach(double pxPerMm) {
    return followMm > 0 ? EdgeFollowing.reach(followMm, pxPerMm) : Windows.reach(pxPerMm);
  }

  /** Fingerprint of what can matter inside {@code rect} (source pixels). */
  public long fingerprint(Rect rect, double pxPerMm) {
    Hash h = new Hash().add(base.name()).add(region).add(followMm).add(inverted);
    seeds.forEach(g -> h.add(g.fingerprint()));
    terms.forEach(t -> h.add(t.fingerprint()));
    if (!isWhole()) {
      for (Stroke s : strokes) {
        if (s.bounds(pxPerMm).intersects(rect)) {
          s.addTo(h, rect, pxPerMm);
        }
      }
    }
    return h.get();
  }
}
