import { BT709 } from './bt709';
import type { FillJob } from './fill-job';
import { FRAME_BINARY } from './frame-binary';
import { inTaps } from './kernel';
import { MemoryLayout, startAssembly } from '../assembled/memory-layout';

interface VectorCode {
  readonly memory: WebAssembly.Memory;
  readonly fillFrame: (...numbers: number[]) => void;
}

const code = startAssembly(FRAME_BINARY) as VectorCode | undefined;

function run(
  { memory, fillFrame }: VectorCode,
  { pixels, frame, target, walk, across, down }: FillJob,
): void {
  const wide = inTaps(across, 2);
  const tall = inTaps(down, 2);
  const [perColumn, perRow] = [walk.perColumn * 4, walk.perRow * 4];
  // The second of the last pair may lie outside the picture; its weight is zero, but it is read.
  const guard = 2 * (Math.abs(perColumn) + Math.abs(perRow)) + 16;
  const layout = new MemoryLayout();
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
