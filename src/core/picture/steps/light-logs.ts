import { fromLight, toLight } from '../srgb';
import { FULL, MOST } from './tile';

/** Light as a logarithm in whole numbers: so many of them to a stop, counted from white, and how deep and high they go. */
export const TO_A_STOP = 4096;
export const DEEPEST = 20;
const HIGHEST = 4;
export const MOST_CODE = (DEEPEST + HIGHEST) * TO_A_STOP;

interface Logarithms {
  /** Of each value. */
  readonly logs: Int32Array;
  /** Values by logarithm, counted from the deepest, which is black. */
  readonly values: Int16Array;
}
let logarithms: Logarithms | undefined;

/** Made when they are first needed. */
export const theLogarithms = (): Logarithms =>
  (logarithms ??= {
    logs: Int32Array.from({ length: MOST + 1 }, (_, value) =>
      Math.max(-DEEPEST * TO_A_STOP, Math.round(Math.log2(toLight(value / FULL)) * TO_A_STOP)),
    ),
    values: Int16Array.from({ length: MOST_CODE + 1 }, (_, code) =>
      code === 0 ? 0 : Math.min(MOST, Math.round(fromLight(2 ** (code / TO_A_STOP - DEEPEST)) * FULL)),
    ),
  });

/** What becomes of a value by so many parts of a stop, times a power of its light. */
export function litValue(value: number, power: number, more: number): number {
  if (value <= 0) return 0;
  const { logs, values } = theLogarithms();
  const code = Math.floor((logs[value] as number) * power) + more + DEEPEST * TO_A_STOP;
  return values[code < 0 ? 0 : code > MOST_CODE ? MOST_CODE : code] as number;
}
