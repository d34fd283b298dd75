import type { Affine } from '../affine';
import { COVERED_BITS, StrokeCover } from '../paint/stroke-cover';
import { fromLight } from '../srgb';
import type { Size } from '../size';
import { FULL } from '../steps/tile';
import { BackingField } from './backing-field';
import { channelOrder, type ChannelOrder } from './colour-difference';
import { KeyBlocks } from './key-blocks';
import type { KeyCut, KeyOutline } from './key-cut';
import { lightTables } from './light-tables';
import { ownColours, SURELY, type BlockFacts } from './own-colours';
import { setSmallParts } from './small-parts';
import { shiftedEdge } from './shift-edge';

/** What was measured of pixels is kept as whole numbers, so many to one. */
const FINE = 8192;
const MOST_FINE = 65_535;
/** Half as far from the backing again as what goes wholly, the subject is there as much as it was measured. */
const EASED = 2;
/** What stays wholly though it is not softened at all: a little less than all of it, for grain. */
const LEAST_REST = 0.03;
/** See-through by more than a trace. */
const HOLE = 242;
const SPECK = 13;

/** The photo that is cut out, as it is read. */
export interface KeyCanvas {
  /** Pixels of the turned source. */
  readonly size: Size;
  /** From these to parts of the upright photo. */
  readonly toPhoto: Affine;
  /** Pixels of its upright file. */
  readonly file: Size;
}

/** Gives rows of a canvas, as the numbers of a tile: so many from one on. */
export type RowsOf = (y: number, rows: number) => Int16Array;

/** How much of each pixel of a photo is its subject. */
export interface Matte {
  /** 0 to 255, rows top to bottom. */
  readonly alpha: Uint8Array;
  readonly blocks: KeyBlocks;
  /** The backing at the upper left corner of each block, in light, and beyond the last ones: three numbers each. */
  readonly backing: Float32Array;
}

/** The backing at the corners of all blocks. */
function backingAtCorners({ toPhoto }: KeyCanvas, { backing }: KeyCut, blocks: KeyBlocks): Float32Array {
  const field = new BackingField(backing, toPhoto);
  const { across, down, side } = blocks;
  const corners = new Float32Array((across + 1) * (down + 1) * 3);
  for (let y = 0, to = 0; y <= down; y++)
    for (let x = 0; x <= across; x++, to += 3) field.at(x * side, y * side, corners, to);
  return corners;
}

/** So far from a backing without a colour of its own a colour has nothing of it, in numbers of a tile. */
const WHOLLY_APART = 0.3 * FULL;
/** What is added to both sides of a ratio, in parts of the backing's own channel: in the dark it is grain. */
const DARK = 0.02;
/** A ratio comes no nearer to the backing's own than by this part. */
const NEAREST = 0.6;
/** By so much, in parts of the backing's own channel, the brightest of a subject is clearly brighter than the backing. */
const CLEARLY = 0.3;

/** Of each pixel its light in the backing's own channel and in the others, both in parts of the backing's own channel there. */
interface Measured extends BlockFacts {
  readonly own: Uint16Array;
  readonly others: Uint16Array;
  /** The others in the backing, at the corners of blocks. */
  readonly backing: Float32Array;
}

/** The order of the channels of a backing. */
const orderOf = ({ backing: { red, green, blue } }: KeyCut): ChannelOrder =>
  channelOrder([red[0] ?? 0, green[0] ?? 0, blue[0] ?? 0]);

const whole = (value: number): number => {
  const fine = (value * FINE + 0.5) | 0;
  return fine < 0 ? 0 : fine > MOST_FINE ? MOST_FINE : fine;
};

