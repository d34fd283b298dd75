/** Marks stand so far behind the start of a frame at most, in pixels: behind its label on the ruler, and in sight with it. */
const FURTHEST = 110;

/** Where the playhead and flags stand for a frame, in pixels of the film: in its middle, or near its start where that is far. */
export const markOf = (frame: number, zoom: number): number => frame * zoom + Math.min(zoom / 2, FURTHEST);
