package carezza.pass;

import carezza.color.Adaptation;
import carezza.neutral.Proposal;
import java.util.List;
import java.util.function.UnaryOperator;

/** A light that the picture may stand in, offered: mired, kelvin, Duv, percent sure. */
public final class LightOffer {
  private static final String FAMILY = "light.";

  private LightOffer() {}

  /**
   * @param how the pass that it leads to
   */
  public static Action.Offer of(Proposal q, UnaryOperator<Pass> how) {
    return new Action.Offer(
        FAMILY + q.method().replace(Proposal.SURFACE, "if."),
        List.of(
            q.light().mired(),
            1e6 / (Adaptation.D65_MIRED + q.light().mired()),
            q.light().duv(),
            100 * q.confidence()),
        q.agree().stream().map(m -> FAMILY + m).toList(),
        how);
  }
}
