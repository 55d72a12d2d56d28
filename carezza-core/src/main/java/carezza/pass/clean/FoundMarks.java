package carezza.pass.clean;

import carezza.face.Pin;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.spot.Sight;
import carezza.spot.SkinSpot;
import carezza.spot.SkinSpot.Proposal;
import carezza.spot.SpotType;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/**
 * Heals for the marks that were found: of those that are proposed for healing, all or of one type.
 * What a heal of the pass already covers is left to it, so finding again adds only what is new.
 */
final class FoundMarks {
  /** A heal is so much wider than its mark: its border must lie on clean skin. */
  private static final double WIDER = 1.5;

  /** A blemish and a dark spot are measured to where they are faint. */
  private static final Map<String, Double> WIDER_THAN =
      Map.of(SpotType.BLEMISH.key(), 1.38, SpotType.DARK_SPOT.key(), 1.2);

  /** And so much wider than where its halo ends: the ring reads the skin beyond it. */
  private static final double BEYOND_HALO = 1.4;

  /** How wide a scratch is healed, mm. */
  private static final double SCRATCH_MM = 2.2;

  /** How wide a single hair is taken off. */
  private static final double HAIR_MM = 1.8;

  /** How far beyond its ends. */
  private static final double BEYOND_MM = 0.8;

  /** A scratch may leave the middle of its heal by that share of half the width. */
  private static final double BENT = 0.35;

  private static final double MOST_MM = 12;

  /** How much of a softened mark is taken away. */
  private static final double SOFTENED = 0.6;

  /** What is not proposed with the others and is offered by itself. */
  private static final List<SpotType> HAIRS =
      List.of(SpotType.STRAY_HAIR, SpotType.FLYING_HAIR, SpotType.LINT);

  private FoundMarks() {}

  static List<Action.Offer> offers(EvaluationContext context) {
    Map<SkinSpot, List<Heal>> all = laid(context, FoundMarks::isSure);
    List<Action.Offer> out = new ArrayList<>();
    double px = context.frame().pxPerMm();
    double width = context.framing().shownWidth();
    add(out, "marks.all", all, s -> true);
    for (Sight at : Sight.values()) {
      if (all.keySet().stream().anyMatch(s -> at.thresholds(s, px, width) < 1)) {
        add(out, "marks." + at.key(), all, s -> at.thresholds(s, px, width) >= 1);
      }
    }
    for (SpotType type : SpotType.values()) {
      if (all.keySet().stream().anyMatch(s -> s.type() != type)) {
        add(out, "marks." + type.key(), all, s -> s.type() == type);
      }
    }
    for (SpotType type : HAIRS) {
      add(out, "marks." + type.key(), laid(context, s -> s.type() == type), s -> true);
    }
    Map<SkinSpot, List<Heal>> faint = laid(context, s -> s.proposal() == Proposal.SOFTEN);
    faint.replaceAll((s, heals) -> softened(heals));
    add(out, "marks.soften", faint, s -> true);
    return out;
  }

  private static void add(
      List<Action.Offer> to, String key, Map<SkinSpot, List<Heal>> all, Predicate<SkinSpot> which) {
    List<SkinSpot> marks = all.keySet().stream().filter(which).toList();
    if (!marks.isEmpty()) {
      List<Heal> heals = marks.stream().flatMap(s -> all.get(s).stream()).toList();
      double widest = marks.stream().mapToDouble(SkinSpot::sizeMm).max().orElseThrow();
      List<Double> figures = List.of((double) marks.size(), widest);
      to.add(new Action.Offer(key, figures, List.of(), p -> with(p, heals)));
    }
  }

  /** The same heals, of which something of the mark is left. */
  static List<Heal> softened(List<Heal> heals) {
    return heals.stream().map(h -> h.withShare(SOFTENED)).toList();
  }

  private static boolean isSure(SkinSpot s) {
    return s.proposal() == Proposal.HEAL;
  }

  /** Those that are to be healed and are not yet. */
  private static List<SkinSpot> fresh(EvaluationContext context, Predicate<SkinSpot> which) {
    double px = context.frame().pxPerMm();
    List<Heal> there = context.pass().get(Heals.HEALS);
    List<Kept> kept = context.pass().get(Heals.KEPT);
    return context.spots().stream()
        .filter(which)
        .filter(s -> there.stream().noneMatch(h -> isHealedBy(h, place(s), s.line(), px)))
        .filter(s -> kept.stream().noneMatch(k -> isOn(k, s, px)))
        .toList();
  }

  private static boolean isOn(Kept k, SkinSpot s, double px) {
    return k.holds(place(s).x(), place(s).y(), px)
        || heals(s, px).stream().anyMatch(h -> k.isUnder(h, px));
  }

