package carezza.pass;

import java.util.List;

/**
 * What a pass did, in a few words and numbers.
 *
 * @param word key of the word bundle
 * @param numbers what {0}, {1}, ... stand for
 */
public record Summary(String word, List<Double> numbers) {
  public Summary(String word, double... numbers) {
    this(word, java.util.Arrays.stream(numbers).boxed().toList());
  }
}
