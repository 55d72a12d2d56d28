/**
 * The colour of the light in a picture: what skin, eye whites, teeth, sheen, surfaces and a grey
 * card say of it ({@link carezza.neutral.LightEvidence}), weighed together on a grid of lights
 * ({@link carezza.neutral.Weighing}) into ranked proposals. Colours are log ratios of linear sRGB,
 * ln R/G and ln B/G; lights stand in mired and Duv from D65. Knows neither files nor passes.
 */
package carezza.neutral;