/** Measures all pixels against the backing. */
function measure(
  canvas: KeyCanvas,
  cut: KeyCut,
  blocks: KeyBlocks,
  corners: Float32Array,
  rowsOf: RowsOf,
): Measured {
  const { width, height } = canvas.size;
  const { side, across, down } = blocks;
  const [p, m, l] = orderOf(cut);
  const isMost = cut.way === 'most';
  const [own, others] = [new Uint16Array(width * height), new Uint16Array(width * height)];
  const [most, fewest] = [blocks.numbers(-Infinity), blocks.numbers(Infinity)];
  const [ratios, brightest] = [blocks.numbers(0), blocks.numbers(0)];
  const backing = new Float32Array((across + 1) * (down + 1));
  const scales = new Float32Array(backing.length);
  for (let i = 0; i < backing.length; i++) {
    const a = corners[i * 3 + p] as number;
    const b = corners[i * 3 + m] as number;
    const c = corners[i * 3 + l] as number;
    const first = isMost ? a : Math.min(a, b);
    const second = isMost ? Math.max(b, c) : c;
    scales[i] = 1 / first;
    backing[i] = second / first;
  }
  const { light } = lightTables();
  for (let top = 0, row = 0; top < height; top += side, row++) {
    const rows = Math.min(side, height - top);
    const data = rowsOf(top, rows);
    for (let y = 0; y < rows; y++)
      for (let block = 0; block < across; block++) {
        const from = block * side;
        const count = Math.min(width, from + side) - from;
        const corner = row * (across + 1) + block;
        const scale = scales[corner] as number;
        const slope = ((scales[corner + 1] as number) - scale) / side;
        const rest = 1 / (1 - (backing[corner] as number));
        const here = row * across + block;
        let largest = most[here] as number;
        let smallest = fewest[here] as number;
        let ratio = ratios[here] as number;
        let bright = brightest[here] as number;
        let to = (top + y) * width + from;
        for (let x = 0, at = (y * width + from) * 4; x < count; x++, at += 4, to++) {
          // What is painted may lie a little below black.
          const a = light[Math.max(0, data[at + p] as number)] as number;
          const b = light[Math.max(0, data[at + m] as number)] as number;
          const c = light[Math.max(0, data[at + l] as number)] as number;
          const by = scale + slope * x;
          const first = (isMost ? a : a < b ? a : b) * by;
          const second = (isMost ? (b > c ? b : c) : c) * by;
          own[to] = whole(first);
          others[to] = whole(second);
          const part = (first - second) * rest;
          if (part > largest) largest = part;
          if (part < smallest) smallest = part;
          // Only of what may be the subject.
          if (part > SURELY) continue;
          if (first + DARK > ratio * (second + DARK)) ratio = (first + DARK) / (second + DARK);
          if (second > bright) bright = second;
        }
        most[here] = largest;
        fewest[here] = smallest;
        ratios[here] = ratio;
        brightest[here] = bright;
      }
  }
  return { own, others, most, fewest, ratios, brightest, backing };
}

/** The same for a backing without a colour of its own: how near each pixel is to it stands for its own channel, and there are no others. */
function measureDistance(
  canvas: KeyCanvas,
  blocks: KeyBlocks,
  corners: Float32Array,
  rowsOf: RowsOf,
): Measured {
  const { width, height } = canvas.size;
  const { side, across, down } = blocks;
  const own = new Uint16Array(width * height);
  const values = corners.map((each) => fromLight(each) * FULL);
  for (let top = 0, row = 0; top < height; top += side, row++) {
    const rows = Math.min(side, height - top);
    const data = rowsOf(top, rows);
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < width; x++) {
        const at = (y * width + x) * 4;
        const corner = (row * (across + 1) + Math.floor(x / side)) * 3;
        const a = (data[at] as number) - (values[corner] as number);
        const b = (data[at + 1] as number) - (values[corner + 1] as number);
        const c = (data[at + 2] as number) - (values[corner + 2] as number);
        own[(top + y) * width + x] = whole(1 - Math.sqrt(a * a + b * b + c * c) / WHOLLY_APART);
      }
  }
  const none = blocks.numbers(0);
  const backing = new Float32Array((across + 1) * (down + 1));
  const facts: BlockFacts = { most: none, fewest: none, ratios: none, brightest: none };
  return { own, others: new Uint16Array(own.length), ...facts, backing };
}

/** Where this much is left between what goes and what stays, it is as much as was measured; where half of that, it rises straight from one to the other. */
const WIDE = 0.6;

