import fc from 'fast-check';
import { expect, test } from 'vitest';
import { doSteps } from '../steps/step';
import { FULL } from '../steps/tile';
import { renderPlain } from '../render-plain';
import {
  amountsOf,
  changeBy,
  changeOfLook,
  freshDeed,
  FRESH_KINDS,
  STEP_KINDS,
  type ColourDeed,
  type ColourStep,
  type NumberKind,
} from './colour-steps';
import { lookUp, tableOf } from './colour-table';
import { isWholeTable, keepTable } from './kept-table';
import { curveThrough, STRAIGHT } from './curve-line';
import { fromOklab, toOklab } from './oklab';
import { differenceOf, tableOfLook } from './table-of-look';
import { vignetteStops, type VignetteValue } from './vignette';
import { greyBy } from './warmth';

type Rgb = readonly [number, number, number];

const set = (kind: NumberKind, numbers: Readonly<Record<string, number>>): ColourDeed => ({
  kind,
  value: { ...freshDeed(kind).value, ...numbers } as Readonly<Record<string, number>>,
});
/** What steps make of bytes, in bytes. */
function of(deeds: readonly ColourDeed[], colour: Rgb): readonly number[] {
  const values = Float64Array.from(colour, (value) => value / 255);
  changeOfLook(deeds)(values);
  return [...values].map((value) => value * 255);
}
const expectBytes = (deeds: readonly ColourDeed[], colour: Rgb, wanted: Rgb): void =>
  of(deeds, colour).forEach((value, c) => expect(value).toBeCloseTo(wanted[c] as number, 1));

test('each step against its formula, by hand-worked values', () => {
  // sRGB 128 is light 0.2158605 (IEC 61966-2-1); twice as much is 0.431721, which is 175.58.
  expectBytes([set('exposure', { stops: 1 })], [128, 128, 128], [175.6, 175.6, 175.6]);
  // 0.18 · (0.2158605 / 0.18)^2 = 0.258870 is 139.17; the grey card itself, 117.7, stays.
  expectBytes([set('exposure', { contrast: 100 })], [128, 128, 117.67], [139.2, 139.2, 117.7]);
  // (100 − 20) / (220 − 20) = 0.4; its root 0.632456, of 10 to 250: 161.79.
  expectBytes(
    [set('levels', { black: 20, white: 220, middle: 2, low: 10, high: 250 })],
    [100, 10, 240],
    [161.8, 10, 250],
  );
  // Half and half of red and green light: 0.5 · 1 + 0.5 · 0 is 187.5.
  expectBytes(
    [set('mixer', { 'red-from-red': 50, 'red-from-green': 50, 'green-from-green': 100 })],
    [255, 0, 64],
    [187.5, 0, 64],
  );
  // Luminance of pure green is 0.7152 (BT.709): 219.9 as a value.
  expectBytes([set('mono', {})], [0, 255, 0], [219.9, 219.9, 219.9]);
  // At luma y of 0.5 a quarter, a half and a quarter count: 0.25 · (0.25 · 0.4 + 0.5 · 0.2) of 255 is 12.75.
  expectBytes(
    [set('balance', { 'shadows-red': 40, 'middles-red': 20 })],
    [127.5, 127.5, 127.5],
    [140.25, 127.5, 127.5],
  );
  // Without chroma a colour is the grey of its Oklab lightness: sRGB red has L = 0.62796, whose cube is light.
  const grey = of([set('hues', { saturation: -100 })], [255, 0, 0]);
  grey.forEach((value) => expect(value).toBeCloseTo(255 * (1.055 * (0.62796 ** 3) ** (1 / 2.4) - 0.055), 1));
});

test('Oklab of sRGB red, by the values of CSS Color 4, and back', () => {
  const red = Float64Array.from([1, 0, 0]);
  toOklab(red);
  [0.62796, 0.22486, 0.12585].forEach((value, i) => expect(red[i]).toBeCloseTo(value, 4));
  fromOklab(red);
  [1, 0, 0].forEach((value, i) => expect(red[i]).toBeCloseTo(value, 5));
});

