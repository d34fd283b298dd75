import type { StepCode, StepKind } from '../steps/step-kind';
import type { Tile } from '../steps/tile';
import { BLOCK_KINDS, type BlockRowJob } from './key-facts';
import { DARK, SURELY } from './measure-rows';
import { lightTables, signedLightAt } from './light-tables';
import { softened, type Softness } from './softness';

const f = Math.fround;

/** A ratio comes no nearer to the backing's own than by this part. */
const NEAREST = f(0.6);
/** By so much, in parts of the backing's own channel, the brightest of a subject is clearly brighter than the backing. */
const CLEARLY = f(0.3);
/** No backing is divided by less. */
const LEAST_OTHER = f(1e-3);

/** Rows whose matte is made. */
export interface FadeJob extends BlockRowJob {
  readonly softness: Softness;
}

/** Two numbers, the second as far as that part. */
function mixed(numbers: Float32Array, one: number, other: number, part: number): number {
  const here = numbers[one] as number;
  return f(here + f(f((numbers[other] as number) - here) * part));
}

/**
 * Whether all of a block stays for certain: all of it may be the subject, and no pixel of it is nearer to the backing than the subject's own colours around.
 * Where their ratio is as large as any in the block, what of a pixel goes is at the most what was added to both sides of that.
 */
function allStays({ facts, row, softness }: FadeJob, block: number, largest: number): boolean {
  const {
    blocks: { across, down },
    most,
    others,
    measured,
    ratios,
  } = facts;
  const behind = others[row * (across + 1) + block] as number;
  const here = row * across + block;
  if ((most[here] as number) > f(f(SURELY) * f(1 - behind))) return false;
  let [low, high] = [Infinity, 0];
  for (let y = Math.max(0, row - 1); y <= Math.min(down - 1, row + 1); y++)
    for (let x = Math.max(0, block - 1); x <= Math.min(across - 1, block + 1); x++) {
      const ratio = Math.min(largest, ratios[y * across + x] as number);
      low = Math.min(low, ratio);
      high = Math.max(high, ratio);
    }
  const ratio = measured[here] as number;
  return ratio <= low && f(DARK * f(ratio - 1)) <= f(softness.rest * f(1 - f(high * behind)));
}

function plain(tile: Tile, job: FadeJob): void {
  const { data, width, height } = tile;
  const { facts, row, order, isMost, softness } = job;
  const [p, m, l] = order;
  const { blocks, alpha, kinds, scales, others, least, ratios, brightest } = facts;
  const { side, across, down } = blocks;
  const { light } = lightTables();
  const perSide = f(1 / side);
  for (let block = 0; block < across; block++) {
    const from = block * side;
    const count = Math.min(width, from + side) - from;
    const corner = row * (across + 1) + block;
    const scale = scales[corner] as number;
    const slope = f(f((scales[corner + 1] as number) - scale) / side);
    const behind = others[corner] as number;
    // With none of it taken for the subject's own, as much goes as the plain colour difference says.
    const wholly = f(f(1 - softness.goes) * f(1 - behind));
    const largest = f(NEAREST / Math.max(LEAST_OTHER, behind));
    const here = row * across + block;
    const top = row * side;
    if ((least[here] as number) >= wholly) {
      for (let y = top; y < top + height; y++) alpha.fill(0, y * width + from, y * width + from + count);
      kinds[here] = BLOCK_KINDS.goes;
      continue;
    }
    if (allStays(job, block, largest)) {
      for (let y = top; y < top + height; y++) alpha.fill(255, y * width + from, y * width + from + count);
      kinds[here] = BLOCK_KINDS.stays;
      continue;
    }
    let [all, any] = [255, 0];
    for (let y = 0; y < height; y++) {
      const v = Math.min(down - 1, Math.max(0, f(row + f(f(f(y + 0.5) / side) - 0.5))));
      const lines = { above: Math.floor(v) * across, below: Math.min(down - 1, Math.floor(v) + 1) * across };
      const lower = f(v - Math.floor(v));
      for (let x = 0, at = (y * width + from) * 4; x < count; x++, at += 4) {
        const a = light[Math.max(0, data[at + p] as number)] as number;
        const b = light[Math.max(0, data[at + m] as number)] as number;
        const c = light[Math.max(0, data[at + l] as number)] as number;
        const by = f(scale + f(slope * x));
        const own = f((isMost ? a : Math.min(a, b)) * by);
        const other = f((isMost ? Math.max(b, c) : c) * by);
        const to = (top + y) * width + from + x;
        let made = 0;
        if (f(own - other) < wholly) {
          // Between the middles of this block and its neighbour on that side.
          const isLeft = x < side >> 1;
          const left = Math.max(0, isLeft ? block - 1 : block);
          const right = Math.min(across - 1, isLeft ? block : block + 1);
          const part = f(f(f(x + 0.5) * perSide) + (isLeft ? 0.5 : -0.5));
          const between = (numbers: Float32Array): number => {
            const first = mixed(numbers, left + lines.above, left + lines.below, lower);
            const second = mixed(numbers, right + lines.above, right + lines.below, lower);
            return f(first + f(f(second - first) * part));
          };
          const ratio = Math.min(largest, between(ratios));
          const gone = f(f(own - f(ratio * other)) / f(1 - f(ratio * behind)));
          const brighter = f(between(brightest) - behind);
          // What is hardly brighter than the backing settles nothing.
          const seen = brighter > CLEARLY ? f(f(other - behind) / brighter) : 0;
          made = softened(Math.max(seen, f(1 - gone)), softness);
        }
        alpha[to] = made;
        all &= made;
        any |= made;
      }
    }
    kinds[here] = any === 0 ? BLOCK_KINDS.goes : all === 255 ? BLOCK_KINDS.stays : BLOCK_KINDS.mixed;
  }
}

function vector(
  { data, width, height }: Tile,
  { facts, row, order: [p, m, l], isMost, softness }: FadeJob,
  code: StepCode,
): void {
  const { blocks, alpha, kinds, scales, others, most, least, measured, ratios, brightest } = facts;
  const { side, across, down } = blocks;
  const corner = 4 * row * (across + 1);
  const here = row * across;
  const { goes, rest, perSpan, wide } = softness;
  code.fadeRows(
    ...([data.byteOffset, width, height, side, p, m, l, Number(isMost)] as const),
    ...([signedLightAt(code), scales.byteOffset + corner, others.byteOffset + corner] as const),
    ...([most.byteOffset + 4 * here, least.byteOffset + 4 * here, measured.byteOffset + 4 * here] as const),
    ...([ratios.byteOffset, brightest.byteOffset, row, down] as const),
    ...([goes, rest, perSpan, wide] as const),
    ...([alpha.byteOffset + row * side * width, kinds.byteOffset + here] as const),
  );
}

/** Makes the matte of the rows of a row of blocks, which were measured. */
export const fadeRows: StepKind<FadeJob> = { plain, vector };
