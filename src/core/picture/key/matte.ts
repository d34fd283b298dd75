import type { Affine } from '../affine';
import { COVERED_BITS, StrokeCover } from '../paint/stroke-cover';
import { fromLight } from '../srgb';
import type { Size } from '../size';
import { FULL } from '../steps/tile';
import { BackingField } from './backing-field';
import { channelOrder, ownLight } from './colour-difference';
import { KeyBlocks } from './key-blocks';
import type { KeyCut, KeyOutline } from './key-cut';
import { lightTables } from './light-tables';
import { ownParts } from './own-parts';
import { setSmallParts } from './small-parts';
import { shiftedEdge } from './shift-edge';

/** Parts of the backing are kept as whole numbers, so many to one. */
const FINE = 4096;
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

/** Of the backing along the upper edge of a row of blocks what a way of telling it apart needs, one number or three to a corner. */
function measures(corners: Float32Array, { across }: KeyBlocks, row: number, cut: KeyCut): Float64Array {
  const at = row * (across + 1) * 3;
  const out = new Float64Array((across + 1) * 3);
  const order = channelOrder([cut.backing.red[0] ?? 0, cut.backing.green[0] ?? 0, cut.backing.blue[0] ?? 0]);
  for (let i = 0; i <= across; i++) {
    const colour = [0, 1, 2].map((c) => corners[at + i * 3 + c] as number);
    if (cut.way === 'distance') colour.forEach((each, c) => (out[i * 3 + c] = fromLight(each) * FULL));
    else {
      const [a, b, c] = order.map((channel) => colour[channel] as number) as [number, number, number];
      out[i * 3] = 1 / Math.max(1e-4, ownLight(cut.way, a, b, c));
      out[i * 3 + 1] = 1 / a;
    }
  }
  return out;
}

/** So far from a backing without a colour of its own a colour has nothing of it, in numbers of a tile. */
const WHOLLY_APART = 0.3 * FULL;

interface Parts {
  readonly parts: Int16Array;
  /** By how much each pixel is darker than the backing in that one's own channel, 0 to 255: so much of it at least is something else. */
  readonly darker: Uint8Array;
  /** The largest and the smallest in each block. */
  readonly most: Float32Array;
  readonly fewest: Float32Array;
}

/** How much of the backing there is in each pixel. */
function partsOfBacking(
  canvas: KeyCanvas,
  cut: KeyCut,
  blocks: KeyBlocks,
  corners: Float32Array,
  rowsOf: RowsOf,
): Parts {
  const { width, height } = canvas.size;
  const { side, across } = blocks;
  const parts = new Int16Array(width * height);
  const darker = new Uint8Array(width * height);
  const most = blocks.numbers(-Infinity);
  const fewest = blocks.numbers(Infinity);
  const { light } = lightTables();
  const { red, green, blue } = cut.backing;
  const [p, m, l] = channelOrder([red[0] ?? 0, green[0] ?? 0, blue[0] ?? 0]);
  const { way } = cut;
  const isMost = way === 'most';
  for (let top = 0, row = 0; top < height; top += side, row++) {
    const rows = Math.min(side, height - top);
    const data = rowsOf(top, rows);
    const known = measures(corners, blocks, row, cut);
    for (let y = 0; y < rows; y++)
      for (let block = 0; block < across; block++) {
        const from = block * side;
        const to = Math.min(width, from + side);
        const first = known[block * 3] as number;
        const slope = ((known[block * 3 + 3] as number) - first) / side;
        const second = known[block * 3 + 1] as number;
        const third = known[block * 3 + 2] as number;
        const here = row * across + block;
        let [largest, smallest] = [most[here] as number, fewest[here] as number];
        let to16 = (top + y) * width + from;
        for (let x = 0, at = (y * width + from) * 4; x < to - from; x++, at += 4, to16++) {
          let part: number;
          if (way === 'distance') {
            const a = (data[at] as number) - first;
            const b = (data[at + 1] as number) - second;
            const c = (data[at + 2] as number) - third;
            part = 1 - Math.sqrt(a * a + b * b + c * c) / WHOLLY_APART;
          } else {
            // What is painted may lie a little below black.
            const a = light[Math.max(0, data[at + p] as number)] as number;
            const b = light[Math.max(0, data[at + m] as number)] as number;
            const c = light[Math.max(0, data[at + l] as number)] as number;
            const own = isMost ? a - (b > c ? b : c) : (a < b ? a : b) - c;
            part = own * (first + slope * x);
            const dark = 255 - 255 * a * second;
            darker[to16] = dark > 0 ? dark : 0;
          }
          if (part > largest) largest = part;
          if (part < smallest) smallest = part;
          const whole = Math.round(part * FINE);
          parts[to16] = whole > 32_767 ? 32_767 : whole < -32_768 ? -32_768 : whole;
        }
        most[here] = largest;
        fewest[here] = smallest;
      }
  }
  return { parts, darker, most, fewest };
}

