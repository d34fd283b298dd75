import type { Rect, Size } from '../size';
import { FULL } from '../steps/tile';
import { channelOrder, ownLight, type ChannelOrder } from './colour-difference';
import { blurredBlocks, type KeyBlocks } from './key-blocks';
import type { KeyCut } from './key-cut';
import { lightTables, valueOfLight } from './light-tables';
import { makeMatte, type KeyCanvas, type Matte, type RowsOf } from './matte';

/** A shadow is darker than the backing by more than this, and as full of its colour as this, fully so as that. */
const SHADOW = { darker: 0.04, least: 0.65, full: 0.88 };

/** What is known of each block: whether all of it goes, stays untouched, or has to be looked at. */
const [GOES, STAYS, LOOKED_AT] = [0, 1, 2];

interface BlockState {
  /** How near the edge of the subject is: 1 at it, 0 where it is further in than the spill reaches. */
  readonly near: Float32Array;
  readonly state: Uint8Array;
}

/** Looks at the matte by blocks; the spill reaches so many of them in. */
function blockStates({ alpha, blocks }: Matte, { width, height }: Size, reach: number): BlockState {
  const { side, across } = blocks;
  const means = blocks.numbers(0);
  const state = new Uint8Array(means.length).fill(LOOKED_AT);
  for (let block = 0; block < means.length; block++) {
    const left = (block % across) * side;
    const top = Math.floor(block / across) * side;
    const [right, bottom] = [Math.min(width, left + side), Math.min(height, top + side)];
    let sum = 0;
    for (let y = top; y < bottom; y++)
      for (let at = y * width + left; at < y * width + right; at++) sum += alpha[at] as number;
    means[block] = sum / (255 * (right - left) * (bottom - top));
  }
  const near = blurredBlocks(means, blocks, reach).map((mean) => Math.min(1, Math.max(0, 2 * (1 - mean))));
  means.forEach((mean, i) => {
    if (mean === 0) state[i] = GOES;
    else if (mean === 1 && near[i] === 0) state[i] = STAYS;
  });
  return { near, state };
}

/** Cuts a photo's subject out: its tiles become see-through where the backing is, and lose its light. */
export class Cutter {
  readonly #canvas: KeyCanvas;
  readonly #cut: KeyCut;
  readonly #rowsOf: RowsOf;
  readonly #order: ChannelOrder;
  readonly #colour = new Float64Array(3);
  readonly #behind = new Float64Array(3);
  #matte: Matte | undefined;
  #states: BlockState = { near: new Float32Array(), state: new Uint8Array() };

  /** `rowsOf` gives the photo with all that is done to it before. */
  constructor(canvas: KeyCanvas, cut: KeyCut, rowsOf: RowsOf) {
    this.#canvas = canvas;
    this.#cut = cut;
    this.#rowsOf = rowsOf;
    const { red, green, blue } = cut.backing;
    this.#order = channelOrder([red[0] ?? 0, green[0] ?? 0, blue[0] ?? 0]);
  }

