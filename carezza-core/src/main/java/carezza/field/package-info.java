/**
 * Smooth fields: values on a coarse grid anchored at the picture's origin, read at any pixel of any
 * level through a cubic B-spline. Texture never enters a field, so what a field adds or multiplies
 * in leaves texture as it was.
 */
package carezza.field;
