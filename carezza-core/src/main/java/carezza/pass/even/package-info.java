/** Even: frequency separation and the evening of its broad band. */
package carezza.pass.even;
