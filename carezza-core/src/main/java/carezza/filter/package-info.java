/**
 * Filters on planes: Gaussian, masked Gaussian, guided filter, membrane interpolation. Pure: no
 * filter writes its input. Sizes are in pixels of the plane given; millimetres belong to the
 * callers.
 */
package carezza.filter;
