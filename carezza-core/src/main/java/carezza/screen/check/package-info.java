/**
 * The check views, one class each; {@link carezza.screen.check.CheckViews} lists them in the order
 * of their number keys. CIELAB D65 throughout.
 */
package carezza.screen.check;
