import { MemoryLayout, startAssembly } from '../assembled/memory-layout';
import type { Kernel, PhaseKernel } from './kernel';
import { RENDER_BINARY } from './render-binary';
import type { RenderCode } from './render-code';
import { CURVE_BYTES } from './steps/light-curve';
import type { StepCode } from './steps/step-kind';

interface Built {
  readonly memory: WebAssembly.Memory;
  readonly widen: (...numbers: number[]) => void;
  readonly across: (...numbers: number[]) => void;
  readonly down: (...numbers: number[]) => void;
  readonly warp: (...numbers: number[]) => void;
  readonly slide: (...numbers: number[]) => void;
  readonly lean: (...numbers: number[]) => void;
  readonly toBytes: (...numbers: number[]) => void;
  readonly light: StepCode['light'];
  readonly lightCurve: StepCode['lightCurve'];
}

/** Bytes for the tables of a step. */
const SCRATCH = 1 << 17;
/** Bytes behind each piece: the last vector that is read may reach beyond it, where its weights are zero. */
const GUARD = 64;

const addressOf = (view: ArrayBufferView): number => view.byteOffset;

function over(code: Built): RenderCode {
  const kept = { room: new Uint8Array(), isFilled: false };
  const { light, lightCurve } = code;
  let steps: StepCode = { scratch: new Uint8Array(), kept, light, lightCurve };
  const vector: RenderCode = {
    room(bytes) {
      const layout = new MemoryLayout();
      const tables = layout.take(SCRATCH);
      // Always at the same place, so that what is kept there stays.
      const lasting = layout.take(CURVE_BYTES + GUARD);
      const places = bytes.map((each) => layout.take(each + GUARD));
      layout.reserve(code.memory);
      kept.room = new Uint8Array(code.memory.buffer, lasting, CURVE_BYTES);
      steps = { ...steps, scratch: new Uint8Array(code.memory.buffer, tables, SCRATCH) };
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
    toBytes(line, pixels, out) {
      code.toBytes(addressOf(line), pixels, addressOf(out));
    },
    step(kind, tile, value) {
      if (kind.vector) kind.vector(tile, value, steps);
      else kind.plain(tile, value);
    },
  };
  return vector;
}

const code = startAssembly(RENDER_BINARY) as Built | undefined;

/** The loops with vector instructions, to the same numbers as in `render-plain.ts`; undefined where there are none. */
export const renderVector: RenderCode | undefined = code && over(code);
