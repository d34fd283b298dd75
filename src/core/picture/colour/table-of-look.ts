import { changeOfLook, doneSteps, isByChannel, type Look } from './colour-steps';
import { tableOf, type ColourTable } from './colour-table';

/** Points along each side of a table: more of those that change each channel by itself. */
const POINTS = { cube: 65, row: 4096 };

/** What a part, 0 to 1, of a stack does to colours as a table; vignettes are left out, since a table knows no places. */
export function tableOfLook(title: string, look: Look, part = 1): ColourTable {
  const steps = doneSteps(look);
  const change = changeOfLook(steps);
  const kind = steps.every((step) => step.kind === 'vignette' || isByChannel(step)) ? '1D' : '3D';
  const colour = new Float64Array(3);
  return tableOf(title, kind, kind === '1D' ? POINTS.row : POINTS.cube, (from) => {
    colour.set(from);
    change(colour);
    // What lies beyond black and white is kept: cut off at the points it would bend what lies between them.
    const [red, green, blue] = from.map((was, c) => was + ((colour[c] as number) - was) * part);
    return [red as number, green as number, blue as number];
  });
}
