package carezza.neutral;

import java.util.List;
import java.util.Optional;

/**
 * What a picture shows of its light.
 *
 * @param skin colour of the skin
 * @param whites of the eyes
 * @param teeth their colour
 * @param sheen on the skin
 * @param surfaces colours of clothing and backdrop that take up most room
 * @param sides how the lights on both sides of the face differ
 * @param card a grey card
 */
public record LightEvidence(
    Optional<Spot> skin,
    Optional<Spot> whites,
    Optional<Spot> teeth,
    Optional<Sheen> sheen,
    List<Surface> surfaces,
    Optional<Sides> sides,
    Optional<Card> card) {

  /**
   * A colour.
   *
   * @param red ln R/G of linear sRGB
   * @param blue ln B/G
   * @param light ln G
   */
  public record Spot(double red, double blue, double light) {}

  /**
   * Highlights on skin: what they add to the body's colour is the lamp's.
   *
   * @param body colour of the skin beside them
   * @param added mean colour of what they add
   * @param reach light added, as a share of the body's
   */
  public record Sheen(Spot body, Spot added, double reach) {}

  /**
   * By how much the light on the sitter's left is warmer than that on the right.
   *
   * @param skin as skin of equal brightness says, mired
   * @param whites as the eye whites say, mired
   */
  public record Sides(double skin, double whites) {}

  /**
   * A grey card.
   *
   * @param colour its median
   * @param corners x, y of its four corners, source pixels
   * @param area pixels it was found in
   */
  public record Card(Spot colour, double[] corners, double area) {}

  /**
   * A surface of one colour.
   *
   * @param region where it lies
   * @param colour its median
   * @param share of the picture
   */
  public record Surface(String region, Spot colour, double share) {}
}
