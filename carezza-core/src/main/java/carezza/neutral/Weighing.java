package carezza.neutral;

import carezza.neutral.LightEvidence.Card;
import carezza.neutral.LightEvidence.Surface;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Weighs all that a picture shows of its light: the product of what each source says of every light
 * of the grid, a little flattened because their errors are shared. A proposal is the mean of what
 * lies round the most likely light; its confidence how much of all lies within 3 degrees of it.
 */
public final class Weighing {
  /** Sources err together, so their product is flattened. */
  private static final double FLATTENED = 0.9;

  /** Skin and whites share the lamp's own error and that of the lids between them. */
  private static final double SKIN = 0.7;

  private static final double NEAR_DEGREES = 3;

  /** Of a card's own grey, in ln R/G and ln B/G. */
  private static final double CARD_SD = 0.01;

  private static final double CARD_DEGREES = 7;
  private static final double CARD_SURE = 0.95;

  /** Without a face beside it a card may be a wall's or a window's. */
  private static final double CARD_ALONE = 0.7;

  private static final double MOST_SURFACE = 0.3;

  /** A source may be so much better off in another light, in its log density. */
  private static final double STRAINED = 3;

  private static final double LEAST_SHEEN = 0.2;
  private static final double AGREE_DEGREES = 2;

  /** Another light is named when it keeps this share of the first one's weight. */
  private static final double ALSO_SHARE = 1.0 / 3;

  private static final double ALSO_DEGREES = 6;

  /** How a picture was rendered is not known: without a card nothing is surer than this. */
  private static final double MOST_WITHOUT_CARD = 0.9;

  private Weighing() {}

  /** Ranked, the first to be taken first; empty when the picture shows nothing of its light. */
  public static List<Proposal> proposals(LightEvidence e) {
    Map<String, double[]> sources = sources(e);
    List<Proposal> single = new ArrayList<>();
    sources.forEach((name, log) -> single.add(one(name, log)));
    List<Proposal> out = new ArrayList<>();
    if (!sources.isEmpty()) {
      double[] all = Likelihoods.prior();
      sources.forEach((name, log) -> add(all, log, name.equals("skin") ? SKIN : 1));
      add(all, Likelihoods.surfaces(e.surfaces()), 1);
      double[] w = LightGrid.normalised(scaled(all));
      Proposal first = at(Proposal.TOGETHER, w, most(w, null));
      List<String> agree =
          single.stream()
              .filter(p -> degrees(p.light(), first.light()) < AGREE_DEGREES)
              .map(Proposal::method)
              .toList();
      out.add(
          new Proposal(
              Proposal.TOGETHER,
              first.light(),
              Math.min(MOST_WITHOUT_CARD, first.confidence()) * fit(sources, first.light()),
              agree));
      also(w, first).ifPresent(out::add);
    }
    out.addAll(single);
    out.addAll(ifGrey(e));
    e.card()
        .map(
            c ->
                card(c, out.stream().filter(p -> p.method().equals(Proposal.TOGETHER)).findFirst()))
        .ifPresent(c -> out.add(isTrue(c) ? 0 : out.size(), c));
    return out;
  }

  /**
   * How far a light explains every source: 1, or less where one of them would be much better off in
   * another light. A picture that lies outside all that is known comes out of it near 0.
   */
  private static double fit(Map<String, double[]> sources, Light light) {
    double[] l = light.logs();
    int node = LightGrid.ALL.nearest(l[0], l[1]);
    double worst = 0;
    for (double[] log : sources.values()) {
      worst = Math.max(worst, Arrays.stream(log).max().orElse(0) - log[node]);
    }
    return Math.exp(-Math.max(0, worst - STRAINED));
  }

  private static Map<String, double[]> sources(LightEvidence e) {
    Map<String, double[]> out = new LinkedHashMap<>();
    e.whites().ifPresent(s -> out.put("eyeWhites", Likelihoods.whites(s)));
    e.skin().ifPresent(s -> out.put("skin", Likelihoods.skin(s, e.whites())));
    e.teeth().ifPresent(s -> out.put("teeth", Likelihoods.teeth(s)));
    e.sheen()
        .filter(s -> Likelihoods.trust(s) > LEAST_SHEEN)
        .ifPresent(s -> out.put("shine", Likelihoods.sheen(s)));
    return out;
  }

