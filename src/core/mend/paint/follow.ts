import { mapped, inverse, type Affine } from '../../picture/affine';
import { PLACE, placesIn, type StrokePath } from '../../picture/paint/stroke';
import type { Size } from '../../picture/size';
import { softly, type Difference } from './difference';
import { coverOf, near } from './ring';

/** Pixels, of a picture of some 960, that a thing may move from one photo to the next, and a piece of it besides. */
const REACH = 60;
/** Ways that are tried first lie so far apart. */
const STEP = 2;
/** So many of them are looked at closely, so many pixels from each other. */
const TRIED = 5;
const APART = 4;
const PIECE_REACH = 7;
/** Pixels around a stroke that have a part in finding it: they tell where it ends. */
const RING = 9;
const RING_WEIGHT = 0.35;
/** So many pixels tell where a stroke is. */
const ENOUGH = 700;
/** Pixels between places of a stroke that are moved by themselves, and around each that are looked at. */
const PIECE = 36;
const PIECE_WINDOW = 30;
/** Going further has to be worth it: so much of what was to be found at so many pixels, or as far as it may go. */
const WAY_COST = 0.02;
const FAR = 26;
/** What is left of the thing must be less than this part of it to be sure. */
const SURE = 0.45;
/** Less than this, in the mean, was nothing that could be followed. */
const FAINT = 0.02;
/** A stroke that begins so near the edge, in parts of the picture, comes from beyond it; and it is drawn out so far. */
const EDGE = 0.03;
const BEYOND = 0.12;

/** A stroke in the next photo. */
export interface Followed {
  readonly points: readonly number[];
  readonly isSure: boolean;
}

interface Sample {
  readonly x: number;
  readonly y: number;
  readonly weight: number;
}

/** Pixels that tell where a stroke is: those that it covers, and some around it. */
function samplesOf(path: StrokePath, size: Size, toPhoto: Affine): readonly Sample[] {
  const cover = coverOf(path, size, toPhoto);
  const around = near(size, (i) => (cover[i] as number) > 0, RING);
  const all: Sample[] = [];
  for (let i = 0; i < around.length; i++) {
    if (around[i] === 0) continue;
    const weight = (cover[i] as number) > 0 ? 1 : RING_WEIGHT;
    all.push({ x: i % size.width, y: Math.floor(i / size.width), weight });
  }
  const every = Math.max(1, all.length / ENOUGH);
  return Array.from({ length: Math.min(all.length, ENOUGH) }, (_, k) => all[Math.floor(k * every)] as Sample);
}

/** What is looked for in another photo: some pixels, and what they show in the one before. */
interface Sought {
  readonly x: Int32Array;
  readonly y: Int32Array;
  readonly weight: Float64Array;
  /** Three numbers a pixel. */
  readonly shown: Float64Array;
  /** Of all three together, how much there is to be found. */
  readonly amount: Float64Array;
}

function soughtIn({ width, data }: Difference, samples: readonly Sample[]): Sought {
  const shown = Float64Array.from({ length: 3 * samples.length }, (_, i) => {
    const { x, y } = samples[Math.floor(i / 3)] as Sample;
    return data[3 * (y * width + x) + (i % 3)] as number;
  });
  return {
    x: Int32Array.from(samples, ({ x }) => x),
    y: Int32Array.from(samples, ({ y }) => y),
    weight: Float64Array.from(samples, ({ weight }) => weight),
    shown,
    amount: Float64Array.from(
      samples,
      ({ weight }, i) =>
        weight *
        ((shown[3 * i] as number) ** 2 +
          (shown[3 * i + 1] as number) ** 2 +
          (shown[3 * i + 2] as number) ** 2),
    ),
  };
}

/** How badly what is looked for fits what another photo shows so far aside, of all that is to be found. */
function costAt(
  { x, y, weight, shown, amount }: Sought,
  { width, height, data }: Difference,
  right: number,
  down: number,
): number {
  let sum = 0;
  let all = 0;
  let seen = 0;
  for (let i = 0; i < x.length; i++) {
    const u = (x[i] as number) + right;
    const v = (y[i] as number) + down;
    // What goes out of the picture tells nothing.
    if (u < 0 || v < 0 || u >= width || v >= height) continue;
    seen++;
    const there = 3 * (v * width + u);
    const red = (shown[3 * i] as number) - (data[there] as number);
    const green = (shown[3 * i + 1] as number) - (data[there + 1] as number);
    const blue = (shown[3 * i + 2] as number) - (data[there + 2] as number);
    sum += (weight[i] as number) * (red * red + green * green + blue * blue);
    all += amount[i] as number;
  }
  return all > 0 && 2 * seen > x.length ? sum / all : 1;
}

