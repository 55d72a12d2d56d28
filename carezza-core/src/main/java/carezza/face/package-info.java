/**
 * The face map: for now the two eye pins, and the scale in pixels per millimetre of skin that
 * follows from them. Pins are in source pixels; right and left are the sitter's.
 */
package carezza.face;
