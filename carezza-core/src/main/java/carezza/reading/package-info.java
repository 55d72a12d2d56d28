/**
 * The readings as pure measurements of planes under masks; {@link carezza.reading.Readings} lists
 * them. Definitions and bands are Carezza's own; the measures they rest on are cited where they are
 * computed. Sizes come in millimetres with the scale of the picture; light is linear working-space
 * light.
 */
package carezza.reading;
