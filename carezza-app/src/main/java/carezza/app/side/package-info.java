/**
 * What lies on the desk beside the picture: the check views as small pictures, the readings, the
 * picture as it will be seen.
 */
package carezza.app.side;
