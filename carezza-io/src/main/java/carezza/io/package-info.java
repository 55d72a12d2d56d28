/**
 * Files: pictures in and out with their profiles, the document beside the picture and its journal.
 * Nothing here ever opens a source picture for writing.
 */
package carezza.io;
