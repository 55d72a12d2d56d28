/** Features: teeth and eye whites. */
package carezza.pass.features;
