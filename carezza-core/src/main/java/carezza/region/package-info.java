/**
 * The regions of a face: outlines laid on the picture's own edges, and soft masks of skin, hair,
 * clothing, backdrop and features found in the source picture. Points are in source pixels, lengths
 * in mm of skin, right and left are the sitter's. What is painted or touched belongs to {@code
 * carezza.area}.
 */
package carezza.region;