test('what should be grey is grey by the warmth and tint that are picked', () => {
  const colour: Rgb = [0.7, 0.5, 0.4];
  const values = Float64Array.from(colour);
  const by = greyBy(colour);
  if (!by) throw new Error('no light');
  changeBy(set('warmth', by))(values);
  expect(values[0]).toBeCloseTo(values[1] as number, 9);
  expect(values[2]).toBeCloseTo(values[1] as number, 9);
  expect(greyBy([0, 0.5, 0.5])).toBeUndefined();
});

test('steps that are as they were added change nothing, whatever the colour', () => {
  const kinds = FRESH_KINDS.filter((kind) => kind !== 'mono' && kind !== 'vignette');
  const value = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(fc.constantFrom(...kinds), value, value, value, (kind, r, g, b) => {
      const colour = Float64Array.from([r, g, b]);
      changeBy(freshDeed(kind))(colour);
      [r, g, b].forEach((was, i) => expect(colour[i]).toBeCloseTo(was, 4));
    }),
  );
});

test('a curve goes through its points and never beyond them in between', () => {
  const points = fc
    .uniqueArray(fc.integer({ min: 0, max: 100 }), { minLength: 2, maxLength: 8 })
    .chain((xs) =>
      fc.tuple(
        ...xs
          .sort((a, b) => a - b)
          .map((x) => fc.double({ min: 0, max: 1, noNaN: true }).map((y) => ({ x: x / 100, y }))),
      ),
    );
  fc.assert(
    fc.property(points, fc.double({ min: 0, max: 1, noNaN: true }), (through, at) => {
      const curve = curveThrough(through);
      for (const { x, y } of through) expect(curve(x)).toBeCloseTo(y, 9);
      const next = through.findIndex(({ x }) => x >= at);
      const [a, b] =
        next <= 0
          ? [through.at(next)?.y ?? 0, through.at(next)?.y ?? 0]
          : [through[next - 1]?.y ?? 0, through[next]?.y ?? 0];
      expect(curve(at)).toBeGreaterThanOrEqual(Math.min(a, b) - 1e-9);
      expect(curve(at)).toBeLessThanOrEqual(Math.max(a, b) + 1e-9);
    }),
  );
  expect(curveThrough(STRAIGHT)(0.3)).toBeCloseTo(0.3, 12);
});

test('a vignette leaves the middle, darkens the corners by what it says, and is a circle where it is round', () => {
  const value: VignetteValue = { strength: 100, size: 100, roundness: 0, softness: 100, x: 50, y: 50 };
  const stops = vignetteStops(value, 16 / 9);
  expect(stops(0.5, 0.5)).toBeCloseTo(0, 9);
  expect(stops(0, 0)).toBeCloseTo(-3, 9);
  // Half of the way to the corner: 3 · (3 · 0.25 − 2 · 0.125) of 3.
  expect(stops(0.25, 0.25)).toBeCloseTo(-1.5, 9);
  const round = vignetteStops({ ...value, roundness: 100 }, 2);
  // The same way across and down: half of the height is a quarter of the width.
  expect(round(0.75, 0.5)).toBeCloseTo(round(0.5, 1), 9);
});

/** A strong look of everything. */
const STRONG: readonly ColourDeed[] = [
  set('exposure', { stops: 0.3, contrast: 25 }),
  set('warmth', { warmth: 0.5, tint: -0.2 }),
  set('levels', { black: 8, white: 246, middle: 1.15 }),
  {
    kind: 'curves',
    value: {
      all: [
        { x: 0, y: 0.03 },
        { x: 0.3, y: 0.24 },
        { x: 0.7, y: 0.78 },
        { x: 1, y: 0.98 },
      ],
    },
  },
  set('hues', { hue: 8, saturation: 20, 'blue-saturation': -30, 'orange-hue': 10, 'green-lightness': 10 }),
  set('balance', { 'shadows-blue': 20, 'lights-red': 15 }),
  set('mixer', { 'green-from-green': 90, 'green-from-blue': 10 }),
];
const steps: readonly ColourStep[] = STRONG.map((deed, i) => ({ ...deed, id: `s${i}` }));
const clamped = (value: number): number => Math.min(1, Math.max(0, value));

