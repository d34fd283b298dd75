import { chained, type Affine } from '../affine';
import { COVERED_BITS, StrokeCover } from '../paint/stroke-cover';
import type { RenderCode } from '../render-code';
import type { Size } from '../size';
import type { StepKind } from '../steps/step-kind';
import { orderOf } from './colour-difference';
import { fadeFarRows } from './fade-far-rows';
import { fadeRows } from './fade-rows';
import type { KeyCut, KeyOutline } from './key-cut';
import { BLOCK_KINDS, type KeyFacts } from './key-facts';
import { layBacking } from './lay-backing';
import { measureRows } from './measure-rows';
import { findOwnColours } from './own-colours';
import { setSmallParts } from './small-parts';
import { shiftEdge } from './shift-edge';
import { softnessOf } from './softness';

/** See-through by more than a trace. */
const HOLE = 241;
const SPECK = 14;

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

/** Does something to the rows of each row of blocks. */
type EachRow = <Job>(kind: StepKind<Job>, jobOf: (row: number) => Job) => void;

function layOutline(facts: KeyFacts, canvas: KeyCanvas, outline: KeyOutline): void {
  const { size, toPhoto } = canvas;
  const { alpha, blocks, kinds } = facts;
  const cover = new StrokeCover(outline, size, toPhoto);
  const row = new Uint16Array(size.width);
  for (let y = 0; y < size.height; y++) {
    if (!cover.isNear(y, y + 1)) continue;
    const { from, to } = cover.row(y, 0, size.width, row);
    for (let x = from, at = y * size.width + from; x < to; x++, at++) {
      const covered = ((row[x] as number) * 255 + (1 << (COVERED_BITS - 1))) >> COVERED_BITS;
      const here = alpha[at] as number;
      alpha[at] = outline.stays ? Math.max(here, covered) : Math.min(here, 255 - covered);
    }
    if (from < to) kinds.fill(BLOCK_KINDS.mixed, blocks.at(from, y), blocks.at(to - 1, y) + 1);
  }
}

/** Finds how much of each pixel of a photo is its subject. */
export function findMatte(
  code: RenderCode,
  canvas: KeyCanvas,
  cut: KeyCut,
  rowsOf: RowsOf,
  facts: KeyFacts,
): void {
  const { size, file, toPhoto } = canvas;
  const { width, height } = size;
  const { blocks } = facts;
  const each: EachRow = (kind, jobOf) => {
    for (let top = 0, row = 0; top < height; top += blocks.side, row++) {
      const rows = Math.min(blocks.side, height - top);
      const data = rowsOf(top, rows).subarray(0, width * rows * 4);
      const place = chained([1, 0, 0, 1, 0, top], toPhoto);
      code.step(kind, { data, width, height: rows, place }, jobOf(row));
    }
  };
  const { way, backing } = cut;
  const job = { facts, order: orderOf(backing), isMost: way === 'most' };
  const softness = softnessOf(cut.width, cut.softness);
  code.run(layBacking, { ...job, backing, toPhoto });
  if (way === 'distance') each(fadeFarRows, (row) => ({ ...job, row, softness }));
  else {
    each(measureRows, (row) => ({ ...job, row }));
    code.run(findOwnColours, facts);
    each(fadeRows, (row) => ({ ...job, row, softness }));
  }
  const longer = Math.max(width, height);
  const area = (side: number): number => Math.floor((side * longer) ** 2);
  setSmallParts(code, facts, size, { least: SPECK, most: 255 }, area(cut.specks), 0);
  setSmallParts(code, facts, size, { least: 0, most: HOLE }, area(cut.holes), 255);
  shiftEdge(facts, size, (cut.edge * longer) / Math.max(file.width, file.height));
  for (const outline of cut.outlines) layOutline(facts, canvas, outline);
}
