/** Which part of the picture is shown and written, and how it lies. */
package carezza.pass.frame;
