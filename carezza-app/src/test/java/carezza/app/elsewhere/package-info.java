/**
 * A kind of pass, a reading, a check view and an output format that Carezza does not know of: found
 * on the class path, with words of their own. The application is tried with them as it is.
 */
package carezza.app.elsewhere;
