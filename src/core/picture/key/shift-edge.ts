import type { Size } from '../size';
import { BLOCK_KINDS, type KeyFacts } from './key-facts';

/** Each pixel of a block as the largest, or the least, of itself and its neighbours; those at the corners too where that is said. */
function stepBlock(
  from: Uint8Array,
  to: Uint8Array,
  { width, height }: Size,
  { left, top, right, bottom }: Readonly<Record<'left' | 'top' | 'right' | 'bottom', number>>,
  outwards: boolean,
  corners: boolean,
): void {
  const better = outwards ? Math.max : Math.min;
  for (let y = top; y < bottom; y++) {
    const [up, down] = [y > 0 ? -width : 0, y + 1 < height ? width : 0];
    for (let x = left, at = y * width + left; x < right; x++, at++) {
      const [back, on] = [x > 0 ? -1 : 0, x + 1 < width ? 1 : 0];
      const look = (near: number): number => from[at + near] as number;
      let best = better(look(0), look(back), look(on), look(up), look(down));
      if (corners) best = better(best, look(up + back), look(up + on), look(down + back), look(down + on));
      to[at] = best;
    }
  }
}

/** Of each block whether it and all around it are of one kind: such as no step changes. */
function changing({ blocks: { across, down }, kinds }: KeyFacts): readonly number[] {
  const found: number[] = [];
  for (let y = 0, at = 0; y < down; y++)
    for (let x = 0; x < across; x++, at++) {
      let alike = kinds[at] !== BLOCK_KINDS.mixed;
      for (let v = Math.max(0, y - 1); alike && v <= Math.min(down - 1, y + 1); v++)
        for (let u = Math.max(0, x - 1); alike && u <= Math.min(across - 1, x + 1); u++)
          alike = kinds[v * across + u] === kinds[at];
      if (!alike) found.push(at);
    }
  return found;
}

/** Moves the edge of a matte outwards by so many pixels, or parts of them; inwards below 0. In place. Round stays round: the corners count every other time. */
export function shiftEdge(facts: KeyFacts, size: Size, pixels: number): void {
  const { alpha, blocks, kinds } = facts;
  const { side, across } = blocks;
  let left = Math.abs(pixels);
  for (let step = 0; left > 1e-3; step++, left--) {
    const before = alpha.slice();
    const part = Math.min(1, left);
    for (const block of changing(facts)) {
      const x = (block % across) * side;
      const y = Math.floor(block / across) * side;
      const [right, bottom] = [Math.min(size.width, x + side), Math.min(size.height, y + side)];
      stepBlock(before, alpha, size, { left: x, top: y, right, bottom }, pixels > 0, step % 2 === 1);
      kinds[block] = BLOCK_KINDS.mixed;
      if (part === 1) continue;
      for (let row = y; row < bottom; row++)
        for (let at = row * size.width + x; at < row * size.width + right; at++)
          alpha[at] = Math.round((before[at] as number) * (1 - part) + (alpha[at] as number) * part);
    }
  }
}
