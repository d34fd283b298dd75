import { BRIGHTEST } from './colour-kind';
import { changeOfLook, doneSteps, isByChannel, type Look } from './colour-steps';
import { lookUp, tableOf, type ColourTable, type Rgb } from './colour-table';

/** Points along each side of a table: more of those that change each channel by itself. */
const POINTS = { cube: 65, row: 4096 };

/** A part is of what can be seen. */
const bounded = (value: number, part: number): number =>
  part === 1 ? value : Math.min(BRIGHTEST, Math.max(0, value));

/** What a part, 0 to 1, of a stack does to a colour; what lies beyond black and white is kept. */
function partOfLook(look: Look, part: number): (from: Rgb) => Rgb {
  const change = changeOfLook(doneSteps(look));
  const colour = new Float64Array(3);
  return (from) => {
    colour.set(from);
    change(colour);
    const [red, green, blue] = from.map((was, c) => was + (bounded(colour[c] as number, part) - was) * part);
    return [red as number, green as number, blue as number];
  };
}

/** What a part, 0 to 1, of a stack does to colours as a table; vignettes are left out, since a table knows no places. */
export function tableOfLook(title: string, look: Look, part = 1): ColourTable {
  const isPlain = doneSteps(look).every((step) => step.kind === 'vignette' || isByChannel(step));
  const kind = isPlain ? '1D' : '3D';
  // Cut off at the points, what lies beyond would bend what lies between them.
  return tableOf(title, kind, isPlain ? POINTS.row : POINTS.cube, partOfLook(look, part));
}

/** How far what a table gives is from what it was made of, as seen, in steps of 255. */
export interface TableDifference {
  readonly most: number;
  readonly mean: number;
}

/** Colours that are compared along each side: most of them lie between the points of a table. */
const COMPARED = 41;

const seen = (value: number): number => 255 * Math.min(1, Math.max(0, value));

/** How far a table is from the stack that it was made of, where colours lie between its points. */
export function differenceOf(table: ColourTable, look: Look, part = 1): TableDifference {
  const change = partOfLook(look, part);
  let [most, sum] = [0, 0];
  for (let i = 0; i < COMPARED ** 3; i++) {
    const at = [i % COMPARED, Math.floor(i / COMPARED) % COMPARED, Math.floor(i / COMPARED ** 2)];
    const from = at.map((each) => each / (COMPARED - 1)) as unknown as Rgb;
    const [exact, told] = [change(from), lookUp(table, from)];
    for (let c = 0; c < 3; c++) {
      const off = Math.abs(seen(exact[c] as number) - seen(told[c] as number));
      most = Math.max(most, off);
      sum += off;
    }
  }
  return { most, mean: sum / (3 * COMPARED ** 3) };
}
