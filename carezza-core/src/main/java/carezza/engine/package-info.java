/**
 * Evaluates a run sheet for any rectangle at any level: tiles pulled on demand, cached under one
 * budget of bytes by a fingerprint of what they were computed from, so that stale work is harmless
 * and a change is recomputed only where it reaches.
 */
package carezza.engine;
