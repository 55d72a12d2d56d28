/**
 * From a run sheet to the pixels of a screen: which part at which zoom ({@link
 * carezza.screen.Viewport}), how it is looked at ({@link carezza.screen.CheckView}), and the
 * drawing itself. Coordinates are device pixels; no window is known here.
 */
package carezza.screen;