/** Colours all over the cube, the same each time. */
const colours = Array.from({ length: 4000 }, (_, i): Rgb => [
  ((i * 73) % 256) / 255,
  ((i * 151 + 40) % 256) / 255,
  ((i * 199 + 90) % 256) / 255,
]);

/** What colours become as they are drawn. */
function drawnBy(deeds: readonly ColourDeed[], all: readonly Rgb[]): readonly (readonly number[])[] {
  const data = Int16Array.from(
    all.flatMap((colour) => [...colour.map((value) => Math.round(value * FULL)), FULL]),
  );
  const tile = { data, width: all.length, height: 1, place: [1, 0, 0, 1, 0, 0] as const };
  doSteps(renderPlain, [{ step: 'colour', value: deeds }], tile);
  return all.map((_, i) => [0, 1, 2].map((c) => (data[4 * i + c] as number) / FULL));
}

function expectNear(differences: readonly number[], worst: number): void {
  expect(differences.reduce((sum, each) => sum + each, 0) / differences.length).toBeLessThanOrEqual(0.5);
  expect(Math.max(...differences)).toBeLessThanOrEqual(worst);
}

test('the whole stack as it is drawn, and as a table, is the stack pixel by pixel: 0.5 of 255 in the mean; 2 at most, and of a table 4', () => {
  const exact = colours.map((colour) => {
    const values = Float64Array.from(colour);
    changeOfLook(STRONG)(values);
    return [...values].map(clamped);
  });
  const drawn = drawnBy(STRONG, colours);
  expectNear(
    exact.flatMap((values, i) =>
      values.map((value, c) => Math.abs(255 * (value - clamped(drawn[i]?.[c] as number)))),
    ),
    2,
  );
  const table = tableOfLook('strong', steps);
  expect([table.kind, table.points]).toEqual(['3D', 65]);
  expectNear(
    exact.flatMap((values, i) =>
      lookUp(table, colours[i] as Rgb).map((value, c) =>
        Math.abs(255 * (clamped(value) - (values[c] as number))),
      ),
    ),
    // A .cube is in values, not in light, which bend sharply where a colour leaves what a screen shows.
    4,
  );
});

test('what a step makes brighter than white is kept for the next: a picture shows what its steps come to, and a table but near where they bend', () => {
  const deeds = [
    set('exposure', { stops: 0.4, contrast: 25 }),
    set('hues', { saturation: 30, hue: 15 }),
    set('exposure', { stops: -0.4 }),
  ];
  const exact = colours.map((colour) => {
    const values = Float64Array.from(colour);
    changeOfLook(deeds)(values);
    return [...values].map(clamped);
  });
  const drawn = drawnBy(deeds, colours);
  const off = exact.flatMap((values, i) =>
    values.map((value, c) => Math.abs(255 * (value - clamped(drawn[i]?.[c] as number)))),
  );
  expect(Math.max(...off)).toBeLessThanOrEqual(1);
  expect(off.reduce((sum, each) => sum + each, 0) / off.length).toBeLessThanOrEqual(0.1);
  const look = deeds.map((deed, i) => ({ ...deed, id: `s${i}` }));
  const { most, mean } = differenceOf(tableOfLook('bright', look), look);
  expect(mean).toBeLessThanOrEqual(0.1);
  // It is told by as much as it is: the cube bends it where a channel is hardly there.
  expect(most).toBeGreaterThan(1);
  const mild = [{ ...set('hues', { lightness: 5 }), id: 'mild' }];
  expect(differenceOf(tableOfLook('mild', mild), mild).most).toBeLessThanOrEqual(1);
});

