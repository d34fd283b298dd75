import { moveAfter, moveBack, UNMOVED, type Move } from '../../picture/move';
import { median } from '../median';
import { slowPart } from '../slow-part';

/** What is taken out of a run of photos: whatever moves, bumps of the stand alone, or jitter alone, so that a move of the camera stays. */
export const STEADY_TAKES = ['all', 'bumps', 'jitter'] as const;
export type SteadyTake = (typeof STEADY_TAKES)[number];

/** What is taken out, and whether turns and sizes are as well as shifts. */
export interface SteadyWish {
  readonly take: SteadyTake;
  readonly turn: boolean;
  readonly size: boolean;
}

/** Moves are weighed in pixels of a picture so wide, turns and sizes by what they do so far from its middle. */
const SIDE = 960;
const AWAY = 300;

/** A move as four numbers that weigh alike. */
const weighed = ({ right, down, turn, size }: Move): readonly number[] => [
  right * SIDE,
  down * SIDE,
  (turn * Math.PI * AWAY) / 180,
  Math.log(size) * AWAY,
];

const moveFrom = ([right = 0, down = 0, turn = 0, grown = 0]: readonly number[]): Move => ({
  right: right / SIDE,
  down: down / SIDE,
  turn: (turn * 180) / (AWAY * Math.PI),
  size: Math.exp(grown / AWAY),
});

const COLUMNS = [0, 1, 2, 3] as const;

const away = (a: readonly number[], b: readonly number[]): number =>
  Math.hypot(...COLUMNS.map((k) => (a[k] as number) - (b[k] as number)));

const middle = (rows: readonly (readonly number[])[]): readonly number[] =>
  COLUMNS.map((k) => median(rows.map((row) => row[k] as number)));

/** Photos on either side that tell whether the stand was bumped between them. */
const BESIDE = 5;
/** A stand that was bumped stays where it went to for so many photos at least. */
const STAYS = 2;
/** A bump moves what is seen by so many pixels of 960 at least, and by this many times as much as it jitters … */
const LEAST_BUMP = 0.5;
const TIMES_JITTER = 4;
/** … and most of it from one photo to the next: else it is a camera that moves. */
const AT_ONCE = 0.6;

/** Photos of a run, counted from 0, before which the stand was bumped: where each lay, in the order of the film. */
export function bumpsIn(places: readonly Move[]): readonly number[] {
  const rows = places.map(weighed);
  const steps = rows.slice(1).map((row, i) => away(row, rows[i] as readonly number[]));
  const least = Math.max(LEAST_BUMP, TIMES_JITTER * median(steps));
  const found = steps
    .flatMap((step, i) => {
      const at = i + 1;
      const [before, after] = [rows.slice(Math.max(0, at - BESIDE), at), rows.slice(at, at + BESIDE)];
      if (before.length < STAYS || after.length < STAYS) return [];
      const moved = away(middle(before), middle(after));
      return moved >= least && step >= AT_ONCE * moved ? [{ at, moved }] : [];
    })
    .sort((a, b) => b.moved - a.moved);
  const bumps: number[] = [];
  for (const { at } of found) if (bumps.every((other) => Math.abs(other - at) >= STAYS)) bumps.push(at);
  return bumps.sort((a, b) => a - b);
}

/** What is within so many pixels of 960 is as good as still: it is what finding a place may be off by. */
const STILL = 0.06;

/** For each photo where its part of the run, from bump to bump, lies in the middle. */
function middles(
  rows: readonly (readonly number[])[],
  bumps: readonly number[],
): readonly (readonly number[])[] {
  const starts = [0, ...bumps];
  return starts.flatMap((start, i) => {
    const part = rows.slice(start, starts[i + 1]);
    const there = middle(part);
    return part.map(() => there);
  });
}

/**
 * How photos of a run are moved, by where each lay against the same one, the `anchor`th of them, which is unmoved in it. What is still
 * is not moved at all; photos between two bumps that stand alike are moved alike.
 */
export function steadyMoves(places: readonly Move[], anchor: number, wish: SteadyWish): readonly Move[] {
  const rows = places.map(weighed);
  if (wish.take === 'jitter') {
    const slow = COLUMNS.map((k) =>
      slowPart(
        rows.map((row) => row[k] as number),
        REACH,
      ),
    );
    return places.map((place, i) =>
      bringTo(place, moveFrom(slow.map((values) => values[i] as number)), wish),
    );
  }
  const parts = middles(rows, bumpsIn(places));
  const home = parts[anchor] ?? weighed(UNMOVED);
  if (wish.take === 'bumps')
    return parts.map((part) => {
      const off = COLUMNS.map((k) => (part[k] as number) - (home[k] as number));
      return bringTo(moveFrom(off), UNMOVED, wish);
    });
  return rows.map((row, i) => {
    const part = parts[i] as readonly number[];
    const settled = away(row, part) <= STILL ? part : row;
    return away(settled, weighed(UNMOVED)) <= STILL ? UNMOVED : bringTo(moveFrom(settled), UNMOVED, wish);
  });
}

/** Photos before and behind each that tell how a camera moves. */
const REACH = 12;

/** What brings a photo from where it lies to where it should, as far as is wished. */
function bringTo(from: Move, to: Move, { turn, size }: SteadyWish): Move {
  const kept = { ...to, turn: turn ? to.turn : from.turn, size: size ? to.size : from.size };
  const move = moveAfter(moveBack(from), kept);
  const { right, down } = move;
  // The rest is the same to the last bit then.
  const exact = { right, down, turn: turn ? move.turn : 0, size: size ? move.size : 1 };
  return away(weighed(exact), weighed(UNMOVED)) <= STILL ? UNMOVED : exact;
}
