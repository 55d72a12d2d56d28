package carezza.neutral;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * What is known of the light in a picture.
 *
 * @param proposals ranked, the first to be taken first
 * @param apart by how many mired the light on the sitter's left is warmer, where there are two
 */
public record Lights(List<Proposal> proposals, OptionalDouble apart) {
  public static Lights of(LightEvidence e) {
    return new Lights(
        Weighing.proposals(e), e.sides().map(TwoLights::of).orElse(OptionalDouble.empty()));
  }

  /** The one to be taken, where one can be trusted. */
  public Optional<Proposal> first() {
    return proposals.stream().findFirst().filter(Proposal::isTrusted).filter(p -> !p.isSurface());
  }
}
