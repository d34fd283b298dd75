import { describe, expect, test } from 'vitest';
import { chanceNumbers } from '../../chance/chance-numbers';
import type { StrokePath } from '../../picture/paint/stroke';
import { evenChange } from '../../picture/steps/light-change';
import type { LightPicture } from '../light-picture';
import { differenceOf, type Difference } from './difference';
import { followStroke, type Followed } from './follow';
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

type What = 'wire' | 'ball' | undefined;

/** What is seen at each pixel of a photo but the wall. */
function things(k: number): readonly What[] {
  const { x: bx, y: by, foot } = ball(k);
  return Array.from({ length: SIZE.width * SIZE.height }, (_, i): What => {
    const [x, y] = [i % SIZE.width, Math.floor(i / SIZE.width)];
    if ((x - bx) ** 2 + (y - by) ** 2 < 48 ** 2) return 'ball';
    return y < by - 45 && Math.abs(x - foot - ((bx - foot) * y) / by) < 1.6 ? 'wire' : undefined;
  });
}

/** As the eye sees a colour, red and the others. */
const COLOURS = { ball: [0.74, 0.4], wire: [0.17, 0.17] } as const;

/** A photo of a ball on a wire before a wall of cards; without either where nothing is seen. */
function shoot(seen: readonly What[] | undefined, seed: number): LightPicture {
  const { width, height } = SIZE;
  const data = new Float32Array(3 * width * height);
  for (let i = 0; i < data.length; i++) {
    const pixel = Math.floor(i / 3);
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    const card = 0.35 + 0.09 * (((x >> 6) * 7 + (y >> 6) * 5) % 5);
    const what = seen?.[pixel];
    const shade = what ? COLOURS[what][i % 3 === 0 ? 0 : 1] : card;
    data[i] = Math.max(0, shade + (GRAIN[(i + seed * 7919) % GRAIN.length] as number)) ** 2;
  }
  return { width, height, data };
}

/** How much of the wire is covered in the worst photo, and of the ball, once the stroke was carried from photo to photo. */
function carry(follow: (path: StrokePath, before: LightPicture, after: LightPicture) => Followed): {
  wire: number;
  subject: number;
  sure: number;
} {
  const { x, y, foot } = ball(0);
  const stroke: StrokePath = {
    ...{ shape: 'brush', size: 16 / SIZE.width, softness: 0.2 },
    points: [
      foot / SIZE.width,
      -0.01,
      1,
      (foot + ((x - foot) * (y - 44)) / y) / SIZE.width,
      (y - 44) / SIZE.height,
      1,
    ],
  };
  let path = stroke;
  let before = shoot(things(0), 100);
  let [wire, subject, sure] = [1, 0, 0];
  for (let k = 1; k < COUNT; k++) {
    const seen = things(k);
    const after = shoot(seen, 100 + k);
    const { points, isSure } = follow(path, before, after);
    path = { ...path, points };
    before = after;
    if (isSure) sure++;
    const cover = coverOf(path, SIZE, PARTS);
    let [all, covered, inBall, inCovered] = [0, 0, 0, 0];
    for (let i = 0; i < cover.length; i++) {
      if (seen[i] === 'ball') {
        inBall++;
        inCovered += cover[i] as number;
      } else if (seen[i] === 'wire') {
        all++;
        if ((cover[i] as number) > 0.5) covered++;
      }
    }
    wire = Math.min(wire, covered / all);
    subject = Math.max(subject, inCovered / inBall);
  }
  return { wire, subject, sure };
}

/** What a photo shows besides another one, in the same light. */
const fromPlate = (photo: LightPicture, plate: LightPicture): Difference =>
  differenceOf(photo, plate, evenChange(0), PARTS);

describe('a stroke along a wire, carried over twenty photos in which it moves and swings', () => {
  test('with a plate: 95 % of the wire is covered in each, and less than a tenth of the ball', () => {
    const plate = shoot(undefined, 1);
    const found = carry((path, before, after) =>
      followStroke(path, fromPlate(before, plate), fromPlate(after, plate), PARTS),
    );
    expect(found.wire).toBeGreaterThan(0.95);
    expect(found.subject).toBeLessThan(0.1);
    expect(found.sure).toBe(COUNT - 1);
  }, 60_000);

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
