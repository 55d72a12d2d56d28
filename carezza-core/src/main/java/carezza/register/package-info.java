/** Registers: what there is of something (kinds of pass, readings, check views, formats). */
package carezza.register;