test('half of what steps do is half of the way there', () => {
  const data = Int16Array.from(
    colours.flatMap((colour) => [...colour.map((value) => Math.round(value * FULL)), FULL]),
  );
  const tile = { data, width: colours.length, height: 1, place: [1, 0, 0, 1, 0, 0] as const };
  doSteps(renderPlain, [{ step: 'colourPart', value: { deeds: STRONG, part: 0.5 } }], tile);
  const off = colours.flatMap((colour, i) => {
    const values = Float64Array.from(colour);
    changeOfLook(STRONG)(values);
    return colour.map((was, c) => {
      // Beyond white it is kept up to twice as much.
      const made = Math.min(32_767 / FULL, Math.max(0, values[c] as number));
      const half = clamped(was + (made - was) / 2);
      return Math.abs(255 * (half - clamped((data[4 * i + c] as number) / FULL)));
    });
  });
  expectNear(off, 2);
});

test('a ramp of greys through a strong stack has no steps but those of the file', () => {
  const data = Int16Array.from(
    Array.from({ length: FULL / 4 + 1 }, (_, i) => [4 * i, 4 * i, 4 * i, FULL]).flat(),
  );
  doSteps(renderPlain, [{ step: 'colour', value: STRONG }], {
    data,
    width: data.length / 4,
    height: 1,
    place: [1, 0, 0, 1, 0, 0],
  });
  const green = Array.from({ length: data.length / 4 }, (_, i) => data[4 * i + 1] as number);
  // From sixteenth to sixteenth of a byte’s step it rises by no more than a quarter of one.
  expect(
    Math.max(...green.slice(1).map((value, i) => Math.abs(value - (green[i] as number)))),
  ).toBeLessThanOrEqual(16);
});

test('a later step takes back what an earlier one overdid', () => {
  const data = Int16Array.from([0.8 * FULL, 0.6 * FULL, 0.9 * FULL, FULL]);
  const before = [...data];
  doSteps(
    renderPlain,
    [{ step: 'colour', value: [set('exposure', { stops: 1.5 }), set('exposure', { stops: -1.5 })] }],
    {
      data,
      ...{ width: 1, height: 1, place: [1, 0, 0, 1, 0, 0] },
    },
  );
  before.forEach((value, i) => expect(Math.abs((data[i] as number) - value)).toBeLessThanOrEqual(3));
});

test('every amount can be left as it is: it lies between its least and its most', () => {
  for (const kind of STEP_KINDS)
    for (const { least, most, neutral } of Object.values(amountsOf(kind))) {
      expect(neutral).toBeGreaterThanOrEqual(least);
      expect(neutral).toBeLessThanOrEqual(most);
    }
});

test('a table from a file is drawn as it says, by its strength; a finer one is kept with fewer points; another one is not taken for it', () => {
  const negative = tableOf('', '3D', 17, ([r, g, b]) => [1 - r, 1 - g, b * r]);
  const kept = keepTable(negative, 'negative.cube');
  expect(isWholeTable(kept)).toBe(true);
  expect(isWholeTable({ ...kept, points: 16 })).toBe(false);
  expect(isWholeTable({ ...kept, data: kept.data.replace(/^.{8}/, 'AAAAAAAA') })).toBe(false);
  for (const strength of [100, 40]) {
    const drawn = drawnBy([{ kind: 'table', value: { ...kept, strength } }], colours);
    const part = strength / 100;
    const off = colours.flatMap((colour, i) =>
      lookUp(negative, colour).map((value, c) =>
        Math.abs(255 * ((colour[c] as number) * (1 - part) + value * part - (drawn[i]?.[c] as number))),
      ),
    );
    expect(Math.max(...off)).toBeLessThanOrEqual(0.1);
  }
  expect(
    keepTable(
      tableOf('', '3D', 65, (colour) => colour),
      'fine.cube',
    ).points,
  ).toBe(33);
});
