/** Light: neutral and exposure, in linear light. */
package carezza.pass.light;
