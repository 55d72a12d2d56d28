/** Clean: heals, solved in the gradient domain from a source near by. */
package carezza.pass.clean;
