import { fromLight, toLight } from '../srgb';
import type { StepCode } from '../steps/step-kind';
import { FULL, MOST } from '../steps/tile';

const f = Math.fround;

/** Steps of light from black to white in which values are looked up; finer in the dark by the square root. */
const STEPS = 1 << 13;

interface LightTables {
  /** Light of each value of a tile. */
  readonly light: Float32Array;
  /** The same for all 16-bit numbers from the least on, so that none has to be looked at first: what is below black has no light. */
  readonly signed: Float32Array;
  /** Values by the root of light, so many steps to white. */
  readonly values: Int16Array;
}
let tables: LightTables | undefined;

/** Made when they are first needed. */
export const lightTables = (): LightTables => (tables ??= makeTables());

function makeTables(): LightTables {
  const signed = new Float32Array(2 * (MOST + 1));
  const light = signed.subarray(MOST + 1);
  for (let value = 0; value <= MOST; value++) light[value] = toLight(value / FULL);
  return {
    ...{ light, signed },
    values: Int16Array.from({ length: 2 * STEPS + 1 }, (_, i) =>
      Math.min(MOST, Math.round(fromLight((i / STEPS) ** 2) * FULL)),
    ),
  };
}

/** Where the built code finds the light of black, and behind it that of other values. */
export const signedLightAt = ({ kept }: Pick<StepCode, 'kept'>): number =>
  kept(lightTables().signed) + Float32Array.BYTES_PER_ELEMENT * (MOST + 1);

/** The value of a tile whose light is so much, 0 to 1 and above, as far as a tile goes. */
export function valueOfLight(light: number, values: Int16Array): number {
  if (light <= 0) return 0;
  // In numbers of 32 bits, as the built code has them.
  const step = f(f(f(Math.sqrt(light)) * STEPS) + 0.5);
  return values[Math.trunc(Math.min(2 * STEPS, step))] as number;
}
