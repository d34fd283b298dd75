import { FIELD_TERMS, fieldTerms, type LightChange } from './light-change';
import { FIELD_STOP, type FieldAt } from './light-field';

/** Places along each side of a photo at which a field is reckoned: between them it is taken as straight. */
const GRID = 64;
const PLACES = (GRID + 1) ** 2;

/** Terms of a field at all places, one after the other, made when they are first needed. */
let terms: Float64Array | undefined;
const theTerms = (): Float64Array =>
  (terms ??= Float64Array.from(
    Array.from({ length: PLACES }, (_, i) =>
      fieldTerms((i % (GRID + 1)) / GRID, Math.floor(i / (GRID + 1)) / GRID),
    ).flat(),
  ));

/** A field at all places, `GRID + 1` a row. */
function gridOf(field: readonly number[]): Int32Array {
  const known = theTerms();
  return Int32Array.from({ length: PLACES }, (_, i) => {
    let stops = 0;
    for (let k = 0; k < field.length; k++)
      stops += (field[k] as number) * (known[i * FIELD_TERMS + k] as number);
    return Math.round(stops * FIELD_STOP);
  });
}

/** What a grid holds at a place of the photo, in parts of it. */
function onGrid(grid: Int32Array, x: number, y: number): number {
  const across = Math.min(1, Math.max(0, x)) * GRID;
  const down = Math.min(1, Math.max(0, y)) * GRID;
  const column = Math.min(GRID - 1, Math.floor(across));
  const row = Math.min(GRID - 1, Math.floor(down));
  const [u, v] = [across - column, down - row];
  const at = row * (GRID + 1) + column;
  const above = (grid[at] as number) * (1 - u) + (grid[at + 1] as number) * u;
  const below = (grid[at + GRID + 1] as number) * (1 - u) + (grid[at + GRID + 2] as number) * u;
  return Math.round(above * (1 - v) + below * v);
}

/** The slow fields of a change of light; undefined where there are none. */
export function slowField(change: LightChange): FieldAt | undefined {
  const grids = change.map(({ field }) => (field.some((each) => each !== 0) ? gridOf(field) : undefined));
  if (grids.every((grid) => grid === undefined)) return undefined;
  return (x, y, c) => {
    const grid = grids[c];
    return grid ? onGrid(grid, x, y) : 0;
  };
}
