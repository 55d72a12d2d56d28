/**
 * The JavaFX application: the Bench. View-models hold properties and know no nodes; views bind to
 * them; nothing heavy runs on the interface thread.
 */
package carezza.app;
