/**
 * Rectangles of pixels, planes of floats and the source picture in its file's own integer codes.
 *
 * <p>Coordinates: x to the right, y down, pixel (0, 0) at the top left; a pixel's centre lies at (x
 * + 0.5, y + 0.5). Level {@code l} of the pyramid has pixels of 2^l source pixels. Colour spaces do
 * not belong here.
 */
package carezza.image;
