/** Skin: colour gathered towards a reference place. */
package carezza.pass.skin;
