package carezza.reading;

import carezza.image.Plane;
import carezza.image.RgbBlock;

/**
 * A region before and now, over one rectangle of one level.
 *
 * @param mask weights 0..1
 * @param pxPerMm pixels of the level a mm
 */
public record RegionLight(RgbBlock before, RgbBlock now, Plane mask, double pxPerMm) {}
