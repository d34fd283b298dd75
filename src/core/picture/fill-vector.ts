import { BT709 } from './bt709';
import type { FillJob } from './fill-job';
import { FRAME_BINARY } from './frame-binary';
import type { Kernel } from './kernel';

interface VectorCode {
  readonly memory: WebAssembly.Memory;
  readonly fillFrame: (...numbers: number[]) => void;
}

/** The built code with a memory of its own, or undefined where there are no vector instructions. */
function start(): VectorCode | undefined {
  try {
    const binary = Uint8Array.from(atob(FRAME_BINARY), (letter) => letter.charCodeAt(0));
    const abort = (): never => {
      throw new Error('The vector code stopped.');
    };
    const { exports } = new WebAssembly.Instance(new WebAssembly.Module(binary), { env: { abort } });
    return exports as unknown as VectorCode;
  } catch {
    return undefined;
  }
}

const code = start();

const PAGE = 65_536;

/** The same kernel with an even number of taps: the vector code takes them in pairs. */
function paired(kernel: Kernel): Kernel {
  const { taps, first, weights } = kernel;
  if (taps % 2 === 0) return kernel;
  const wider = new Int16Array(first.length * (taps + 1));
  for (let i = 0; i < first.length; i++)
    wider.set(weights.subarray(i * taps, (i + 1) * taps), i * (taps + 1));
  return { taps: taps + 1, first, weights: wider };
}

/** Hands out stretches of the code's memory one after the other, from the start for each job. */
class Layout {
  #end = 1024;

  take(bytes: number): number {
    const at = this.#end;
    this.#end = Math.ceil((at + bytes) / 16) * 16;
    return at;
  }

  /** Makes the memory large enough for all that was taken. */
  reserve(memory: WebAssembly.Memory): void {
    const missing = this.#end - memory.buffer.byteLength;
    if (missing > 0) memory.grow(Math.ceil(missing / PAGE));
  }
}

function run(
  { memory, fillFrame }: VectorCode,
  { pixels, frame, target, walk, across, down }: FillJob,
): void {
  const wide = paired(across);
  const tall = paired(down);
  const [perColumn, perRow] = [walk.perColumn * 4, walk.perRow * 4];
  // The second of the last pair may lie outside the picture; its weight is zero, but it is read.
  const guard = 2 * (Math.abs(perColumn) + Math.abs(perRow)) + 16;
  const layout = new Layout();
  layout.take(guard);
  const source = layout.take(pixels.data.length);
  layout.take(guard);
  const wideFirst = layout.take(wide.first.byteLength);
  const wideWeights = layout.take(wide.weights.byteLength);
  const tallFirst = layout.take(tall.first.byteLength);
  const tallWeights = layout.take(tall.weights.byteLength);
  const coefficients = layout.take(24);
  const ring = layout.take(tall.taps * target.width * 8 + 16);
  const rows = layout.take(tall.taps * 4);
  const even = layout.take(target.width * 4 + 16);
  const odd = layout.take(target.width * 4 + 16);
  const out = layout.take(frame.data.length);
  layout.reserve(memory);

  const bytes = new Uint8Array(memory.buffer);
  bytes.set(pixels.data, source);
  new Int32Array(memory.buffer, wideFirst).set(wide.first);
  new Int16Array(memory.buffer, wideWeights).set(wide.weights);
  new Int32Array(memory.buffer, tallFirst).set(tall.first);
  new Int16Array(memory.buffer, tallWeights).set(tall.weights);
  const { yr, yg, yb, ur, ug, ub, vr, vg, vb } = BT709;
  const inOrder = pixels.order.startsWith('B')
    ? [yb, yg, yr, 0, ub, ug, ur, 0, vb, vg, vr, 0]
    : [yr, yg, yb, 0, ur, ug, ub, 0, vr, vg, vb, 0];
  new Int16Array(memory.buffer, coefficients).set(inOrder);
  bytes.set(frame.data, out);

  const planes = frame.width * frame.height;
  const colourAt = (target.y / 2) * (frame.width / 2) + target.x / 2;
  fillFrame(
    source + walk.origin * 4,
    perColumn,
    perRow,
    wideFirst,
    wideWeights,
    wide.taps,
    tallFirst,
    tallWeights,
    tall.taps,
    target.width,
    target.height,
    ring,
    rows,
    even,
    odd,
    coefficients,
    out + target.y * frame.width + target.x,
    out + planes + colourAt,
    out + planes + planes / 4 + colourAt,
    frame.width,
  );
  frame.data.set(bytes.subarray(out, out + frame.data.length));
}

/** Fills a frame with vector instructions, about ten times as fast as `fillPlain` and to the same bytes. */
export const fillVector: ((job: FillJob) => void) | undefined = code && ((job) => run(code, job));
