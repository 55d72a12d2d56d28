/**
 * What the hand does on the picture. Pens send samples ({@link carezza.app.tool.Pen}); {@link
 * carezza.app.tool.Tools} gives them to one of a sealed family of tools ({@link
 * carezza.app.tool.Tool}), which do something with the bench's model and say what is drawn over the
 * picture ({@link carezza.app.tool.Overlay}). No scene is known here.
 */
package carezza.app.tool;
