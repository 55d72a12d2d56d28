/**
 * Controls by which settings are edited: one {@link carezza.app.edit.Editor} a type of field, and
 * the bars they are made of. Dragging previews, letting go makes one step.
 */
package carezza.app.edit;
