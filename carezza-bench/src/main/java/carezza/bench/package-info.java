/** Benchmarks: quality against known truth and other methods, and speed as ratios in one run. */
package carezza.bench;
