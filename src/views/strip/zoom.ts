/** Pixels a frame at the closest zoom: single frames as large as a stamp. */
export const CLOSEST = 96;

/** Pixels a frame that show the whole film in the room there is. */
export const fitZoom = (frames: number, room: number): number =>
  frames === 0 ? 12 : Math.min(CLOSEST, Math.max(0.02, (room - 24) / frames));

/** One step closer or further away, never further than the whole film. */
export const zoomStep = (zoom: number, direction: 1 | -1, fit: number): number =>
  Math.min(CLOSEST, Math.max(Math.min(fit, CLOSEST), zoom * (direction === 1 ? 1.5 : 1 / 1.5)));
