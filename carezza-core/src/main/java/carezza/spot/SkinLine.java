package carezza.spot;

import carezza.face.Pin;
import java.util.List;

/**
 * A line of the skin, as a face has them: a fold that light falls into.
 *
 * @param where what part of the face has it
 * @param points along its middle, about a mm apart, source pixels
 * @param lengthMm along its middle
 * @param stops how much darker its middle is than the skin beside it, on average along it
 * @param depth of its mean among the texture near by, in the texture's own standard deviation
 */
public record SkinLine(Where where, List<Pin> points, double lengthMm, double stops, double depth) {
  /** Parts of a face that have lines of their own. */
  public enum Where {
    FOREHEAD("forehead"),
    /** From the nose past the corner of the mouth. */
    SMILE("smile"),
    NECK("neck");

    private final String key;

    Where(String key) {
      this.key = key;
    }

    public String key() {
      return key;
    }
  }

  public SkinLine {
    points = List.copyOf(points);
  }

  /** How much it shows: what is long and deep comes first. */
  public double shows() {
    return stops * lengthMm;
  }
}
