import { chained } from '../affine';
import type { RenderCode } from '../render-code';
import type { RoomPlan } from '../room-plan';
import type { Rect } from '../size';
import { FULL } from '../steps/tile';
import { orderOf } from './colour-difference';
import { cutTile, eachRun, type CutJob } from './cut-tile';
import { findNear } from './find-near';
import { planKeyFacts, type KeyFacts } from './key-facts';
import type { KeyCut, KeyView } from './key-cut';
import { findMatte, type KeyCanvas, type RowsOf } from './matte';

/** Cuts a photo's subject out: its tiles become see-through where the backing is, and lose its light. */
export class Cutter {
  readonly #code: RenderCode;
  readonly #canvas: KeyCanvas;
  readonly #cut: KeyCut;
  readonly #rowsOf: RowsOf;
  readonly #facts: () => KeyFacts;
  #job: Omit<CutJob, 'x' | 'y'> | undefined;

  /** `rowsOf` gives the photo with all that is done to it before. */
  constructor(code: RenderCode, canvas: KeyCanvas, cut: KeyCut, rowsOf: RowsOf, room: RoomPlan) {
    this.#code = code;
    this.#canvas = canvas;
    this.#cut = cut;
    this.#rowsOf = rowsOf;
    this.#facts = planKeyFacts(canvas.size, room);
  }

  /** Once there is room: looks at all of the photo. */
  begin(): void {
    const { size } = this.#canvas;
    const { way, backing, reach, spill, shadows } = this.#cut;
    const facts = this.#facts();
    findMatte(this.#code, this.#canvas, this.#cut, this.#rowsOf, facts);
    const blocks = (reach * Math.max(size.width, size.height)) / facts.blocks.side;
    this.#code.run(findNear, { facts, size, reach: Math.round(blocks) });
    this.#job = {
      ...{ facts, size, way, order: orderOf(backing) },
      ...{ spill: Math.fround(spill), shadows: Math.fround(shadows) },
    };
  }

  /** Cuts a tile of the photo; beyond its edges reads as the edge. */
  cut(data: Int16Array, { x, y, width, height }: Rect): void {
    if (!this.#job) return;
    const job = { ...this.#job, x, y };
    const { view } = this.#cut;
    if (view) showInstead(data, { width, height }, job, view);
    else {
      const place = chained([1, 0, 0, 1, x, y], this.#canvas.toPhoto);
      this.#code.step(cutTile, { data, width, height, place }, job);
    }
  }
}

/** Shows the matte, or what goes, in a tile. */
function showInstead(
  data: Int16Array,
  size: { width: number; height: number },
  job: CutJob,
  view: KeyView,
): void {
  const { alpha } = job.facts;
  eachRun(size, job, ({ at, count, from }) => {
    for (let i = 0; i < count; i++) {
      const here = at + i * 4;
      const part = (alpha[from + i] as number) / 255;
      const own = data[here + 3] as number;
      if (view === 'matte') {
        data.fill(Math.round(part * own), here, here + 3);
        data[here + 3] = FULL;
      } else data[here + 3] = Math.round((1 - part) * own);
    }
  });
}
