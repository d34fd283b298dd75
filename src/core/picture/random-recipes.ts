import { chained, scaling, type Affine } from './affine';
import { swapsSides, turnMatrix, type Orientation } from './orientation';
import { KEY_VIEWS, KEY_WAYS, type KeyCut } from './key/key-cut';
import { MARK_KINDS, type Mark } from './drawn/mark';
import type { Paint } from './paint/paint';
import { STROKE_SHAPES, type PaintedStroke } from './paint/stroke';
import type { Pixels } from './pixels';
import { placementMap, placePhoto } from './placement';
import type { Recipe, RecipeFile, Source } from './recipe';
import type { Size } from './size';
import { amountsOf, COLOUR_KINDS, type ColourDeed, type NumberKind } from './colour/colour-steps';
import { tableOf, type Rgb } from './colour/colour-table';
import { keepTable } from './colour/kept-table';
import { FIELD_TERMS, SAME, type ChannelChange, type LightChange } from './steps/light-change';
import type { Step, StepName } from './steps/step';

/** A row of numbers from 0 up to 1 that a seed gives: the generator of Numerical Recipes, the same everywhere. */
export function randomNumbers(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Noise on a slope of brightness, so that some of it is dark and some bright. */
export function randomPixels(width: number, height: number, order: Pixels['order'], seed: number): Pixels {
  const next = randomNumbers(seed);
  const data = new Uint8Array(width * height * 4);
  for (let i = 0; i < data.length; i++) {
    const slope = ((i % (width * 4)) / (width * 4)) * 128;
    data[i] = i % 4 === 3 && next() < 0.5 ? 255 : slope + next() * 127;
  }
  return { width, height, order, data };
}

export interface RenderCase {
  readonly source: Source;
  readonly recipe: Recipe;
  readonly size: Size;
}

const pick = <T>(next: () => number, list: readonly T[]): T => list[Math.floor(next() * list.length)] as T;

/** A light: gains alone, with curves, or with fields too. */
function someLight(next: () => number): Step {
  const kind = Math.floor(next() * 3);
  const channel = (): ChannelChange => ({
    ...SAME,
    stops: Math.round((next() * 8 - 4) * 20) / 20,
    ...(kind > 0 && { power: 0.7 + 0.6 * next() }),
    ...(kind > 1 && { field: Array.from({ length: FIELD_TERMS }, () => next() * 0.4 - 0.2) }),
  });
  return { step: 'light', value: [channel(), channel(), channel()] };
}

/** Numbers of a kind somewhere between what they may be. */
function someNumbers(next: () => number, kind: NumberKind): ColourDeed {
  const value = Object.entries(amountsOf(kind)).map(
    ([name, { least, most, neutral }]) => [name, neutral + (next() - 0.5) * 0.6 * (most - least)] as const,
  );
  const within = value.map(([name, each]) => {
    const { least = 0, most = 0 } = amountsOf(kind)[name] ?? {};
    return [name, Math.min(most, Math.max(least, each))] as const;
  });
  return { kind, value: Object.fromEntries(within) };
}

/** A table as from a file, of few points. */
function someTable(next: () => number): ColourDeed {
  const points = 2 + Math.floor(next() * 7);
  const table = tableOf(
    '',
    '3D',
    points,
    (colour) => colour.map((each) => each + 0.4 * (next() - 0.5)) as unknown as Rgb,
  );
  return { kind: 'table', value: { ...keepTable(table, 'some.cube'), strength: Math.round(100 * next()) } };
}

/** A few steps of colour of any kind. */
const someColour = (next: () => number): Step => ({
  step: 'colour',
  value: Array.from({ length: 1 + Math.floor(next() * 3) }, () =>
    next() < 0.2
      ? someTable(next)
      : someNumbers(next, pick(next, Object.keys(COLOUR_KINDS) as readonly NumberKind[])),
  ),
});

const someVignette = (next: () => number): Step => ({
  step: 'vignette',
  value: {
    ...{ strength: 200 * next() - 100, size: 20 + 150 * next(), roundness: 100 * next() },
    ...{ softness: 100 * next(), x: 100 * next(), y: 100 * next(), shape: 1 + next() },
  },
});

/** A mark of any kind, on a drawing of about 100 by 80, some of it erased. */
export function someMark(next: () => number): Mark {
  const points = Array.from({ length: 3 }, () => [next() * 120 - 10, next() * 100 - 10, next()]).flat();
  const width = 1 + 20 * next();
  const base = {
    id: String(next()),
    colour: `#${Math.floor(next() * 0x1000000)
      .toString(16)
      .padStart(6, '0')}`,
    ...(next() < 0.3 && { opacity: 1 + Math.floor(99 * next()) }),
    ...(next() < 0.3 && { erased: [{ points: points.slice(3), width: 1 + 10 * next() }] }),
  };
  const kind = pick(next, MARK_KINDS);
  if (kind === 'ellipse') {
    const [x = 0, y = 0, , ax = 0, ay = 0] = points;
    const flat = 0.2 + next();
    const round = [x, y, 1, ax, ay, 1, x - flat * (ay - y), y + flat * (ax - x), 1];
    return { ...base, kind, points: round, width, ...(next() < 0.5 && { filled: true }) };
  }
  return kind === 'area'
    ? { ...base, kind, rings: [points.filter((_, i) => i % 3 !== 2)], ...(next() < 0.5 && { evenOdd: true }) }
    : { ...base, kind, points, width };
}

/** Some value for each step. */
const SOME: Readonly<Record<StepName, (next: () => number) => Step>> = {
  light: someLight,
  colour: someColour,
  colourPart: (next) => ({
    step: 'colourPart',
    value: { deeds: someColour(next).value as readonly ColourDeed[], part: next() },
  }),
  vignette: someVignette,
  drawn: (next) => ({
    step: 'drawn',
    value: Array.from({ length: 1 + Math.floor(next() * 2) }, () => ({
      hash: String(next()),
      data: Array.from({ length: 1 + Math.floor(next() * 4) }, () => someMark(next)),
      opacity: next() < 0.5 ? 1 : next(),
      map: [1 / 100, 0, 0, 1 / 80, 0.1 * next(), 0.1 * next()],
    })),
  }),
};

/** Every step there is; or some of them. What is drawn lies in the film's pixels only. */
const someSteps = (next: () => number, all: boolean, isFilm = false): readonly Step[] =>
  Object.entries(SOME).flatMap(([name, make]) =>
    (name !== 'drawn' || isFilm) && (all || next() < 0.5) ? [make(next)] : [],
  );

/** A stroke of any shape, which may reach beyond the picture. */
const someStroke = (next: () => number, pictures: number): PaintedStroke => ({
  shape: pick(next, STROKE_SHAPES),
  points: Array.from({ length: 1 + Math.floor(next() * 6) }, () => [
    next() * 1.4 - 0.2,
    next() * 1.4 - 0.2,
    next(),
  ]).flat(),
  size: next() * 0.5,
  softness: next(),
  from: next() < 0.2 ? undefined : Math.floor(next() * pictures),
  ...(next() < 0.5 && { light: someLight(next).value as LightChange }),
});

/** Pictures that are painted in, with their pixels: one may be painted on in turn, and its file may be of another size. */
function somePaint(
  next: () => number,
  file: Size,
  depth = 0,
): { readonly paint: Paint; readonly painted: readonly Source[] } {
  const made = Array.from({ length: 1 + Math.floor(next() * 2) }, (_, i) => {
    const [width, height] = [1 + Math.floor(next() * 60), 1 + Math.floor(next() * 60)];
    const orientation = Math.floor(1 + next() * 8) as Orientation;
    const order = pick(next, ['RGBA', 'BGRX'] as const);
    const pixels = randomPixels(width, height, order, Math.floor(next() * 1e6));
    const [across, down] = swapsSides(orientation) ? [height, width] : [width, height];
    const times = pick(next, [1, 2]);
    const own: RecipeFile = {
      ...{ hash: String(i).repeat(64), type: 'image/png', orientation },
      ...{ width: across * times, height: down * times },
    };
    const inner = depth < 1 && next() < 0.3 ? somePaint(next, own, depth + 1) : undefined;
    const lean = next() < 0.5 ? 0 : next() * 0.2 - 0.1;
    const map: Affine = chained(scaling(own.width / file.width, own.height / file.height), [
      ...([1, lean, -lean, 1] as const),
      ...([next() * 4 - 2, Math.round(next() * 4)] as const),
    ]);
    return {
      picture: { file: own, map, ...(inner && { paint: inner.paint }) },
      source: { pixels, orientation, ...(inner && { painted: inner.painted }) },
    };
  });
  const strokes = Array.from({ length: 1 + Math.floor(next() * 4) }, () => someStroke(next, made.length));
  return {
    paint: { pictures: made.map(({ picture }) => picture), strokes },
    painted: made.map(({ source }) => source),
  };
}

/** A key of any kind, of a backing of any colour. */
const someKey = (next: () => number): KeyCut => ({
  way: pick(next, KEY_WAYS),
  backing: {
    red: [next(), next() * 0.2 - 0.1],
    green: [next(), next() * 0.2 - 0.1, next() * 0.2],
    blue: [next()],
  },
  ...{ width: next(), softness: next(), edge: pick(next, [0, next() * 6 - 3]) },
  ...{ spill: next(), reach: next() * 0.2, holes: next() * 0.1, specks: next() * 0.1 },
  shadows: pick(next, [0, next()]),
  outlines: [{ ...someStroke(next, 1), stays: next() < 0.5 }],
  view: pick(next, [undefined, undefined, ...KEY_VIEWS]),
});

/** What a case may have besides turns, sizes and framings of all kinds. */
export interface Allowed {
  readonly steps?: boolean;
  readonly slants?: boolean;
  readonly seeThrough?: boolean;
  /** Sizes other than the film's. */
  readonly sizes?: boolean;
  readonly paint?: boolean;
  readonly key?: boolean;
}

/** A picture to be made, for tests: any turns, both framings, films and photos of any shape, whole and halved sources. */
export function randomCase(
  seed: number,
  { steps, slants, seeThrough, sizes, paint, key }: Allowed = {},
): RenderCase {
  const next = randomNumbers(seed);
  const side = (least: number, most: number): number => Math.floor(least + next() * (most - least));
  const even = (): number => 2 * side(1, 40);
  const orders: readonly Pixels['order'][] = seeThrough ? ['RGBA', 'BGRA'] : ['RGBX', 'BGRX'];
  const pixels = randomPixels(side(1, 90), side(1, 90), pick(next, orders), seed + 1);
  const orientation = side(1, 9) as Orientation;
  const turn = side(1, 9) as Orientation;
  const film = { width: even(), height: even() };
  const [across, down] = swapsSides(orientation)
    ? [pixels.height, pixels.width]
    : [pixels.width, pixels.height];
  const times = pick(next, [1, 1, 2, 3.7]);
  const file = {
    hash: seed.toString(16).padStart(64, '0'),
    type: 'image/png',
    width: Math.ceil(across * times),
    height: Math.ceil(down * times),
    orientation,
  };
  const shown = swapsSides(turn) ? { width: file.height, height: file.width } : file;
  const placed = placementMap(placePhoto(shown, film, pick(next, ['whole', 'fill'])));
  // Mostly gentle: what leans little and what leans much are made in two ways.
  const tilt = 4 * (next() - 0.5) ** 3;
  const slant: Affine = [
    Math.cos(tilt),
    Math.sin(tilt),
    -Math.sin(tilt),
    Math.cos(tilt),
    next() * 9 - 4,
    next() * 9 - 4,
  ];
  const straight = chained(turnMatrix(turn, file.width, file.height), placed);
  const work = paint ? somePaint(next, file) : undefined;
  return {
    source: { pixels, orientation, ...(work && { painted: work.painted }) },
    recipe: {
      file,
      ...(work && { paint: work.paint }),
      ...(key && { key: someKey(next) }),
      photoSteps: steps ? someSteps(next, true) : [],
      geometry: slants ? chained(straight, slant) : straight,
      film,
      background: '#1e5ac8',
      filmSteps: steps ? someSteps(next, false, true) : [],
    },
    size: sizes ? { width: side(1, 90), height: side(1, 90) } : film,
  };
}

/** Cases of every kind, by number: what a browser makes of them and what Node does are compared. */
export const mixedCase = (n: number): RenderCase =>
  randomCase(n, {
    ...{ steps: n % 2 === 0, slants: n % 3 === 0, seeThrough: n % 5 === 0, sizes: n % 7 < 4 },
    ...{ paint: n % 11 < 4, key: n % 13 < 3 },
  });

/** The whole of a picture, in a film of another size and of the same shape. */
export const scaledRecipe = ({ width, height }: Size, film: Size): Recipe => ({
  file: { hash: '0'.repeat(64), type: 'image/png', width, height, orientation: 1 },
  photoSteps: [],
  geometry: scaling(film.width / width, film.height / height),
  film,
  background: '#000000',
  filmSteps: [],
});
