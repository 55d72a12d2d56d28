/** Made-up sitters with known truth, for tests, benchmarks and practice. No real person. */
package carezza.sitter;
