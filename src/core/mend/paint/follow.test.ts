import { describe, expect, test } from 'vitest';
import { chanceNumbers } from '../../chance/chance-numbers';
import type { StrokePath } from '../../picture/paint/stroke';
import { evenChange } from '../../picture/steps/light-change';
import type { LightPicture } from '../light-picture';
import { differenceOf, type Difference } from './difference';
import { followStroke } from './follow';
import { partsOf } from './match-pair';
import { coverOf } from './ring';

const SIZE = { width: 960, height: 720 };
const PARTS = partsOf(SIZE);
const COUNT = 20;

const next = chanceNumbers(5);
/** Grain, in about the eye's steps: of a length that no row of a picture divides. */
const GRAIN = Float32Array.from({ length: 99_991 }, () => 0.012 * (next() + next() - 1));

/** Where the ball is in a photo, and how the wire leans that it hangs from. */
const ball = (k: number): { x: number; y: number; foot: number } => ({
  // Up to 12 pixels of a photo of 2000 a photo.
  ...{ x: 300 + 5.6 * k, y: 380 + 60 * Math.sin(k / 6) },
  foot: 290 + 4.4 * k,
});

const [WALL, WIRE, BALL] = [0, 1, 2];

/** The map of photo `k`: `WALL`, `WIRE` or `BALL` for each pixel, row by row. */
function things(k: number): Uint8Array {
  const { width, height } = SIZE;
  const { x: bx, y: by, foot } = ball(k);
  const seen = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if ((x - bx) ** 2 + (y - by) ** 2 < 48 ** 2) seen[i] = BALL;
      else if (y < by - 45 && Math.abs(x - foot - ((bx - foot) * y) / by) < 1.6) seen[i] = WIRE;
    }
  return seen;
}

/** As the eye sees a wire and the ball, red and the others. */
const COLOURS = [
  [0.17, 0.17],
  [0.74, 0.4],
] as const;

/** A photo of a ball on a wire before a wall of cards; without either where nothing is seen. */
function shoot(seen: Uint8Array | undefined, seed: number): LightPicture {
  const { width, height } = SIZE;
  const data = new Float32Array(3 * width * height);
  let grain = (seed * 7919) % GRAIN.length;
  for (let y = 0, pixel = 0; y < height; y++)
    for (let x = 0; x < width; x++, pixel++) {
      const card = 0.35 + 0.09 * (((x >> 6) * 7 + (y >> 6) * 5) % 5);
      const [red, others] = COLOURS[(seen?.[pixel] ?? WALL) - 1] ?? [card, card];
      for (let c = 0; c < 3; c++) {
        const shade = (c === 0 ? red : others) + (GRAIN[grain] as number);
        data[3 * pixel + c] = Math.max(0, shade) * Math.max(0, shade);
        if (++grain === GRAIN.length) grain = 0;
      }
    }
  return { width, height, data };
}

/** What a photo shows besides the plate, in the same light. */
const fromPlate = (photo: LightPicture, plate: LightPicture): Difference =>
  differenceOf(photo, plate, evenChange(0), PARTS);

/** Places of the wire in the first photo, in parts of it, so many pixels beside it, `down` of the way to the ball. */
function onWire(beside: number, down: number): readonly [number, number, number] {
  const { x, y, foot } = ball(0);
  const to = down * (y - 44);
  return [(foot + beside + ((x - foot) * to) / y) / SIZE.width, to / SIZE.height, 1];
}

/** A stroke along the wire, and an outline around it. */
const STROKES: readonly StrokePath[] = [
  {
    ...{ shape: 'brush', size: 16 / SIZE.width, softness: 0.2 },
    points: [...onWire(0, -0.02), ...onWire(0, 1)],
  },
  {
    ...{ shape: 'fill', size: 2 / SIZE.width, softness: 0.2 },
    points: [...onWire(-7, 0), ...onWire(7, 0), ...onWire(7, 1), ...onWire(-7, 1)],
  },
];

interface Carried {
  /** How much of the wire is covered in the worst photo, and of the ball. */
  readonly wire: number;
  readonly subject: number;
  /** In so many photos it was sure. */
  readonly sure: number;
}

/** How much a stroke covers of what is seen. */
function coveredBy(path: StrokePath, seen: Uint8Array): Omit<Carried, 'sure'> {
  const cover = coverOf(path, SIZE, PARTS);
  let [all, covered, inBall, inCovered] = [0, 0, 0, 0];
  for (let i = 0; i < cover.length; i++) {
    if (seen[i] === BALL) {
      inBall++;
      inCovered += cover[i] as number;
    } else if (seen[i] === WIRE) {
      all++;
      if ((cover[i] as number) > 0.5) covered++;
    }
  }
  return { wire: covered / all, subject: inCovered / inBall };
}

/** Carries the strokes from photo to photo. */
function carry(): readonly Carried[] {
  const plate = shoot(undefined, 1);
  const all = STROKES.map((path) => ({ path, wire: 1, subject: 0, sure: 0 }));
  let before = fromPlate(shoot(things(0), 100), plate);
  for (let k = 1; k < COUNT; k++) {
    const seen = things(k);
    const after = fromPlate(shoot(seen, 100 + k), plate);
    for (const one of all) {
      const { points, isSure } = followStroke(one.path, before, after, PARTS);
      one.path = { ...one.path, points };
      const { wire, subject } = coveredBy(one.path, seen);
      one.wire = Math.min(one.wire, wire);
      one.subject = Math.max(one.subject, subject);
      if (isSure) one.sure++;
    }
    before = after;
  }
  return all;
}

describe('a stroke along a wire, and an outline around it, carried over twenty photos in which it moves and swings', () => {
  test('with a plate: 95 % of the wire is covered in each, and less than a tenth of the ball', () => {
    for (const { wire, subject, sure } of carry()) {
      expect(wire).toBeGreaterThan(0.95);
      expect(subject).toBeLessThan(0.1);
      expect(sure).toBe(COUNT - 1);
    }
  });

  test('what is gone in the next photo is not followed for sure', () => {
    const plate = shoot(undefined, 1);
    const tell = (photo: LightPicture): Difference => fromPlate(photo, plate);
    const path: StrokePath = { shape: 'brush', size: 0.02, softness: 0, points: [0.3, 0, 1, 0.31, 0.4, 1] };
    expect(followStroke(path, tell(shoot(things(0), 2)), tell(shoot(undefined, 3)), PARTS).isSure).toBe(
      false,
    );
    // Nor is what was nothing.
    const empty: StrokePath = { ...path, points: [0.8, 0.1, 1, 0.8, 0.5, 1] };
    expect(followStroke(empty, tell(shoot(things(0), 2)), tell(shoot(things(1), 3)), PARTS).isSure).toBe(
      false,
    );
  });
});
