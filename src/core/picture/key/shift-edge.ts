import type { Size } from '../size';

/** Each pixel as the largest, or the least, of itself and its neighbours; those at the corners too every other time, so that round stays round. */
function stepped(
  matte: Uint8Array,
  { width, height }: Size,
  outwards: boolean,
  corners: boolean,
): Uint8Array {
  const made = matte.slice();
  const beats = outwards
    ? (a: number, b: number): boolean => a > b
    : (a: number, b: number): boolean => a < b;
  const extreme = outwards ? 255 : 0;
  for (let y = 0; y < height; y++) {
    const [up, down] = [y > 0 ? -width : 0, y + 1 < height ? width : 0];
    for (let x = 0, at = y * width; x < width; x++, at++) {
      let best = matte[at] as number;
      if (best === extreme) continue;
      const [left, right] = [x > 0 ? -1 : 0, x + 1 < width ? 1 : 0];
      const look = (to: number): void => {
        const near = matte[at + to] as number;
        if (beats(near, best)) best = near;
      };
      look(left);
      look(right);
      look(up);
      look(down);
      if (corners) {
        look(up + left);
        look(up + right);
        look(down + left);
        look(down + right);
      }
      made[at] = best;
    }
  }
  return made;
}

/** A matte whose edge is moved outwards by so many pixels, or parts of them; inwards below 0. The same array where it is not moved. */
export function shiftedEdge(matte: Uint8Array, size: Size, pixels: number): Uint8Array {
  let made = matte;
  const outwards = pixels > 0;
  let left = Math.abs(pixels);
  for (let step = 0; left > 1e-3; step++, left--) {
    const next = stepped(made, size, outwards, step % 2 === 1);
    const part = Math.min(1, left);
    if (part === 1) made = next;
    else {
      const before = made;
      made = next.map((each, i) => Math.round((before[i] as number) * (1 - part) + each * part));
    }
  }
  return made;
}