  /** Once there is room: looks at all of the photo. */
  begin(): void {
    const { size } = this.#canvas;
    const matte = makeMatte(this.#canvas, this.#cut, this.#rowsOf);
    this.#matte = matte;
    const reach = Math.round((this.#cut.reach * Math.max(size.width, size.height)) / matte.blocks.side);
    this.#states = blockStates(matte, size, Math.max(0, reach));
  }

  /** Cuts a tile of the photo; beyond its edges reads as the edge. */
  cut(data: Int16Array, { x, y, width, height }: Rect): void {
    const matte = this.#matte;
    if (!matte) return;
    const { size } = this.#canvas;
    const { blocks } = matte;
    const { view, shadows } = this.#cut;
    const isPlain = view === undefined;
    for (let row = 0, at = 0; row < height; row++) {
      const v = Math.min(size.height - 1, Math.max(0, y + row));
      const line = Math.floor(v / blocks.side) * blocks.across;
      for (let column = 0; column < width;) {
        const u = Math.min(size.width - 1, Math.max(0, x + column));
        const block = Math.floor(u / blocks.side);
        // To the end of the block, or, beyond the edges, one by one.
        const inside = x + column >= 0 && x + column < size.width;
        const count = inside ? Math.min(width - column, (block + 1) * blocks.side - u, size.width - u) : 1;
        const state = isPlain ? this.#states.state[line + block] : LOOKED_AT;
        if (state === GOES && shadows === 0) for (let i = 0; i < count; i++) data[at + i * 4 + 3] = 0;
        else if (state !== STAYS)
          for (let i = 0; i < count; i++) this.#cutPixel(data, at + i * 4, u + i, v, matte);
        column += count;
        at += count * 4;
      }
    }
  }

  #cutPixel(data: Int16Array, at: number, u: number, v: number, { alpha, blocks, backing }: Matte): void {
    const { view, shadows } = this.#cut;
    const part = alpha[v * this.#canvas.size.width + u] as number;
    const own = data[at + 3] as number;
    if (view === 'matte') {
      const grey = Math.round((part / 255) * own);
      data.fill(grey, at, at + 3);
      data[at + 3] = FULL;
    } else if (view === 'backing') data[at + 3] = Math.round((1 - part / 255) * own);
    else if (part === 0 && shadows === 0) data[at + 3] = 0;
    else {
      const near =
        part < 255
          ? 1
          : (this.#states.near[
              Math.floor(v / blocks.side) * blocks.across + Math.floor(u / blocks.side)
            ] as number);
      if (part === 255 && (near === 0 || this.#isClean(data, at))) return;
      this.#clean(data, at, u, v, part / 255, near, blocks, backing);
    }
  }

  /** Takes the backing out of a pixel of which a part is the subject, and leaves its shadow. */
  #clean(
    data: Int16Array,
    at: number,
    u: number,
    v: number,
    measured: number,
    near: number,
    blocks: KeyBlocks,
    corners: Float32Array,
  ): void {
    const { spill, shadows, way } = this.#cut;
    const { light, values } = lightTables();
    const colour = this.#colour;
    const behind = this.#behind;
    // Within a block the backing hardly changes.
    const corner = (Math.floor(v / blocks.side) * (blocks.across + 1) + Math.floor(u / blocks.side)) * 3;
    for (let c = 0; c < 3; c++) {
      colour[c] = light[Math.max(0, data[at + c] as number)] as number;
      behind[c] = corners[corner + c] as number;
    }
    const [most, middle, least] = this.#order;
    let part = measured;
    let shadow = 0;
    if (shadows > 0 && part < 1 && way !== 'distance') {
      const lit = (colour[most] as number) / (behind[most] as number);
      const own = (c: Float64Array): number => this.#own(c);
      const full = own(colour) / Math.max(1e-4, lit * own(behind));
      const t = Math.min(1, Math.max(0, (full - SHADOW.least) / (SHADOW.full - SHADOW.least)));
      const sure = t * t * (3 - 2 * t);
      const darker = Math.max(0, 1 - lit - SHADOW.darker) / (1 - SHADOW.darker);
      shadow = shadows * sure * darker;
      part *= 1 - sure;
    }
    const whole = 1 - (1 - part) * (1 - shadow);
    if (whole <= 0) {
      data[at + 3] = 0;
      return;
    }
    // What is left of its light without the backing's, of the subject by itself.
    if (part > 0)
      for (let c = 0; c < 3; c++)
        colour[c] = Math.max(0, ((colour[c] as number) - (1 - measured) * (behind[c] as number)) / measured);
    if (way !== 'distance') {
      const excess = spill * near * Math.max(0, this.#own(colour));
      colour[most] = (colour[most] as number) - excess;
      if (way === 'least')
        colour[middle] = Math.max(colour[least] as number, (colour[middle] as number) - excess);
    }
    for (let c = 0; c < 3; c++) data[at + c] = valueOfLight(((colour[c] as number) * part) / whole, values);
    data[at + 3] = Math.round(whole * (data[at + 3] as number));
  }

  /** Whether a pixel of the subject has none of the backing's light to be taken off. */
  #isClean(data: Int16Array, at: number): boolean {
    const [most, middle, least] = this.#order;
    const { way } = this.#cut;
    if (way === 'distance') return true;
    // Values rise as light does.
    return (
      ownLight(way, data[at + most] as number, data[at + middle] as number, data[at + least] as number) <= 0
    );
  }

  /** By how much the backing's own channels stand out in a colour. */
  #own(colour: Float64Array): number {
    const [most, middle, least] = this.#order;
    return ownLight(this.#cut.way, colour[most] as number, colour[middle] as number, colour[least] as number);
  }
}