/** How much of a pixel is the subject, from what was measured, as far as it is softened: 0 to 255. */
function softened(measured: number, goes: number, rest: number): number {
  const left = 1 - measured;
  if (measured <= goes) return 0;
  if (left <= rest) return 255;
  const span = 1 - rest - goes;
  const straight = (measured - goes) / span;
  const wide = Math.min(1, Math.max(0, (2 * span) / WIDE - 1));
  const eased =
    measured < 0.5
      ? Math.min(measured, EASED * (measured - goes))
      : 1 - Math.min(left, EASED * (left - rest));
  return Math.round(255 * (wide * eased + (1 - wide) * straight));
}

interface Softness {
  /** What is no further from the backing goes wholly; what is so near to having nothing of it stays wholly. */
  readonly goes: number;
  readonly rest: number;
}

/** How much of each pixel is the subject. */
function fadedMatte(
  { width, height }: Size,
  { own, others, backing, ...facts }: Measured,
  blocks: KeyBlocks,
  { goes, rest }: Softness,
): Uint8Array {
  const alpha = new Uint8Array(width * height);
  const { side, across } = blocks;
  const { ratios, brightest } = ownColours(facts, blocks);
  for (let y = 0; y < height; y++) {
    const row = Math.floor(y / side);
    for (let block = 0; block < across; block++) {
      const behind = backing[row * (across + 1) + block] as number;
      const largest = NEAREST / Math.max(1e-3, behind);
      // With none of it taken for the subject's own, as much goes as the plain colour difference says.
      const wholly = FINE * (1 - goes) * (1 - behind);
      const to = Math.min(width, (block + 1) * side);
      for (let x = block * side, at = y * width + x; x < to; x++, at++) {
        const [first, second] = [own[at] as number, others[at] as number];
        if (first - second >= wholly) continue;
        const ratio = Math.min(largest, blocks.between(ratios, x, y));
        const part = (first - ratio * second) / (FINE * (1 - ratio * behind));
        if (part <= 0) {
          alpha[at] = 255;
          continue;
        }
        const brighter = blocks.between(brightest, x, y) - behind;
        // What is hardly brighter than the backing settles nothing.
        const least = brighter > CLEARLY ? (second / FINE - behind) / brighter : 0;
        alpha[at] = softened(Math.max(least, 1 - part), goes, rest);
      }
    }
  }
  return alpha;
}

function layOutline(matte: Uint8Array, { size, toPhoto }: KeyCanvas, outline: KeyOutline): void {
  const cover = new StrokeCover(outline, size, toPhoto);
  const row = new Uint16Array(size.width);
  for (let y = 0; y < size.height; y++) {
    if (!cover.isNear(y, y + 1)) continue;
    const { from, to } = cover.row(y, 0, size.width, row);
    for (let x = from, at = y * size.width + from; x < to; x++, at++) {
      const covered = ((row[x] as number) * 255 + (1 << (COVERED_BITS - 1))) >> COVERED_BITS;
      const here = matte[at] as number;
      matte[at] = outline.stays ? Math.max(here, covered) : Math.min(here, 255 - covered);
    }
  }
}

/** Finds how much of each pixel of a photo is its subject. */
export function makeMatte(canvas: KeyCanvas, cut: KeyCut, rowsOf: RowsOf): Matte {
  const { size, file } = canvas;
  const { width, height } = size;
  const blocks = new KeyBlocks(size);
  const backing = backingAtCorners(canvas, cut, blocks);
  const measured =
    cut.way === 'distance'
      ? measureDistance(canvas, blocks, backing, rowsOf)
      : measure(canvas, cut, blocks, backing, rowsOf);
  const goes = cut.width;
  const rest = LEAST_REST + Math.max(0, 1 - goes - LEAST_REST) * (1 - cut.softness);
  let alpha = fadedMatte(size, measured, blocks, { goes, rest });
  const longer = Math.max(width, height);
  const area = (side: number): number => Math.floor((side * longer) ** 2);
  setSmallParts(alpha, size, (each) => each > SPECK, area(cut.specks), 0);
  setSmallParts(alpha, size, (each) => each < HOLE, area(cut.holes), 255);
  alpha = shiftedEdge(alpha, size, (cut.edge * longer) / Math.max(file.width, file.height));
  for (const outline of cut.outlines) layOutline(alpha, canvas, outline);
  return { alpha, blocks, backing };
}
