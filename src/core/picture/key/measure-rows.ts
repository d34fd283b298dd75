import type { StepCode, StepKind } from '../steps/step-kind';
import type { Tile } from '../steps/tile';
import type { BlockRowJob } from './key-facts';
import { lightTables, signedLightAt } from './light-tables';

// The numbers of the built code are of 32 bits, and so are these.
const f = Math.fround;

/** What has no more of the backing than this may be the subject alone, in the backing's light. */
export const SURELY = 0.3;
/** What is added to both sides of a ratio, in parts of the backing's own channel: in the dark it is grain. */
export const DARK = f(0.02);

function plain({ data, width, height }: Tile, { facts, row, order: [p, m, l], isMost }: BlockRowJob): void {
  const { blocks, scales, others, most, least, measured, brightest } = facts;
  const { side, across } = blocks;
  const { light } = lightTables();
  for (let block = 0; block < across; block++) {
    const from = block * side;
    const count = Math.min(width, from + side) - from;
    const corner = row * (across + 1) + block;
    const scale = scales[corner] as number;
    const slope = f(f((scales[corner + 1] as number) - scale) / side);
    const sure = f(f(SURELY) * f(1 - (others[corner] as number)));
    let [largest, smallest, ratio, bright] = [-Infinity, Infinity, 0, 0];
    for (let y = 0; y < height; y++)
      for (let x = 0, at = (y * width + from) * 4; x < count; x++, at += 4) {
        // What is painted may lie a little below black.
        const a = light[Math.max(0, data[at + p] as number)] as number;
        const b = light[Math.max(0, data[at + m] as number)] as number;
        const c = light[Math.max(0, data[at + l] as number)] as number;
        const by = f(scale + f(slope * x));
        const own = f((isMost ? a : Math.min(a, b)) * by);
        const other = f((isMost ? Math.max(b, c) : c) * by);
        const apart = f(own - other);
        largest = Math.max(largest, apart);
        smallest = Math.min(smallest, apart);
        // Only of what may be the subject.
        if (apart > sure) continue;
        ratio = Math.max(ratio, f(f(own + DARK) / f(other + DARK)));
        bright = Math.max(bright, other);
      }
    const here = row * across + block;
    most[here] = largest;
    least[here] = smallest;
    measured[here] = ratio;
    brightest[here] = bright;
  }
}

function vector(
  { data, width, height }: Tile,
  { facts, row, order: [p, m, l], isMost }: BlockRowJob,
  code: StepCode,
): void {
  const { blocks, scales, others, most, least, measured, brightest } = facts;
  const { side, across } = blocks;
  const corner = 4 * row * (across + 1);
  const here = 4 * row * across;
  code.measureRows(
    ...([data.byteOffset, width, height, side, p, m, l, Number(isMost)] as const),
    ...([signedLightAt(code), scales.byteOffset + corner, others.byteOffset + corner] as const),
    ...([most.byteOffset + here, least.byteOffset + here] as const),
    ...([measured.byteOffset + here, brightest.byteOffset + here] as const),
  );
}

/** Measures the rows of a row of blocks against the backing: in each pixel its own light and its other, and by blocks how these differ. */
export const measureRows: StepKind<BlockRowJob> = { plain, vector };