  /** What a card says; less is thought of one that all else contradicts: it may be coloured. */
  private static Proposal card(Card c, Optional<Proposal> together) {
    double[] w = LightGrid.normalised(Likelihoods.grey(c.colour(), CARD_SD));
    Proposal p = at(Proposal.CARD, w, most(w, null));
    double sure =
        together
            .map(t -> degrees(t.light(), p.light()) < CARD_DEGREES ? CARD_SURE : 1 - CARD_SURE)
            .orElse(CARD_ALONE);
    return new Proposal(Proposal.CARD, p.light(), sure, p.agree());
  }

  private static boolean isTrue(Proposal card) {
    return card.confidence() > 0.5;
  }

  /** Each surface, were it grey: rows of their own, never first. */
  private static List<Proposal> ifGrey(LightEvidence e) {
    Map<String, Proposal> out = new LinkedHashMap<>();
    for (Surface s : e.surfaces()) {
      double[] all = Likelihoods.prior();
      add(all, Likelihoods.surface(s), 1);
      int node = LightGrid.ALL.nearest(s.colour().red(), s.colour().blue());
      double within = at(s.region(), LightGrid.normalised(all), node).confidence();
      Light light = LightGrid.ALL.lights[node];
      out.putIfAbsent(
          s.region(),
          new Proposal(
              Proposal.SURFACE + s.region(), light, Math.min(MOST_SURFACE, within), List.of()));
    }
    return List.copyOf(out.values());
  }

  private static void add(double[] to, double[] log, double share) {
    for (int i = 0; i < to.length; i++) {
      to[i] += share * log[i];
    }
  }

  private static double[] scaled(double[] log) {
    double[] out = log.clone();
    for (int i = 0; i < out.length; i++) {
      out[i] *= FLATTENED;
    }
    return out;
  }

  private static Proposal one(String name, double[] log) {
    double[] all = Likelihoods.prior();
    add(all, log, 1);
    double[] w = LightGrid.normalised(all);
    return at(name, w, most(w, null));
  }

  /** The likeliest light, among those far enough from another if one is given. */
  private static int most(double[] w, Light awayFrom) {
    int best = -1;
    for (int i = 0; i < w.length; i++) {
      if ((best < 0 || w[i] > w[best])
          && (awayFrom == null || degrees(LightGrid.ALL.lights[i], awayFrom) > ALSO_DEGREES)) {
        best = i;
      }
    }
    return best;
  }

  /** The mean of what lies round a light, and its share of all. */
  private static Proposal at(String name, double[] w, int node) {
    LightGrid g = LightGrid.ALL;
    double[] centre = g.gains[node];
    double mired = 0;
    double duv = 0;
    double sum = 0;
    for (int i = 0; i < w.length; i++) {
      if (Light.degrees(g.gains[i], centre) < NEAR_DEGREES) {
        mired += w[i] * g.lights[i].mired();
        duv += w[i] * g.lights[i].duv();
        sum += w[i];
      }
    }
    Light light = new Light(mired / sum, duv / sum);
    double[] gains = light.gains();
    double within = 0;
    for (int i = 0; i < w.length; i++) {
      within += Light.degrees(g.gains[i], gains) < NEAR_DEGREES ? w[i] : 0;
    }
    return new Proposal(name, light, within, List.of());
  }

  private static Optional<Proposal> also(double[] w, Proposal first) {
    int node = most(w, first.light());
    if (node < 0) {
      return Optional.empty();
    }
    Proposal second = at(Proposal.COULD_ALSO_BE, w, node);
    boolean apart = degrees(second.light(), first.light()) > ALSO_DEGREES;
    return apart && second.confidence() > ALSO_SHARE * first.confidence()
        ? Optional.of(second)
        : Optional.empty();
  }

  static double degrees(Light a, Light b) {
    return Light.degrees(a.gains(), b.gains());
  }
}
