/** Fixed-point one in the weights of a filter. */
export const WEIGHT_BITS = 14;

/** For each target position: the first source position and `taps` weights that sum to 1 << WEIGHT_BITS. */
export interface Kernel {
  readonly taps: number;
  readonly first: Int32Array;
  readonly weights: Int16Array;
}

// Catmull-Rom, the cubic convolution with a = −0.5 (Keys 1981).
function cubic(distance: number): number {
  const x = Math.abs(distance);
  if (x >= 2) return 0;
  if (x >= 1) return ((-0.5 * x + 2.5) * x - 4) * x + 2;
  return (1.5 * x - 2.5) * x * x + 1;
}

/**
 * Weights that resample one line: `length` source pixels, of which the stretch from `from`, `span` long
 * (fractions allowed), becomes `target` pixels. Widened when shrinking, so that fine patterns do not alias.
 * Beyond the edges the last pixel goes on.
 */
export function resampleKernel(length: number, from: number, span: number, target: number): Kernel {
  const key = `${length} ${from} ${span} ${target}`;
  let kernel = known.get(key);
  if (!kernel) {
    if (known.size >= MOST_KNOWN) known.clear();
    kernel = makeKernel(length, from, span, target);
    known.set(key, kernel);
  }
  return kernel;
}

// Photo after photo has the same size.
const known = new Map<string, Kernel>();
const MOST_KNOWN = 64;

function makeKernel(length: number, from: number, span: number, target: number): Kernel {
  const step = span / target;
  const widen = Math.max(1, step);
  const reach = 2 * widen;
  const most = Math.min(length, Math.ceil(reach * 2) + 1);
  const first = new Int32Array(target);
  const exact = new Float64Array(target * most);
  let taps = 1;
  for (let i = 0; i < target; i++) {
    const centre = from + (i + 0.5) * step - 0.5;
    const low = Math.ceil(centre - reach);
    const high = Math.floor(centre + reach);
    const start = Math.min(Math.max(low, 0), length - most);
    let sum = 0;
    for (let at = low; at <= high; at++) {
      const weight = cubic((at - centre) / widen);
      const slot = Math.min(Math.max(at, 0), length - 1) - start;
      exact[i * most + slot] = (exact[i * most + slot] as number) + weight;
      sum += weight;
    }
    let leading = most;
    let trailing = 0;
    for (let k = 0; k < most; k++) {
      const weight = (exact[i * most + k] as number) / sum;
      exact[i * most + k] = weight;
      if (Math.abs(weight) * (1 << WEIGHT_BITS) >= 0.5) {
        leading = Math.min(leading, k);
        trailing = k;
      }
    }
    exact.copyWithin(i * most, i * most + leading, i * most + most);
    exact.fill(0, (i + 1) * most - leading, (i + 1) * most);
    first[i] = start + leading;
    taps = Math.max(taps, trailing - leading + 1);
  }
  const weights = new Int16Array(target * taps);
  for (let i = 0; i < target; i++) {
    // A window that would read past the end starts earlier, with zeros in front.
    const shift = Math.max(0, (first[i] as number) + taps - length);
    first[i] = (first[i] as number) - shift;
    let rest = 1 << WEIGHT_BITS;
    let largest = 0;
    for (let k = 0; k + shift < taps; k++) {
      const weight = Math.round((exact[i * most + k] as number) * (1 << WEIGHT_BITS));
      weights[i * taps + k + shift] = weight;
      rest -= weight;
      if (weight > (weights[i * taps + largest] as number)) largest = k + shift;
    }
    // What rounding lost goes to the largest weight, so that a flat colour stays exactly what it is.
    weights[i * taps + largest] = (weights[i * taps + largest] as number) + rest;
  }
  return { taps, first, weights };
}

/** The same kernel with a number of taps that divides by `multiple`, for code that takes them together; zeros are added. */
export function inTaps(kernel: Kernel, multiple: number): Kernel {
  const { taps, first, weights } = kernel;
  const wider = Math.ceil(taps / multiple) * multiple;
  if (wider === taps) return kernel;
  const padded = new Int16Array(first.length * wider);
  for (let i = 0; i < first.length; i++) padded.set(weights.subarray(i * taps, (i + 1) * taps), i * wider);
  return { taps: wider, first, weights: padded };
}

/** Places between two pixels that a slanted picture is read from. */
export const PHASES = 1024;

/** For each place between two pixels: `taps` weights that sum to 1 << WEIGHT_BITS, for the pixels around it. */
export interface PhaseKernel {
  /** Even; the first tap lies `taps / 2 - 1` pixels before the one that the place is behind. */
  readonly taps: number;
  /** `(PHASES + 1) * taps` numbers. */
  readonly weights: Int16Array;
}

const phaseKernels = new Map<number, PhaseKernel>();

/** Weights for places anywhere between two pixels, widened by `step` source pixels to one of the target. */
export function phaseKernel(step: number): PhaseKernel {
  let kernel = phaseKernels.get(step);
  if (!kernel) {
    if (phaseKernels.size >= MOST_KNOWN) phaseKernels.clear();
    const half = Math.ceil(2 * Math.max(1, step));
    const weights = new Int16Array((PHASES + 1) * 2 * half);
    for (let phase = 0; phase <= PHASES; phase++) {
      const centre = half - 1 + phase / PHASES;
      const exact = Array.from({ length: 2 * half }, (_, k) => cubic((k - centre) / Math.max(1, step)));
      weights.set(inFixedPoint(exact), phase * 2 * half);
    }
    kernel = { taps: 2 * half, weights };
    phaseKernels.set(step, kernel);
  }
  return kernel;
}

/** Weights that sum to one, rounded so that they sum to 1 << WEIGHT_BITS: a flat colour stays exactly what it is. */
function inFixedPoint(exact: readonly number[]): readonly number[] {
  const sum = exact.reduce((all, each) => all + each, 0);
  const weights = exact.map((each) => Math.round((each / sum) * (1 << WEIGHT_BITS)));
  const rest = weights.reduce((left, each) => left - each, 1 << WEIGHT_BITS);
  const largest = weights.indexOf(Math.max(...weights));
  return weights.with(largest, (weights[largest] as number) + rest);
}
