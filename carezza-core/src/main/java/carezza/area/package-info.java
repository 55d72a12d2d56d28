/**
 * Where a pass acts: a base (whole picture, nothing, a named region), places grown by colour and
 * edges, and strokes that put on or take off; rasterised to a mask of 0..1 for any rectangle at any
 * level. Coordinates are source pixels, sizes diameters in mm of skin.
 */
package carezza.area;
