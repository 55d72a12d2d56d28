/** The run sheet of a picture, its register of pass kinds, its history and the rules of order. */
package carezza.sheet;
