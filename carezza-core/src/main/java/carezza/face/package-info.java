/**
 * The face map: faces as they were found or pinned, and the scale in pixels per millimetre of skin
 * and the turn of the head that follow. Points are in source pixels; right and left are the
 * sitter's. What is seen in the picture on a face belongs to {@code carezza.region}.
 */
package carezza.face;
