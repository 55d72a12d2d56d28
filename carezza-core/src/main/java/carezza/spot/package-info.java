/**
 * Marks on skin: found at their own sizes, measured, told apart and judged, so that a person only
 * decides. Places are source pixels, sizes diameters in mm, contrasts log2 of linear light (stops).
 * What is done with a mark belongs to the passes.
 */
package carezza.spot;
