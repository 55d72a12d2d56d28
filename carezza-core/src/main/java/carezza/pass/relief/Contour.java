package carezza.pass.relief;

import carezza.area.Area;
import carezza.area.Term;
import carezza.field.MaskedBlur;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.reading.Bands;
import carezza.region.RegionName;
import java.util.ArrayList;
import java.util.List;

/**
 * The light that lies on face, hair and cloth already, made deeper as strokes of dodge or burn: the
 * planes that catch it, the planes that turn away, part by part. Of a part it is the band of log2
 * luminance in which its modelling lies, within its own borders so that none glows or darkens at
 * them; a share of that is laid on. Under the eyes nothing is darkened.
 */
final class Contour {
  /** So much of what a part has is laid on once more. */
  private static final float SHARE = 0.25f;

  /** And no more stops than this. */
  private static final float MOST_STOPS = 0.3f;

  /** Less is not worth a stroke. */
  private static final float LEAST_STOPS = 0.03f;

  private static final int ALIGN = 64;

  /** Off borders of a part over so much of its finer size. */
  private static final double OFF = 0.5;

  /**
   * A part and the sigmas between which its modelling lies, mm.
   *
   * @param region its name
   * @param key its words
   */
  private record Part(RegionName region, String key, double fineMm, double broadMm) {}

  private static final List<Part> PARTS =
      List.of(
          new Part(RegionName.FOREHEAD, "contour.forehead", 4, 20),
          new Part(RegionName.NOSE, "contour.nose", 2, 12),
          new Part(RegionName.RIGHT_CHEEK, "contour.rightCheek", 4, 20),
          new Part(RegionName.LEFT_CHEEK, "contour.leftCheek", 4, 20),
          new Part(RegionName.CHIN, "contour.chin", 4, 20),
          new Part(RegionName.NECK, "contour.neck", 6, 24),
          new Part(RegionName.HAIR, "contour.hair", 1.5, 8),
          new Part(RegionName.CLOTHING, "contour.clothing", 3, 14));

  /** Softness of the border at which strokes end where a part does, mm. */
  private static final double BORDER_MM = 2;

  private final EvaluationContext context;
  private final DabOffers.Wanted wanted;

  Contour(EvaluationContext context, DabOffers.Wanted wanted) {
    this.context = context;
    this.wanted = wanted;
  }

  /** Keeps strokes on a part. */
  static Term within(RegionName part) {
    return new Term(Term.How.WITHIN, part.key(), BORDER_MM);
  }

  /** Of each part that has any. */
  List<Action.Offer> offers(DabOffers.Laying how) {
    List<Action.Offer> out = new ArrayList<>();
    Term onSkin = within(RegionName.SKIN);
    boolean free = context.area().strokes().isEmpty() || !context.area().terms().contains(onSkin);
    for (Part p : PARTS) {
      boolean isSkin = p.region != RegionName.HAIR && p.region != RegionName.CLOTHING;
      if (isSkin) {
        add(out, p, how);
      } else if (free) {
        add(out, p, (pass, strokes, stops) -> how.on(kept(pass, p.region), strokes, stops));
      }
    }
    return out;
  }

  /** A pass that was to be kept on skin is kept on another part instead. */
  private static Pass kept(Pass pass, RegionName part) {
    Term onSkin = within(RegionName.SKIN);
    List<Term> terms =
        pass.area().terms().stream().map(t -> t.equals(onSkin) ? within(part) : t).toList();
    return pass.withArea(pass.area().withTerms(terms));
  }

  private void add(List<Action.Offer> to, Part part, DabOffers.Laying how) {
    int level = context.frame().levelFor(part.fineMm, 1.5);
    DabOffers dabs = new DabOffers(context, wanted(part), level);
    Area area = area(part.region);
    Rect bounds = context.below().bounds(level);
    Rect rect = context.areaBounds(area).toLevel(level).intersect(bounds);
    if (rect.isEmpty()) {
      return;
    }
    rect = rect.anchored(ALIGN).intersect(bounds);
    Plane mask = context.mask(area, level, rect);
    double px = dabs.px();
    Plane e = Bands.logLuminance(context.below().read(level, rect));
    Plane fine = MaskedBlur.of(e, mask, part.fineMm * px, 0);
    Plane band = Bands.difference(fine, MaskedBlur.of(e, mask, part.broadMm * px, 0));
    float[] inside = MaskedBlur.of(mask, Plane.filled(rect, 1), OFF * part.fineMm * px, 0).data();
    for (int i = 0; i < band.data().length; i++) {
      float in = Math.max(0, 2 * inside[i] - 1);
      float more = SHARE * in * band.data()[i];
      band.data()[i] = Math.max(-MOST_STOPS, Math.min(MOST_STOPS, more));
    }
    dabs.add(to, part.key, band, mask, how);
  }

  private DabOffers.Wanted wanted(Part part) {
    double least = Math.max(LEAST_STOPS, wanted.least());
    return new DabOffers.Wanted(
        wanted.sign(), 2 * part.fineMm, 3 * part.broadMm, least, wanted.stops());
  }

  private Area area(RegionName part) {
    Area a = Area.found(part.key());
    return wanted.sign() < 0 ? a.with(new Term(Term.How.TAKE, RegionName.UNDER_EYES.key(), 2)) : a;
  }
}
