import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { randomNumbers } from '../random-recipes';
import type { Size } from '../size';
import type { Mark } from './mark';
import { markRings } from './mark-rings';
import { ALL, RingsCover } from './rings-cover';

const SIZE: Size = { width: 320, height: 240 };
const FINER = 4;
const IDENTITY = [1, 0, 0, 1, 0, 0] as const;

/** How much of each pixel is covered, 0 to 1. */
function covered(mark: Mark): Float64Array {
  const { rings, evenOdd } = markRings(mark);
  const cover = new RingsCover(rings, IDENTITY, SIZE, evenOdd);
  const all = new Float64Array(SIZE.width * SIZE.height);
  const row = new Uint16Array(SIZE.width);
  for (let y = 0; y < SIZE.height; y++) {
    const { from, to } = cover.row(y, row);
    for (let x = from; x < to; x++) all[y * SIZE.width + x] = (row[x] as number) / ALL;
  }
  return all;
}

/** The same as Skia draws it, four times as fine and brought together, so that its own edges are exact. */
function reference(draw: (context: SKRSContext2D) => void): Float64Array {
  const [width, height] = [SIZE.width * FINER, SIZE.height * FINER];
  const context = createCanvas(width, height).getContext('2d');
  context.scale(FINER, FINER);
  [context.lineCap, context.lineJoin] = ['round', 'round'];
  draw(context);
  const { data } = context.getImageData(0, 0, width, height);
  const all = new Float64Array(SIZE.width * SIZE.height);
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [Math.floor((i % width) / FINER), Math.floor(i / width / FINER)];
    all[y * SIZE.width + x] =
      (all[y * SIZE.width + x] as number) + (data[4 * i + 3] as number) / 255 / FINER ** 2;
  }
  return all;
}

/** What differs, as a part of what the reference covers. */
function difference(ours: Float64Array, theirs: Float64Array): number {
  let [sum, area] = [0, 0];
  for (let i = 0; i < ours.length; i++) {
    sum += Math.abs((ours[i] as number) - (theirs[i] as number));
    area += theirs[i] as number;
  }
  return sum / area;
}

const along = (context: SKRSContext2D, points: readonly number[], stride: number): void => {
  for (let i = 0; i < points.length; i += stride)
    context[i === 0 ? 'moveTo' : 'lineTo'](points[i] as number, points[i + 1] as number);
};

/** A way that a hand might go: from place to place, now and then back over itself. */
function someWay(seed: number, count: number): readonly number[] {
  const next = randomNumbers(seed);
  let [x, y] = [60 + 200 * next(), 50 + 140 * next()];
  return Array.from({ length: count }, () => {
    x = Math.min(300, Math.max(20, x + 60 * (next() - 0.5)));
    y = Math.min(220, Math.max(20, y + 60 * (next() - 0.5)));
    return [x, y, next()];
  }).flat();
}

const BASE = { id: 'm', colour: '#000000' } as const;
const seeds = fc.nat({ max: 1e6 });

test('a pencil covers what a round pen covers by the reference rasteriser, to 2 % of its area, wherever it crosses itself', () => {
  fc.assert(
    fc.property(
      seeds,
      fc.integer({ min: 2, max: 30 }),
      fc.integer({ min: 4, max: 40 }),
      (seed, count, width) => {
        const points = someWay(seed, count);
        const ours = covered({ ...BASE, kind: 'pencil', points, width });
        const theirs = reference((context) => {
          context.lineWidth = width;
          along(context, points, 3);
          context.stroke();
        });
        expect(difference(ours, theirs)).toBeLessThan(0.02);
      },
    ),
    { numRuns: 20 },
  );
});

test('a dot covers as much as a circle does, however small; a way that goes straight back ends round', () => {
  const sum = (mark: Mark): number => covered(mark).reduce((all, each) => all + each, 0);
  for (const [width, most] of [
    [2, 0.015],
    [5, 0.005],
    [40, 0.001],
  ] as const)
    for (let part = 0; part < 1; part += 0.17) {
      const dot = sum({ ...BASE, kind: 'pencil', points: [60 + part, 50 + 2 * part, 1], width });
      expect(Math.abs(dot / ((Math.PI * width ** 2) / 4) - 1)).toBeLessThan(most);
    }
  const there = [60, 100, 1, 160, 100, 1];
  const back = sum({ ...BASE, kind: 'pencil', points: [...there, 60, 100, 1], width: 20 });
  expect(Math.abs(back - sum({ ...BASE, kind: 'pencil', points: there, width: 20 }))).toBeLessThan(0.1);
});

test('a brush outline and areas of either rule cover what the reference rasteriser fills, to 2 % or 4 pixels', () => {
  fc.assert(
    fc.property(seeds, fc.integer({ min: 3, max: 30 }), fc.boolean(), (seed, count, evenOdd) => {
      const points = someWay(seed, count);
      const brush: Mark = { ...BASE, kind: 'brush', points, width: 24 };
      const ring = points.filter((_, i) => i % 3 !== 2);
      const filled: Mark = {
        ...BASE,
        kind: 'area',
        rings: [ring],
        ...(evenOdd && { evenOdd: true as const }),
      };
      for (const mark of [brush, filled]) {
        const { rings } = markRings(mark);
        const theirs = reference((context) => {
          for (const each of rings) along(context, [...each], 2);
          context.fill(mark === filled && evenOdd ? 'evenodd' : 'nonzero');
        });
        // In a sliver errors at its edges are large beside its area: under 200 pixels, 4 may differ.
        const area = theirs.reduce((sum, each) => sum + each, 0);
        if (area > 0)
          expect(difference(covered(mark), theirs) * area).toBeLessThan(0.02 * Math.max(200, area));
      }
    }),
    { numRuns: 20 },
  );
});

test('an ellipse, as a line and filled, lies where it should, however it is turned', () => {
  const [x, y, rx, ry, turn] = [150, 120, 90, 40, 0.4];
  const points = [
    ...[x, y, 1],
    ...[x + rx * Math.cos(turn), y + rx * Math.sin(turn), 1],
    ...[x - ry * Math.sin(turn), y + ry * Math.cos(turn), 1],
  ];
  for (const filled of [true, undefined] as const) {
    const ours = covered({ ...BASE, kind: 'ellipse', points, width: 6, filled });
    const theirs = reference((context) => {
      context.lineWidth = 6;
      context.ellipse(x, y, rx, ry, turn, 0, 2 * Math.PI);
      if (filled) context.fill();
      else context.stroke();
    });
    expect(difference(ours, theirs)).toBeLessThan(0.02);
  }
});