interface Shift {
  readonly right: number;
  readonly down: number;
  readonly cost: number;
}

/** Some ways that fit best, around another one; the best first, and none so near another that they are about the same. */
function bestShifts(
  sought: Sought,
  after: Difference,
  around: { readonly right: number; readonly down: number },
  reach: number,
  step: number,
  most: number,
): readonly Shift[] {
  const all: Shift[] = [];
  for (let dy = -reach; dy <= reach; dy += step)
    for (let dx = -reach; dx <= reach; dx += step) {
      const [right, down] = [around.right + dx, around.down + dy];
      const way = (WAY_COST * (dx * dx + dy * dy)) / Math.min(reach, FAR) ** 2;
      all.push({ right, down, cost: costAt(sought, after, right, down) + way });
    }
  all.sort((a, b) => a.cost - b.cost);
  const best: Shift[] = [];
  for (const each of all) {
    if (best.length === most) break;
    if (best.every(({ right, down }) => Math.hypot(each.right - right, each.down - down) > APART))
      best.push(each);
  }
  return best;
}

/** The way that fits best, around another one. */
const bestShift = (
  sought: Sought,
  after: Difference,
  around: { readonly right: number; readonly down: number },
  reach: number,
): Shift => bestShifts(sought, after, around, reach, 1, 1)[0] ?? { ...around, cost: 1 };

/** A stroke's places, in pixels, with more of them where they lie far apart. */
function nodesOf(
  { points, shape }: StrokePath,
  back: Affine,
): readonly (readonly [number, number, number])[] {
  const count = placesIn({ points });
  const places = Array.from({ length: count }, (_, i) => {
    const at = i * PLACE;
    const [x, y] = mapped(back, points[at] as number, points[at + 1] as number);
    return [x, y, points[at + 2] as number] as const;
  });
  if (count < 2) return places;
  return places.flatMap((place, i) => {
    // An outline leads back to where it begins.
    const next = places[i + 1] ?? (shape === 'brush' ? undefined : places[0]);
    if (!next) return [place];
    const pieces = Math.ceil(Math.hypot(next[0] - place[0], next[1] - place[1]) / PIECE);
    return Array.from({ length: Math.max(1, pieces) }, (_, k) => {
      const t = k / Math.max(1, pieces);
      const between = (c: 0 | 1 | 2): number => place[c] + t * (next[c] - place[c]);
      return [between(0), between(1), between(2)] as const;
    });
  });
}

/** Sides of the picture, as ways out of it. */
const WAYS_OUT = [
  [-1, 0],
  [1, 0],
  [0, -1],
  [0, 1],
] as const;

/** How far a place lies from the sides of the picture, in their order; below 0 outside. */
const fromSides = (x: number, y: number): readonly number[] => [x, 1 - x, y, 1 - y];

/** How far a place of a stroke lies from the nearest side of the picture. */
const fromEdge = (points: readonly number[], at: number): number =>
  Math.min(...fromSides(points[at] as number, points[at + 1] as number));

/** What was drawn out already reaches far enough. */
const isOut = (points: readonly number[], at: number): boolean => fromEdge(points, at) <= -BEYOND / 2;

/** A place drawn out beyond the edge of the picture, on from another one. */
function beyond(points: readonly number[], at: number, inner: number): readonly number[] {
  const [x, y, p] = [points[at] as number, points[at + 1] as number, points[at + 2] as number];
  const [dx, dy] = [x - (points[inner] as number), y - (points[inner + 1] as number)];
  const length = Math.hypot(dx, dy) || 1;
  const sides = fromSides(x, y);
  const [right, down] = WAYS_OUT[sides.indexOf(Math.min(...sides))] as readonly [number, number];
  // What runs along the edge goes straight out.
  const leads = (dx * right + dy * down) / length > 0.5;
  const [u, v] = leads ? [dx / length, dy / length] : [right, down];
  return [x + BEYOND * u, y + BEYOND * v, p];
}

/** The next place of an outline, one way or the other, that lies so far from a place that it tells which way the line goes there. */
function farAlong(points: readonly number[], at: number, step: number): number {
  const { length } = points;
  let to = at;
  for (let i = 0; i < length / PLACE - 1; i++) {
    to = (to + step * PLACE + length) % length;
    const away = Math.hypot(
      (points[to] as number) - (points[at] as number),
      (points[to + 1] as number) - (points[at + 1] as number),
    );
    if (away > 2 * EDGE) break;
  }
  return to;
}

