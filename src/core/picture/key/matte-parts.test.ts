import { createRequire } from 'node:module';
import type CV from '@techstark/opencv-js';
import fc from 'fast-check';
import { beforeAll, expect, test } from 'vitest';
import { chanceNumbers } from '../../chance/chance-numbers';
import type { RenderCode } from '../render-code';
import { renderPlain } from '../render-plain';
import { renderVector } from '../render-vector';
import { RoomPlan } from '../room-plan';
import type { Size } from '../size';
import { BLOCK_KINDS, planKeyFacts, type KeyFacts } from './key-facts';
import { shiftEdge } from './shift-edge';
import { setSmallParts } from './small-parts';

// It has a `then` of its own, by which a promise of it, as importing is one, would never come to an end.
const cv = createRequire(import.meta.url)('@techstark/opencv-js') as typeof CV;
beforeAll(
  () =>
    new Promise<void>((resolve) => {
      if ('Mat' in cv) resolve();
      else (cv as { onRuntimeInitialized?: () => void }).onRuntimeInitialized = resolve;
    }),
  60_000,
);

/** A constant of OpenCV's, which is there once it has started. */
const constant = (name: 'CV_32S' | 'CC_STAT_AREA' | 'MORPH_RECT' | 'MORPH_CROSS'): number =>
  (cv as unknown as Readonly<Record<string, number>>)[name] as number;

/** A matte of rectangles that lie over each other, with soft pixels and specks in it. */
function randomMatte({ width, height }: Size, seed: number): Uint8Array {
  const next = chanceNumbers(seed);
  const some = (most: number): number => Math.floor(next() * most);
  const alpha = new Uint8Array(width * height);
  for (let i = 0; i < 14; i++) {
    const [x, y] = [some(width), some(height)];
    const [right, bottom] = [Math.min(width, x + 1 + some(40)), Math.min(height, y + 1 + some(30))];
    const value = [0, 255, 255, 128][some(4)] as number;
    for (let row = y; row < bottom; row++) alpha.fill(value, row * width + x, row * width + right);
  }
  for (let i = 0; i < 60; i++) alpha[some(alpha.length)] = some(256);
  return alpha;
}

/** A matte where the loops find it, with what is known of its blocks. */
function factsOf(code: RenderCode, size: Size, matte: Uint8Array): KeyFacts {
  const room = new RoomPlan();
  const lent = planKeyFacts(size, room);
  room.open(code);
  const facts = lent();
  const { blocks, kinds, alpha } = facts;
  alpha.set(matte);
  const seen = Array.from(kinds, () => new Set<number>());
  matte.forEach((value, i) =>
    (seen[blocks.at(i % size.width, Math.floor(i / size.width))] as Set<number>).add(value),
  );
  seen.forEach((values, i) => {
    const [only] = values;
    kinds[i] = values.size === 1 && (only === 0 || only === 255) ? only : BLOCK_KINDS.mixed;
  });
  return facts;
}

const matOf = ({ width, height }: Size, bytes: Uint8Array): CV.Mat =>
  cv.matFromArray(height, width, cv.CV_8UC1, [...bytes]);

/** The matte without its small parts, as OpenCV finds what hangs together over four sides. */
function withoutSmall(
  size: Size,
  matte: Uint8Array,
  isMeant: (value: number) => boolean,
  largest: number,
  value: number,
): Uint8Array {
  const mask = matOf(
    size,
    matte.map((each) => (isMeant(each) ? 255 : 0)),
  );
  const [labels, stats, middles] = [new cv.Mat(), new cv.Mat(), new cv.Mat()];
  cv.connectedComponentsWithStats(mask, labels, stats, middles, 4, constant('CV_32S'));
  const made = matte.map((each, i) => {
    const label = labels.data32S[i] as number;
    const area = stats.data32S[label * stats.cols + constant('CC_STAT_AREA')] as number;
    return label > 0 && area <= largest ? value : each;
  });
  for (const each of [mask, labels, stats, middles]) each.delete();
  return made;
}

const CODES = [renderPlain, renderVector].filter((code) => code !== undefined);
const cases = fc.record({
  width: fc.integer({ min: 1, max: 90 }),
  height: fc.integer({ min: 1, max: 60 }),
  seed: fc.nat(),
});

test('specks go and holes are filled as OpenCV finds what hangs together, in plain and in built code', () => {
  expect(CODES).toHaveLength(2);
  fc.assert(
    fc.property(cases, fc.integer({ min: 1, max: 400 }), ({ width, height, seed }, largest) => {
      const size = { width, height };
      const matte = randomMatte(size, seed);
      for (const code of CODES) {
        const facts = factsOf(code, size, matte);
        setSmallParts(code, facts, size, { least: 14, most: 255 }, largest, 0);
        const specked = withoutSmall(size, matte, (value) => value >= 14, largest, 0);
        expect([...facts.alpha]).toEqual([...specked]);
        setSmallParts(code, facts, size, { least: 0, most: 241 }, largest, 255);
        expect([...facts.alpha]).toEqual([
          ...withoutSmall(size, specked, (value) => value <= 241, largest, 255),
        ]);
      }
    }),
    { numRuns: 60 },
  );
});

/** One step of an edge as OpenCV dilates or erodes: with the four neighbours, or with all eight. */
function stepped(size: Size, matte: Uint8Array, outwards: boolean, corners: boolean): Uint8Array {
  const [from, to] = [matOf(size, matte), new cv.Mat()];
  const kernel = cv.getStructuringElement(
    constant(corners ? 'MORPH_RECT' : 'MORPH_CROSS'),
    new cv.Size(3, 3),
  );
  (outwards ? cv.dilate : cv.erode)(from, to, kernel);
  const made = Uint8Array.from(to.data as Uint8Array);
  for (const each of [from, to, kernel]) each.delete();
  return made;
}

test('an edge goes out and in as OpenCV dilates and erodes, by parts of a pixel too; blocks that are all alike are passed over', () => {
  fc.assert(
    fc.property(cases, fc.integer({ min: -16, max: 16 }), ({ width, height, seed }, quarters) => {
      const size = { width, height };
      const matte = randomMatte(size, seed);
      const facts = factsOf(renderPlain, size, matte);
      const pixels = quarters / 4;
      shiftEdge(facts, size, pixels);
      let wanted = matte;
      for (let step = 0; step < Math.abs(pixels); step++) {
        const next = stepped(size, wanted, pixels > 0, step % 2 === 1);
        const part = Math.min(1, Math.abs(pixels) - step);
        const before = wanted;
        wanted = next.map((each, i) => Math.round((before[i] as number) * (1 - part) + each * part));
      }
      expect([...facts.alpha]).toEqual([...wanted]);
    }),
    { numRuns: 80 },
  );
});
