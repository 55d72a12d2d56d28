/** The terminal: render and measure pictures with the same core as the application. */
package carezza.cli;
