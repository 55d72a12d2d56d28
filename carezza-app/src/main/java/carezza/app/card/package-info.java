/**
 * The job card: the run sheet read downwards, a line a stage and a line a pass; the chosen pass
 * opens in place with its settings, where it acts and its ladder.
 */
package carezza.app.card;
