import { MemoryLayout, startAssembly } from '../assembled/memory-layout';
import { lightTables, signedLightAt } from './key/light-tables';
import type { Kernel, PhaseKernel } from './kernel';
import { RENDER_BINARY } from './render-binary';
import type { RenderCode } from './render-code';
import { CUBE_BYTES } from './steps/colour-grid';
import type { StepCode } from './steps/step-kind';

interface Built extends Omit<StepCode, 'scratch' | 'kept'> {
  readonly memory: WebAssembly.Memory;
  readonly widen: (...numbers: number[]) => void;
  readonly across: (...numbers: number[]) => void;
  readonly down: (...numbers: number[]) => void;
  readonly warp: (...numbers: number[]) => void;
  readonly slide: (...numbers: number[]) => void;
  readonly lean: (...numbers: number[]) => void;
  readonly toBytes: (...numbers: number[]) => void;
  readonly stretches: (...numbers: number[]) => number;
  readonly premultiply: (...numbers: number[]) => void;
  readonly layInLight: (...numbers: number[]) => void;
}

/** Bytes for the tables of a step. */
const SCRATCH = 1 << 17;
/** So many tables stay from picture to picture, of so many bytes at most: tables from files with 33 points a side, and cubes of light. */
const SHELVES = [
  { count: 8, bytes: 16 * 33 ** 3 },
  { count: 3, bytes: CUBE_BYTES },
] as const;
/** Bytes behind each piece: the last vector that is read may reach beyond it, where its weights are zero. */
const GUARD = 64;

const addressOf = (view: ArrayBufferView): number => view.byteOffset;

type Kept = Parameters<StepCode['kept']>[0];

/** Places for tables of a size, the same for every picture, so that what stands there stays; the one that was asked for longest ago goes first. */
class Shelf {
  readonly bytes: number;
  readonly #places = new Map<Kept, number>();
  #free: number[] | undefined;

  constructor(bytes: number) {
    this.bytes = bytes;
  }

  /** Says where its places are; only the first time, since they never move. */
  open(places: number[]): void {
    this.#free ??= places;
  }

  place(numbers: Kept, memory: WebAssembly.Memory): number {
    let at = this.#places.get(numbers);
    if (at === undefined) {
      const [eldest] = this.#places.keys();
      at = this.#free?.pop() ?? (eldest && this.#places.get(eldest)) ?? 0;
      if (eldest && this.#places.get(eldest) === at) this.#places.delete(eldest);
      const bytes = new Uint8Array(numbers.buffer, numbers.byteOffset, numbers.byteLength);
      new Uint8Array(memory.buffer, at, bytes.length).set(bytes);
    }
    this.#places.delete(numbers);
    this.#places.set(numbers, at);
    return at;
  }
}

function over(code: Built): RenderCode {
  const shelves = SHELVES.map(({ bytes }) => new Shelf(bytes));
  const kept: StepCode['kept'] = (numbers) => {
    const shelf = shelves.find(({ bytes }) => numbers.byteLength <= bytes);
    if (!shelf) throw new RangeError('A table is larger than there is room for.');
    return shelf.place(numbers, code.memory);
  };
  let steps: StepCode = { ...code, scratch: new Uint8Array(), kept };
  const vector: RenderCode = {
    room(bytes) {
      const layout = new MemoryLayout();
      const scratch = layout.take(SCRATCH);
      SHELVES.forEach(({ count, bytes: each }, i) =>
        shelves[i]?.open(Array.from({ length: count }, () => layout.take(each + GUARD))),
      );
      const places = bytes.map((each) => layout.take(each + GUARD));
      layout.reserve(code.memory);
      steps = { ...steps, scratch: new Uint8Array(code.memory.buffer, scratch, SCRATCH) };
      return places.map(
        (at, i) => new Uint8Array(code.memory.buffer, at, Math.ceil((bytes[i] as number) / 16) * 16),
      );
    },
    lend<K extends Kernel | PhaseKernel>(kernel: K, { buffer, byteOffset }: Uint8Array): K {
      const lent: { weights: Int16Array; first?: Int32Array } = {
        weights: new Int16Array(buffer, byteOffset, kernel.weights.length),
      };
      lent.weights.set(kernel.weights);
      if ('first' in kernel) {
        const behind = byteOffset + Math.ceil(kernel.weights.byteLength / 16) * 16;
        lent.first = new Int32Array(buffer, behind, kernel.first.length);
        lent.first.set(kernel.first);
      }
      return { ...kernel, ...lent };
    },
    widen(bytes, pixels, swap, opaque, out) {
      code.widen(addressOf(bytes), pixels, Number(swap), Number(opaque), addressOf(out));
    },
    across(row, { taps, first, weights }, out) {
      code.across(addressOf(row), addressOf(first), addressOf(weights), taps, first.length, addressOf(out));
    },
    down({ ring, length, rows, down: { taps, first, weights }, line }, out) {
      const at = addressOf(weights) + line * taps * 2;
      code.down(addressOf(ring), length, rows, first[line] as number, at, taps, addressOf(out));
    },
    warp({ tile, width, u, v, du, dv, count, across, down }, out) {
      const [wide, tall] = [addressOf(across.weights), addressOf(down.weights)];
      code.warp(
        addressOf(tile),
        width,
        u,
        v,
        du,
        dv,
        count,
        wide,
        across.taps,
        tall,
        down.taps,
        addressOf(out),
      );
    },
    slide({ row, u, du, count, across: { weights, taps } }, out) {
      code.slide(addressOf(row), u, du, count, addressOf(weights), taps, addressOf(out));
    },
    lean({ rows, width, v, dv, count, down: { weights, taps } }, out) {
      code.lean(addressOf(rows), width, v, dv, count, addressOf(weights), taps, addressOf(out));
    },
    premultiply(data) {
      code.premultiply(addressOf(data), data.length >> 2);
    },
    stretches(row, { least, most }, ends) {
      return code.stretches(addressOf(row), row.length, least, most, addressOf(ends));
    },
    layInLight(line, pixels) {
      const { values } = lightTables();
      const light = signedLightAt(steps);
      code.layInLight(addressOf(line), addressOf(pixels), line.length >> 2, light, kept(values));
    },
    toBytes(line, pixels, out) {
      code.toBytes(addressOf(line), pixels, addressOf(out));
    },
    step(kind, tile, value) {
      if (kind.vector) kind.vector(tile, value, steps);
      else kind.plain(tile, value);
    },
    run(kind, job) {
      if (kind.vector) kind.vector(job, steps);
      else kind.plain(job);
    },
  };
  return vector;
}

const code = startAssembly(RENDER_BINARY) as Built | undefined;

/** The loops with vector instructions, to the same numbers as in `render-plain.ts`; undefined where there are none. */
export const renderVector: RenderCode | undefined = code && over(code);
