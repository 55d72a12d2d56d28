package carezza.pass;

import carezza.reading.Reading;

/**
 * What was measured that recommends a pass.
 *
 * @param word key of the word bundle; {0} is the reading's figure
 * @param reading what was measured
 * @param figure the value of it that matters: that before the retouching or now
 */
public record Finding(String word, Reading reading, double figure) {}
