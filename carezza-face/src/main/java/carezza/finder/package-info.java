/**
 * Finds faces in a picture: a small interpreter for the shipped nets ({@link carezza.finder.Net}),
 * a detector, and landmarks with irises. Works on a reduced copy in sRGB codes; points come back in
 * source pixels. The nets and their licence are among the resources (NOTICE.md).
 */
package carezza.finder;