  /** A place on the mark that its heals cover: a bent scratch does not run through its centre. */
  static Pin place(SkinSpot s) {
    return s.line().isEmpty() ? s.centre() : s.line().get(s.line().size() / 2);
  }

  /**
   * Whether a heal is a piece of a mark's: it comes upon its place, or along its line; what only
   * crosses a line is of another.
   *
   * @param line of the mark; empty for round ones
   */
  static boolean isOf(Heal h, Pin place, List<Pin> line, double px) {
    double reach = h.sizeMm() * px / 2;
    if (line.size() < 2 || h.isRound()) {
      return h.distance(place.x(), place.y()) < reach;
    }
    return Pin.distance(line, h.x0(), h.y0()) < reach && Pin.distance(line, h.x1(), h.y1()) < reach;
  }

  /** Whether a heal is the one that comes upon a mark's place. */
  static boolean isHealedBy(Heal h, Pin place, List<Pin> line, double px) {
    return isOf(h, place, line, px) && h.distance(place.x(), place.y()) < h.sizeMm() * px / 2;
  }

  /** The pass with all marks healed that are proposed for it. */
  static Pass healed(EvaluationContext context) {
    return with(
        context.pass(),
        laid(context, FoundMarks::isSure).values().stream().flatMap(List::stream).toList());
  }

  /** Heals of marks, those that show most first, each from a source of its own. */
  private static Map<SkinSpot, List<Heal>> laid(
      EvaluationContext context, Predicate<SkinSpot> which) {
    EvaluationContext now = context;
    Map<SkinSpot, List<Heal>> out = new LinkedHashMap<>();
    for (SkinSpot s : fresh(context, which)) {
      List<Heal> own = sourced(now, s);
      now = now.on(with(now.pass(), own));
      out.put(s, own);
    }
    return out;
  }

  /** Heals of one mark, each with a source that rests on those before it. */
  static List<Heal> sourced(EvaluationContext context, SkinSpot s) {
    List<Heal> all = heals(s, context.frame().pxPerMm());
    return s.line().size() < 2
        ? List.of(FittedHeal.find(context, all.get(0), s.contrast()))
        : sourced(context, all);
  }

  static List<Heal> sourced(EvaluationContext context, List<Heal> heals) {
    EvaluationContext now = context;
    List<Heal> out = new ArrayList<>();
    for (Heal h : heals) {
      Heal found = SourceSearch.find(now, h, 0);
      out.add(found);
      now = now.on(with(now.pass(), List.of(found)));
    }
    return out;
  }

  static Pass with(Pass p, List<Heal> more) {
    List<Heal> all = new ArrayList<>(p.get(Heals.HEALS));
    more.forEach(h -> all.add(h.withId(Heals.HEALS.nextId(all))));
    return p.with(Heals.HEALS, all);
  }

  /** A heal on what was found, without a source. */
  static Heal round(Action.Found one) {
    return round(new Pin(one.x(), one.y()), wide(one.name(), one.sizeMm()));
  }

  private static double wide(String type, double sizeMm) {
    return WIDER_THAN.getOrDefault(type, WIDER) * sizeMm;
  }

  private static Heal round(Pin at, double wide) {
    return new Heal(at.x(), at.y(), at.x(), at.y(), Math.min(MOST_MM, wide), 0, 0);
  }

  private static List<Heal> heals(SkinSpot s, double px) {
    if (s.line().size() < 2) {
      return List.of(round(s.centre(), wide(s)));
    }
    double wide = HAIRS.contains(s.type()) ? HAIR_MM : SCRATCH_MM;
    return along(Pin.lengthened(s.line(), BEYOND_MM * px), wide, 0.5 * BENT * wide * px);
  }

  private static double wide(SkinSpot s) {
    double halo = s.reachMm() > s.sizeMm() ? BEYOND_HALO * s.reachMm() : 0;
    return Math.max(wide(s.type().key(), s.sizeMm()), halo);
  }

  /** Heals along a line, cut where it leaves the chord by more than {@code bent} pixels. */
  private static List<Heal> along(List<Pin> line, double wide, double bent) {
    Pin a = line.get(0);
    Pin b = line.get(line.size() - 1);
    Heal whole = new Heal(a.x(), a.y(), b.x(), b.y(), wide, 0, 0);
    int cut = 0;
    double most = bent;
    for (int i = 1; i + 1 < line.size(); i++) {
      double d = whole.distance(line.get(i).x(), line.get(i).y());
      if (d > most) {
        most = d;
        cut = i;
      }
    }
    if (cut == 0) {
      return List.of(whole);
    }
    List<Heal> out = new ArrayList<>(along(line.subList(0, cut + 1), wide, bent));
    out.addAll(along(line.subList(cut, line.size()), wide, bent));
    return out;
  }
}
