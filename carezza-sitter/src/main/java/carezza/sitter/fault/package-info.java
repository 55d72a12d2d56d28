/**
 * What happens to files in the world, made by numbers: damage, kills, two writers at once. Each
 * trial does one thing to one file and says what came of it; tests run some, the benchmark any
 * number. Nothing here repairs anything.
 */
package carezza.sitter.fault;
