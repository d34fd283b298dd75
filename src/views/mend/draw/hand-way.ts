/** What becomes of a hand's way while it is drawn: places in pixels of the drawing, and how hard the pen is pressed. */
export interface HandWay {
  /** Three numbers a place. */
  readonly points: number[];
  /** From there on it goes straight. */
  straightFrom: number | undefined;
}

/** How much of the way to where the hand is a line goes each time: less follows later, and smoother. */
const FOLLOWS = 0.65;
/** How soon a line becomes thinner where a hand without a pen is fast, and how hard that presses at least. */
const SOON = 0.275;
const LIGHTEST = 0.35;

/** Begins a way; a mouse presses about half. */
export const beginWay = (x: number, y: number, pressure: number | undefined, straight: boolean): HandWay => ({
  points: [x, y, pressure ?? 0.6],
  straightFrom: straight ? 3 : undefined,
});

/** Takes a way on to a place. Where nothing presses a fast hand is light, by how far it came as a part of the line's width. */
export function goOn(way: HandWay, x: number, y: number, pressure: number | undefined, width: number): void {
  const { points, straightFrom } = way;
  if (straightFrom !== undefined) {
    points.length = straightFrom;
    points.push(x, y, points[straightFrom - 1] as number);
    return;
  }
  const [lastX, lastY, last] = points.slice(-3) as [number, number, number];
  const [nextX, nextY] = [lastX + FOLLOWS * (x - lastX), lastY + FOLLOWS * (y - lastY)];
  const part = Math.min(1, Math.hypot(nextX - lastX, nextY - lastY) / Math.max(1, width));
  const pressed = pressure ?? Math.max(LIGHTEST, last + (1 - part - last) * part * SOON);
  points.push(nextX, nextY, Math.min(1, Math.max(0, pressed)));
}

/** Ends a way where the hand is. */
export function endWay({ points, straightFrom }: HandWay, x: number, y: number): void {
  if (straightFrom === undefined) points.push(x, y, points.at(-1) as number);
}
