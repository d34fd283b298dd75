import { fromLight, toLight } from '../srgb';
import { FULL, MOST } from '../steps/tile';

/** Steps of light from black to white in which values are looked up; finer in the dark by the square root. */
const STEPS = 1 << 13;

interface LightTables {
  /** Light of each value of a tile. */
  readonly light: Float32Array;
  /** Values by the root of light, so many steps to white. */
  readonly values: Int16Array;
}
let tables: LightTables | undefined;

/** Made when they are first needed. */
export const lightTables = (): LightTables =>
  (tables ??= {
    light: Float32Array.from({ length: MOST + 1 }, (_, value) => toLight(value / FULL)),
    values: Int16Array.from({ length: 2 * STEPS + 1 }, (_, i) =>
      Math.min(MOST, Math.round(fromLight((i / STEPS) ** 2) * FULL)),
    ),
  });

/** The value of a tile whose light is so much, 0 to 1 and above, as far as a tile goes. */
export function valueOfLight(light: number, values: Int16Array): number {
  if (light <= 0) return 0;
  const step = Math.round(Math.sqrt(light) * STEPS);
  return values[step > 2 * STEPS ? 2 * STEPS : step] as number;
}
