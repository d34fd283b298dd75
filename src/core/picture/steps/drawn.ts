import { chained, scaling } from '../affine';
import type { Drawn, DrawnLayer } from '../drawn/drawn';
import { MarkCover } from '../drawn/mark-cover';
import { ALL, ALL_BITS } from '../drawn/rings-cover';
import type { Size } from '../size';
import type { StepKind } from './step-kind';
import { FINE_BITS, FULL, type Tile } from './tile';

interface PlannedMark {
  readonly cover: MarkCover;
  /** Red, green and blue as a tile has them. */
  readonly colour: readonly [number, number, number];
  /** Of `ALL`. */
  readonly opacity: number;
}

interface PlannedLayer {
  readonly marks: readonly PlannedMark[];
  readonly opacity: number;
}

/** What is drawn, made ready for pictures of a size. */
interface Plan extends Size {
  readonly layers: readonly PlannedLayer[];
}

const plans = new WeakMap<Drawn, Plan>();

const colourOf = (hex: string): readonly [number, number, number] => {
  const channel = (at: number): number => parseInt(hex.slice(at, at + 2), 16) << FINE_BITS;
  return [channel(1), channel(3), channel(5)];
};

function planLayer({ data, map, opacity }: DrawnLayer, size: Size): PlannedLayer {
  const onPicture = chained(map, scaling(size.width, size.height));
  return {
    opacity,
    marks: data.map((mark) => ({
      cover: new MarkCover(mark, onPicture, size),
      colour: colourOf(mark.colour),
      opacity: Math.round(((mark.opacity ?? 100) / 100) * ALL),
    })),
  };
}

function planOf(drawn: Drawn, { width, height }: Size): Plan {
  let plan = plans.get(drawn);
  if (plan?.width !== width || plan.height !== height)
    plans.set(
      drawn,
      (plan = { width, height, layers: drawn.map((layer) => planLayer(layer, { width, height })) }),
    );
  return plan;
}

/** Rows that are lent: how much is covered, and a layer by itself. */
class Rows {
  readonly cover: Uint16Array;
  /** Red, green, blue, times alpha, and alpha, 0 to 1. */
  readonly layer: Float64Array;

  constructor(width: number) {
    this.cover = new Uint16Array(width);
    this.layer = new Float64Array(4 * width);
  }
}

/** Lays the marks of a row over the picture, one after the other, in sRGB values, as SVG says. */
function layMarks({ marks }: PlannedLayer, y: number, line: Int16Array, rows: Rows): void {
  for (const mark of marks) {
    if (y < mark.cover.top || y >= mark.cover.bottom) continue;
    const { from, to } = mark.cover.row(y, rows.cover);
    const [red, green, blue] = mark.colour;
    for (let x = from; x < to; x++) {
      const covered = rows.cover[x] as number;
      if (covered === 0) continue;
      const part = mark.opacity === ALL ? covered : (covered * mark.opacity + ALL / 2) >> ALL_BITS;
      const at = 4 * x;
      for (let c = 0; c < 3; c++) {
        const here = line[at + c] as number;
        const there = c === 0 ? red : c === 1 ? green : blue;
        line[at + c] = here + (((there - here) * part + ALL / 2) >> ALL_BITS);
      }
      // Over what is see-through.
      const alpha = line[at + 3] as number;
      if (alpha < FULL) line[at + 3] = alpha + (((FULL - alpha) * part + ALL / 2) >> ALL_BITS);
    }
  }
}

/** Lays a layer that is made fainter: its marks over each other, and then all of it over the picture. */
function layLayer(layer: PlannedLayer, y: number, line: Int16Array, rows: Rows): void {
  let [first, last] = [Infinity, 0];
  const own = rows.layer;
  for (const mark of layer.marks) {
    if (y < mark.cover.top || y >= mark.cover.bottom) continue;
    const { from, to } = mark.cover.row(y, rows.cover);
    [first, last] = [Math.min(first, from), Math.max(last, to)];
    const [red, green, blue] = mark.colour;
    for (let x = from; x < to; x++) {
      const part = ((rows.cover[x] as number) * mark.opacity) / (ALL * ALL);
      const at = 4 * x;
      own[at] = (own[at] as number) * (1 - part) + red * part;
      own[at + 1] = (own[at + 1] as number) * (1 - part) + green * part;
      own[at + 2] = (own[at + 2] as number) * (1 - part) + blue * part;
      own[at + 3] = (own[at + 3] as number) * (1 - part) + part;
    }
  }
  if (first >= last) return;
  for (let at = 4 * first; at < 4 * last; at += 4) {
    const part = (own[at + 3] as number) * layer.opacity;
    for (let c = 0; c < 3; c++)
      line[at + c] = Math.round(
        (line[at + c] as number) * (1 - part) + (own[at + c] as number) * layer.opacity,
      );
    line[at + 3] = Math.round((line[at + 3] as number) * (1 - part) + FULL * part);
  }
  own.fill(0, 4 * first, 4 * last);
}

function drawOn(tile: Tile, drawn: Drawn): void {
  const { width, height, data, place } = tile;
  const size = { width, height: Math.round(1 / place[3]) };
  const top = Math.round(place[5] * size.height);
  const { layers } = planOf(drawn, size);
  const rows = new Rows(width);
  for (let row = 0; row < height; row++) {
    const line = data.subarray(4 * row * width, 4 * (row + 1) * width);
    for (const layer of layers) (layer.opacity < 1 ? layLayer : layMarks)(layer, top + row, line, rows);
  }
}

/** What is drawn on top, in the film's pixels. Most of a picture is not drawn on: it is done plain in either code. */
export const drawn: StepKind<Drawn> = { plain: drawOn };
