import { expect, test } from 'vitest';
import { moveAfter, UNMOVED, type Move } from '../../picture/move';
import { bumpsIn, steadyMoves, type SteadyWish } from './steady-run';

const ALL: SteadyWish = { take: 'all', turn: true, size: true };
/** A move in pixels of a picture 960 wide. */
const at = (right: number, down = 0, turn = 0, size = 1): Move => ({
  right: right / 960,
  down: down / 960,
  turn,
  size,
});
/** What a photo is off by once it was moved, in pixels of 960. */
const left = (place: Move, move: Move): number => {
  const { right, down } = moveAfter(place, move);
  return Math.hypot(right, down) * 960;
};
/** Numbers around 0, the same each time. */
const noise = (n: number): number => ((n * 7919 + 13) % 97) / 97 - 0.5;

test('over 1,000 photos nothing drifts: each is brought to the one that stands right by what was found of it alone', () => {
  const places = Array.from({ length: 1000 }, (_, i) =>
    at(3 * noise(i), 2 * noise(i + 500), noise(i + 3), 1 + noise(i + 7) / 50),
  );
  places[0] = UNMOVED;
  const moves = steadyMoves(places, 0, ALL);
  expect(Math.max(...places.map((place, i) => left(place, moves[i] as Move)))).toBeLessThanOrEqual(0.06);
  expect(moves[0]).toEqual(UNMOVED);
});

test('what is still stays as it is to the last bit; photos that stand alike behind a bump are moved alike', () => {
  const places = Array.from({ length: 40 }, (_, i) =>
    at((i < 23 ? 0 : 6.2) + noise(i) / 25, noise(i + 9) / 25),
  );
  const moves = steadyMoves(places, 0, ALL);
  expect(bumpsIn(places)).toEqual([23]);
  expect(new Set(moves.slice(0, 23))).toEqual(new Set([UNMOVED]));
  expect(new Set(moves.slice(23).map((move) => JSON.stringify(move))).size).toBe(1);
  expect((moves[30] as Move).right * 960).toBeCloseTo(-6.2, 1);
});

test('a bump is taken out alone: what jitters goes on jittering, and photos before it are not moved', () => {
  const places = Array.from({ length: 60 }, (_, i) =>
    at(1.6 * noise(i) + (i >= 31 ? 14 : 0), noise(i + 5), i >= 31 ? 0.4 : 0),
  );
  expect(bumpsIn(places)).toEqual([31]);
  const moves = steadyMoves(places, 4, { ...ALL, take: 'bumps' });
  expect(moves.slice(0, 31)).toEqual(Array.from({ length: 31 }, () => UNMOVED));
  expect((moves[40] as Move).right * 960).toBeCloseTo(-14, 0);
  expect((moves[40] as Move).turn).toBeCloseTo(-0.4, 9);
  expect(moves[59]).toEqual(moves[31]);
  // One photo that was knocked and stood back is no bump; nor is a camera that moves, however fast.
  expect(bumpsIn(Array.from({ length: 30 }, (_, i) => at(i === 12 ? 9 : 0)))).toEqual([]);
  expect(bumpsIn(Array.from({ length: 30 }, (_, i) => at(4 * i)))).toEqual([]);
});

test('of a camera that moves only the jitter is taken out; of turns and sizes only what is asked', () => {
  const pan = (i: number): number => 2.5 * i + 0.005 * i * i;
  const places = Array.from({ length: 80 }, (_, i) => at(pan(i) + noise(i), 0.8 * noise(i + 41)));
  const moves = steadyMoves(places, 0, { ...ALL, take: 'jitter' });
  const after = places.map((place, i) => moveAfter(place, moves[i] as Move).right * 960);
  // It shook by half a pixel to both sides, by one from photo to photo; the pan itself is where it was.
  const off = after.map((right, i) => right - pan(i)).slice(3, -3);
  expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.3);
  expect(Math.max(...off.slice(1).map((each, i) => Math.abs(each - (off[i] as number))))).toBeLessThan(0.15);

  const grown = [UNMOVED, at(10, 0, 1, 1.02), UNMOVED];
  const shifted = steadyMoves(grown, 0, { take: 'all', turn: false, size: false })[1] as Move;
  // The middle goes back by what it was off, however the rest was turned about it.
  expect([shifted.turn, shifted.size]).toEqual([0, 1]);
  expect(shifted.right).toBeCloseTo(-10 / 960, 12);
  expect(shifted.down).toBeCloseTo(0, 12);
});