/** How much of a pixel is the subject, from what was measured, as far as it is softened: 0 to 255. */
function softened(measured: number, goes: number, rest: number): number {
  let part = measured;
  if (part <= goes) return 0;
  part = Math.min(part, EASED * (part - goes));
  const left = 1 - part;
  if (left <= rest) return 255;
  return Math.round(255 * (1 - Math.min(left, EASED * (left - rest))));
}

/** Of each block which part of the backing is so small that a pixel with no more of it stays wholly, whatever is measured around it. */
function surelyStays(own: Float32Array, { across, down }: KeyBlocks, rest: number): Float32Array {
  return own.map((_, at) => {
    const [x, y] = [at % across, Math.floor(at / across)];
    let least = Infinity;
    for (let v = Math.max(0, y - 1); v <= Math.min(down - 1, y + 1); v++)
      for (let u = Math.max(0, x - 1); u <= Math.min(across - 1, x + 1); u++)
        least = Math.min(least, own[v * across + u] as number);
    return (1 - (1 - rest) * (1 - least)) * FINE;
  });
}

/** How much of each pixel is the subject. */
function fadedMatte(
  { width, height }: Size,
  parts: Int16Array,
  darker: Uint8Array,
  own: Float32Array,
  blocks: KeyBlocks,
  { goes, rest }: { readonly goes: number; readonly rest: number },
): Uint8Array {
  const alpha = new Uint8Array(width * height);
  const wholly = Math.round((1 - goes) * FINE);
  const stays = surelyStays(own, blocks, rest);
  const { side, across } = blocks;
  for (let y = 0; y < height; y++) {
    const row = Math.floor(y / side) * across;
    for (let block = 0; block < across; block++) {
      const surely = stays[row + block] as number;
      const to = Math.min(width, (block + 1) * side);
      for (let x = block * side, at = y * width + x; x < to; x++, at++) {
        const part = parts[at] as number;
        if (part >= wholly) continue;
        if (part <= surely) {
          alpha[at] = 255;
          continue;
        }
        const measured = (1 - part / FINE) / (1 - blocks.between(own, x, y));
        alpha[at] = softened(Math.max((darker[at] as number) / 255, measured), goes, rest);
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
  const { parts, darker, most, fewest } = partsOfBacking(canvas, cut, blocks, backing, rowsOf);
  const own = ownParts(most, fewest, blocks);
  const goes = cut.width;
  const rest = LEAST_REST + Math.max(0, 1 - goes - LEAST_REST) * (1 - cut.softness);
  let alpha: Uint8Array = fadedMatte(size, parts, darker, own, blocks, { goes, rest });
  const longer = Math.max(width, height);
  const area = (side: number): number => Math.floor((side * longer) ** 2);
  setSmallParts(alpha, size, (each) => each > SPECK, area(cut.specks), 0);
  setSmallParts(alpha, size, (each) => each < HOLE, area(cut.holes), 255);
  alpha = shiftedEdge(alpha, size, (cut.edge * longer) / Math.max(file.width, file.height));
  for (const outline of cut.outlines) layOutline(alpha, canvas, outline);
  return { alpha, blocks, backing };
}
