/** Which way each arrow moves what lies on the picture: to the right, and down. */
export const ARROW_MOVES: Readonly<Record<string, readonly [right: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
