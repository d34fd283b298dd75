import { BT709 } from './bt709';
import type { FillJob } from './fill-job';
import { FRAME_BINARY } from './frame-binary';
import { inTaps } from './kernel';
import type { I420, Pixels, Rgba } from './pixels';
import { MemoryLayout, startAssembly } from '../assembled/memory-layout';

interface VectorCode {
  readonly memory: WebAssembly.Memory;
  readonly fillFrame: (...numbers: number[]) => void;
  readonly convert: (...numbers: number[]) => void;
}

/** BT.709 in the order of a pixel's bytes. */
function coefficientsFor(order: Pixels['order']): readonly number[] {
  const { yr, yg, yb, ur, ug, ub, vr, vg, vb } = BT709;
  return order.startsWith('B')
    ? [yb, yg, yr, 0, ub, ug, ur, 0, vb, vg, vr, 0]
    : [yr, yg, yb, 0, ur, ug, ub, 0, vr, vg, vb, 0];
}

function fill(
  { memory, fillFrame }: VectorCode,
  { pixels, frame, target, background, walk, across, down }: FillJob,
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
  const even = layout.take(frame.width * 4 + 16);
  const odd = layout.take(frame.width * 4 + 16);
  const planes = layout.take(frame.data.length);
  layout.reserve(memory);

  const bytes = new Uint8Array(memory.buffer);
  bytes.set(pixels.data, source);
  new Int32Array(memory.buffer, wideFirst).set(wide.first);
  new Int16Array(memory.buffer, wideWeights).set(wide.weights);
  new Int32Array(memory.buffer, tallFirst).set(tall.first);
  new Int16Array(memory.buffer, tallWeights).set(tall.weights);
  new Int16Array(memory.buffer, coefficients).set(coefficientsFor(pixels.order));
  const colour = pixels.order.startsWith('B') ? background.toReversed() : background;
  for (let i = 0; i < frame.width * 4; i++) bytes[even + i] = bytes[odd + i] = colour[i % 4] ?? 0;
  bytes.set(frame.data, planes);
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
    target.x,
    target.y,
    target.width,
    target.height,
    ring,
    rows,
    even,
    odd,
    coefficients,
    planes,
    frame.width,
    frame.height,
  );
  frame.data.set(bytes.subarray(planes, planes + frame.data.length));
}

function convert({ memory, convert: run }: VectorCode, { width, height, data }: Rgba, frame: I420): void {
  const layout = new MemoryLayout();
  const coefficients = layout.take(24);
  const picture = layout.take(data.length + 16);
  const planes = layout.take(frame.data.length);
  layout.reserve(memory);
  const bytes = new Uint8Array(memory.buffer);
  new Int16Array(memory.buffer, coefficients).set(coefficientsFor('RGBX'));
  bytes.set(data, picture);
  run(picture, width, height, coefficients, planes);
  frame.data.set(bytes.subarray(planes, planes + frame.data.length));
}

const code = startAssembly(FRAME_BINARY) as VectorCode | undefined;

/** Fills a frame with vector instructions, about ten times as fast as `fillPlain` and to the same bytes. */
export const fillVector: ((job: FillJob) => void) | undefined = code && ((job) => fill(code, job));

/** Converts a finished picture with vector instructions, to the same bytes as `convertRows`. */
export const convertVector: ((picture: Rgba, frame: I420) => void) | undefined =
  code && ((picture, frame) => convert(code, picture, frame));
