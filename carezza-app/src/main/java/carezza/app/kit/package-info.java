/**
 * What the whole window is made of: the greys it is drawn in, the layer on which lists open, lists
 * to choose from. Nothing here knows of pictures or passes.
 */
package carezza.app.kit;
