/**
 * The picture formats, reading and writing apart: an {@link carezza.io.format.InputFormat} or
 * {@link carezza.io.format.OutputFormat} is one class and one line in its register.
 */
package carezza.io.format;
