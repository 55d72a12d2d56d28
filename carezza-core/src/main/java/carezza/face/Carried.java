package carezza.face;

/**
 * A place on a face carried to another picture of it.
 *
 * @param place source pixels of that picture
 * @param errorMm how far off it may be: so far or less in about 95 of 100 places
 * @param seen whether the skin there is turned to the camera, and no part of the face before it
 */
public record Carried(Pin place, double errorMm, boolean seen) {}
