/**
 * Colour: the working space, file encodings, Oklab, CIELAB, CIEDE2000 and chromatic adaptation.
 *
 * <p>The working space is linear light with Rec. 2020 primaries and a D65 white, unclamped; 1.0 is
 * the file's white. Matrices are row-major 3 x 3 doubles.
 */
package carezza.color;
