import type { Size } from '../size';
import type { StepCode, StepKind } from '../steps/step-kind';
import type { Tile } from '../steps/tile';
import { ownLight, type ChannelOrder } from './colour-difference';
import { KEY_WAYS, type KeyWay } from './key-cut';
import { BLOCK_KINDS, type KeyFacts } from './key-facts';
import { lightTables, signedLightAt, valueOfLight } from './light-tables';

const f = Math.fround;

/** A shadow is darker than the backing by more than this, and as full of its colour as this, fully so as that. */
const SHADOW = { darker: f(0.04), least: f(0.65), full: f(0.88) };
/** What a part of the backing's own colour is divided by at least. */
const LEAST_OWN = f(1e-4);

/** A tile of a photo whose subject is cut out. */
export interface CutJob {
  readonly facts: KeyFacts;
  /** Pixels of the photo, and where in it the tile begins. */
  readonly size: Size;
  readonly x: number;
  readonly y: number;
  readonly way: KeyWay;
  readonly order: ChannelOrder;
  /** Numbers of 32 bits. */
  readonly spill: number;
  readonly shadows: number;
}

/** Part of a tile of which all that is known is the same. */
interface Run {
  /** Where in the tile's numbers it begins, and how many pixels it has. */
  readonly at: number;
  readonly count: number;
  /** Its first pixel in the photo, its block and where that one's backing is. */
  readonly from: number;
  readonly block: number;
  readonly corner: number;
}

/** Goes along a tile's rows from block to block; beyond the photo's edges reads as the edge. */
export function eachRun(
  { width, height }: Size,
  { facts: { blocks }, size, x, y }: Pick<CutJob, 'facts' | 'size' | 'x' | 'y'>,
  visit: (run: Run) => void,
): void {
  const { side, across } = blocks;
  for (let row = 0, at = 0; row < height; row++) {
    const v = Math.min(size.height - 1, Math.max(0, y + row));
    const line = Math.floor(v / side);
    for (let column = 0; column < width;) {
      const u = Math.min(size.width - 1, Math.max(0, x + column));
      const block = Math.floor(u / side);
      // To the end of the block, or, beyond the edges, one by one.
      const inside = x + column >= 0 && x + column < size.width;
      const count = inside ? Math.min(width - column, (block + 1) * side - u, size.width - u) : 1;
      const corner = (line * (across + 1) + block) * 3;
      visit({ at, count, from: v * size.width + u, block: line * across + block, corner });
      column += count;
      at += count * 4;
    }
  }
}

/** Takes the backing out of a pixel of which a part is the subject, and leaves its shadow. */
function clean(
  data: Int16Array,
  at: number,
  measured: number,
  near: number,
  corner: number,
  job: CutJob,
): void {
  const {
    facts: { corners },
    order: [p, m, l],
    way,
    spill,
    shadows,
  } = job;
  const { light, values } = lightTables();
  let most = light[Math.max(0, data[at + p] as number)] as number;
  let middle = light[Math.max(0, data[at + m] as number)] as number;
  let least = light[Math.max(0, data[at + l] as number)] as number;
  const mostBehind = corners[corner + p] as number;
  const middleBehind = corners[corner + m] as number;
  const leastBehind = corners[corner + l] as number;
  let part = measured;
  let shadow = 0;
  if (shadows > 0 && part < 1 && way !== 'distance') {
    const lit = f(most / mostBehind);
    const own = f(ownLight(way, most, middle, least));
    const behind = f(ownLight(way, mostBehind, middleBehind, leastBehind));
    const full = f(own / Math.max(LEAST_OWN, f(lit * behind)));
    const t = Math.min(1, Math.max(0, f(f(full - SHADOW.least) / f(SHADOW.full - SHADOW.least))));
    const sure = f(f(t * t) * f(3 - f(2 * t)));
    const darker = f(Math.max(0, f(f(1 - lit) - SHADOW.darker)) / f(1 - SHADOW.darker));
    shadow = f(f(shadows * sure) * darker);
    part = f(part * f(1 - sure));
  }
  const whole = f(1 - f(f(1 - part) * f(1 - shadow)));
  if (whole <= 0) {
    data.fill(0, at, at + 4);
    return;
  }
  // What is left of its light without the backing's, of the subject by itself.
  if (part > 0) {
    const gone = f(1 - measured);
    most = Math.max(0, f(f(most - f(gone * mostBehind)) / measured));
    middle = Math.max(0, f(f(middle - f(gone * middleBehind)) / measured));
    least = Math.max(0, f(f(least - f(gone * leastBehind)) / measured));
  }
  if (way !== 'distance') {
    const excess = f(f(spill * near) * Math.max(0, f(ownLight(way, most, middle, least))));
    most = f(most - excess);
    if (way === 'least') middle = Math.max(least, f(middle - excess));
  }
  data[at + p] = valueOfLight(f(f(most * part) / whole), values);
  data[at + m] = valueOfLight(f(f(middle * part) / whole), values);
  data[at + l] = valueOfLight(f(f(least * part) / whole), values);
  data[at + 3] = Math.trunc(f(f(whole * (data[at + 3] as number)) + 0.5));
}

/** Whether a pixel of the subject has none of the backing's light to be taken off. Values rise as light does. */
const isClean = (data: Int16Array, at: number, { way, order: [p, m, l] }: CutJob): boolean =>
  way === 'distance' ||
  ownLight(way, data[at + p] as number, data[at + m] as number, data[at + l] as number) <= 0;

function plain({ data, width, height }: Tile, job: CutJob): void {
  const { facts, shadows } = job;
  const { alpha, kinds, near } = facts;
  eachRun({ width, height }, job, ({ at, count, from, block, corner }) => {
    const kind = kinds[block] as number;
    const nearness = near[block] as number;
    if (kind === BLOCK_KINDS.goes && shadows === 0) data.fill(0, at, at + count * 4);
    else if (kind !== BLOCK_KINDS.stays || nearness !== 0)
      for (let i = 0; i < count; i++) {
        const here = at + i * 4;
        const part = alpha[from + i] as number;
        if (part === 0 && shadows === 0) data.fill(0, here, here + 4);
        else if (part < 255) clean(data, here, f(part / 255), 1, corner, job);
        else if (nearness !== 0 && !isClean(data, here, job)) clean(data, here, 1, nearness, corner, job);
      }
  });
}

function vector({ data, width, height }: Tile, job: CutJob, code: StepCode): void {
  const { facts, size, x, y, way, order, spill, shadows } = job;
  const { blocks, alpha, kinds, near, corners } = facts;
  const { values } = lightTables();
  code.cutTile(
    ...([data.byteOffset, x, y, width, height, size.width, size.height, blocks.side] as const),
    ...([alpha.byteOffset, kinds.byteOffset, near.byteOffset, corners.byteOffset] as const),
    ...([signedLightAt(code), code.kept(values), ...order, KEY_WAYS.indexOf(way), spill, shadows] as const),
  );
}

/** Takes a photo's backing out of a tile of it, by its matte. */
export const cutTile: StepKind<CutJob> = { plain, vector };
