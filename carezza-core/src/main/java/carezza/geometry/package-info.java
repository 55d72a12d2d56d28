/**
 * How the picture that leaves the bench lies on the source: which part of it, turned and scaled
 * how.
 *
 * <p>A <i>canvas</i> has pixels of its own; {@link carezza.geometry.Projection} leads from them to
 * source pixels, {@link carezza.geometry.Framing} says which of them there are. What is seen or
 * written is brought there once, after all passes. What passes do with pixels does not belong here,
 * only the light between them.
 */
package carezza.geometry;
