/** Red, green and blue, 0 to 1 from black to white; values beyond are kept. */
export type Rgb = readonly [red: number, green: number, blue: number];

/** Points of a table along each side: of one that mixes the three, and of one for each by itself. */
export const TABLE_POINTS = { '3D': { least: 2, most: 65 }, '1D': { least: 2, most: 65_536 } } as const;
export type TableKind = keyof typeof TABLE_POINTS;

/** What becomes of colours, told at points between which it is interpolated. */
export interface ColourTable {
  readonly title: string;
  /** `3D`: a cube of points, red going fastest, then green; `1D`: a row of points, each channel by itself. */
  readonly kind: TableKind;
  readonly points: number;
  /** The colours at the first and at the last point. What lies beyond is as at the end. */
  readonly domain: { readonly least: Rgb; readonly most: Rgb };
  /** Three numbers a point. */
  readonly values: Float32Array;
}

const clamped = (part: number): number => (part > 0 ? Math.min(1, part) : 0);

/** Where a colour lies in a table, in points from its first one. */
function placeIn({ points, domain: { least, most } }: ColourTable, colour: Rgb): Rgb {
  const [red, green, blue] = colour.map(
    (value, i) =>
      clamped((value - (least[i] as number)) / ((most[i] as number) - (least[i] as number))) * (points - 1),
  );
  return [red as number, green as number, blue as number];
}

function inRow({ values, points }: ColourTable, at: Rgb): Rgb {
  const [red, green, blue] = at.map((place, i) => {
    const first = Math.min(points - 2, Math.floor(place));
    const before = values[3 * first + i] as number;
    const after = values[3 * first + 3 + i] as number;
    return before + (after - before) * (place - first);
  });
  return [red as number, green as number, blue as number];
}

/**
 * In a cube of eight points along one of the six tetrahedra that share its diagonal: from its dark corner to its light one, first
 * along the channel that has come furthest. Greys are made of greys alone, which the mean of eight corners does not give.
 */
function inCube({ values, points }: ColourTable, at: Rgb): Rgb {
  const cell = at.map((place) => Math.min(points - 2, Math.floor(place)));
  const parts = at.map((place, i) => place - (cell[i] as number));
  const steps = [1, points, points * points];
  const order = [0, 1, 2].sort((a, b) => (parts[b] as number) - (parts[a] as number));
  let point = cell.reduce((sum, each, i) => sum + each * (steps[i] as number), 0);
  const sums = [0, 0, 0];
  const add = (weight: number): void => {
    for (let i = 0; i < 3; i++) sums[i] = (sums[i] as number) + weight * (values[3 * point + i] as number);
  };
  let left = 1;
  for (const channel of order) {
    const part = parts[channel] as number;
    add(left - part);
    left = part;
    point += steps[channel] as number;
  }
  add(left);
  return sums as unknown as Rgb;
}

/** What a table makes of a colour: along a straight line between its points, or within a tetrahedron of them. */
export const lookUp = (table: ColourTable, colour: Rgb): Rgb =>
  table.kind === '1D' ? inRow(table, placeIn(table, colour)) : inCube(table, placeIn(table, colour));

/** A table of what a function makes of colours, over black to white. */
export function tableOf(
  title: string,
  kind: TableKind,
  points: number,
  change: (colour: Rgb) => Rgb,
): ColourTable {
  const count = kind === '3D' ? points ** 3 : points;
  const values = new Float32Array(3 * count);
  for (let i = 0; i < count; i++) {
    const at =
      kind === '3D' ? [i % points, Math.floor(i / points) % points, Math.floor(i / points ** 2)] : [i, i, i];
    values.set(change(at.map((each) => each / (points - 1)) as unknown as Rgb), 3 * i);
  }
  return { title, kind, points, domain: { least: [0, 0, 0], most: [1, 1, 1] }, values };
}
