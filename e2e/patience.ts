/**
 * Longest that a browser test waits for one thing, in milliseconds. A busy machine is no failure: what is wrong stays wrong
 * for that long, and what is right is there at once.
 */
export const PATIENCE = 90_000;
