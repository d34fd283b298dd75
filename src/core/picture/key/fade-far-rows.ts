import { fromLight } from '../srgb';
import type { StepCode, StepKind } from '../steps/step-kind';
import { FULL, type Tile } from '../steps/tile';
import { BLOCK_KINDS } from './key-facts';
import type { FadeJob } from './fade-rows';
import { softened } from './softness';

const f = Math.fround;

/** So far from a backing without a colour of its own a colour has nothing of it, in numbers of a tile. */
const WHOLLY_APART = 0.3 * FULL;
const PER_APART = f(1 / WHOLLY_APART);

/** The backing's colour at the corners of a row of blocks, in numbers of a tile. */
function cornerValues({ facts: { blocks, corners }, row }: FadeJob): Float32Array {
  const from = row * (blocks.across + 1) * 3;
  return corners.slice(from, from + blocks.across * 3).map((each) => fromLight(each) * FULL);
}

function plain({ data, width, height }: Tile, job: FadeJob): void {
  const { facts, row, softness } = job;
  const { blocks, alpha, kinds } = facts;
  const { side, across } = blocks;
  const values = cornerValues(job);
  for (let block = 0; block < across; block++) {
    const [from, to] = [block * side, Math.min(width, (block + 1) * side)];
    const [red, green, blue] = values.subarray(block * 3, block * 3 + 3) as unknown as [
      number,
      number,
      number,
    ];
    let [all, any] = [255, 0];
    for (let y = 0; y < height; y++)
      for (let x = from, at = (y * width + from) * 4; x < to; x++, at += 4) {
        const a = f((data[at] as number) - red);
        const b = f((data[at + 1] as number) - green);
        const c = f((data[at + 2] as number) - blue);
        const apart = f(Math.sqrt(f(f(f(a * a) + f(b * b)) + f(c * c))));
        const made = softened(f(apart * PER_APART), softness);
        alpha[(row * side + y) * width + x] = made;
        all &= made;
        any |= made;
      }
    kinds[row * across + block] =
      any === 0 ? BLOCK_KINDS.goes : all === 255 ? BLOCK_KINDS.stays : BLOCK_KINDS.mixed;
  }
}

function vector({ data, width, height }: Tile, job: FadeJob, code: StepCode): void {
  const { facts, row, softness } = job;
  const { blocks, alpha, kinds } = facts;
  const { side, across } = blocks;
  const { goes, rest, perSpan, wide } = softness;
  const values = cornerValues(job);
  new Float32Array(code.scratch.buffer, code.scratch.byteOffset, values.length).set(values);
  code.fadeFarRows(
    ...([data.byteOffset, width, height, side, code.scratch.byteOffset, PER_APART] as const),
    ...([goes, rest, perSpan, wide] as const),
    ...([alpha.byteOffset + row * side * width, kinds.byteOffset + row * across] as const),
  );
}

/** Makes the matte of the rows of a row of blocks before a backing without a colour of its own: by how far each pixel is from it. */
export const fadeFarRows: StepKind<FadeJob> = { plain, vector };