/** An outline whose corners at the edge of the picture are drawn out beyond it. */
function outlineDrawnOut(points: readonly number[]): readonly number[] {
  const { length } = points;
  const at = (place: number): number => ((place % length) + length) % length;
  const isAtEdge = (place: number): boolean => fromEdge(points, at(place)) < EDGE;
  let first = 0;
  while (first < length && (!isAtEdge(first) || isAtEdge(first - PLACE))) first += PLACE;
  if (first >= length) return points;
  const all: number[] = [];
  // Run by run of what lies along the edge, and all between.
  for (let from = first; from < first + length;) {
    let to = from;
    while (to < first + length && isAtEdge(to) === isAtEdge(from)) to += PLACE;
    const run = Array.from({ length: (to - from) / PLACE }, (_, i) => at(from + PLACE * i));
    const [start, end] = [run[0] as number, run.at(-1) as number];
    if (!isAtEdge(from) || run.some((each) => isOut(points, each)))
      for (const each of run) all.push(...points.slice(each, each + PLACE));
    // Only its ends tell where it goes.
    else
      all.push(
        ...beyond(points, start, farAlong(points, start, -1)),
        ...beyond(points, end, farAlong(points, end, 1)),
      );
    from = to;
  }
  return all;
}

/** What lies near the edge of the picture is drawn out beyond it: what hangs from there is longer than what is seen. */
function drawnOut({ shape, points }: StrokePath): readonly number[] {
  if (points.length < 2 * PLACE) return points;
  if (shape !== 'brush') return outlineDrawnOut(points);
  const last = points.length - PLACE;
  const needs = (at: number): boolean => fromEdge(points, at) < EDGE && !isOut(points, at);
  return [
    ...(needs(0) ? beyond(points, 0, PLACE) : []),
    ...points,
    ...(needs(last) ? beyond(points, last, last - PLACE) : []),
  ];
}

/** The middle of three. */
const middleOf = (a: number, b: number, c: number): number =>
  Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));

/**
 * Where a stroke goes in the next photo: it follows what it covers, as a whole and then piece by piece, so that a wire may swing. What both
 * photos show is told by their differences from the plate, of the same size. `toPhoto` leads from their pixels to parts
 * of the photos.
 */
export function followStroke(
  path: StrokePath,
  before: Difference,
  after: Difference,
  toPhoto: Affine,
): Followed {
  const out = { ...path, points: drawnOut(path) };
  const samples = samplesOf(out, before, toPhoto);
  const { width } = before;
  const strength = samples.reduce((sum, { x, y, weight }) => {
    const at = 3 * (y * width + x);
    return weight === 1
      ? sum + Math.abs(before.data[at] as number) + Math.abs(before.data[at + 1] as number)
      : sum;
  }, 0);
  const covered = samples.filter(({ weight }) => weight === 1).length;
  if (covered === 0 || strength / (2 * covered) < FAINT) return { points: path.points, isSure: false };
  const sought = soughtIn(softly(before), samples);
  const there = softly(after);
  // A thin thing is missed by a pixel: some that may be it are looked at closely.
  const about = bestShifts(sought, there, { right: 0, down: 0 }, REACH, STEP, TRIED);
  const whole = about
    .map((each) => {
      const { right, down } = bestShift(sought, there, each, STEP);
      const way = (WAY_COST * (right * right + down * down)) / FAR ** 2;
      return { right, down, cost: costAt(sought, there, right, down) + way };
    })
    .reduce((best, each) => (each.cost < best.cost ? each : best));
  const nodes = nodesOf(out, inverse(toPhoto));
  const shifts = nodes.map(([x, y]) => {
    const own = samples.filter((each) => Math.hypot(each.x - x, each.y - y) < PIECE_WINDOW);
    return own.length < 20 ? whole : bestShift(soughtIn(before, own), after, whole, PIECE_REACH);
  });
  const points = nodes.flatMap(([x, y, pressure], i) => {
    const here = shifts[i] as Shift;
    const isAround = path.shape !== 'brush';
    const one = shifts[i - 1] ?? (isAround ? shifts.at(-1) : undefined) ?? here;
    const other = shifts[i + 1] ?? (isAround ? shifts[0] : undefined) ?? here;
    const right = middleOf(one.right, here.right, other.right);
    const down = middleOf(one.down, here.down, other.down);
    return [...mapped(toPhoto, x + right, y + down), pressure];
  });
  return { points, isSure: whole.cost < SURE };
}
