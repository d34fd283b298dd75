import type { Cycle, Item, Pose } from './film';
import { isCycle } from './items';

/** A pose where it is shown, counted within what it was looked up in. */
export interface Spot {
  readonly pose: Pose;
  /** First frame. */
  readonly start: number;
  /** Place among the poses shown. */
  readonly index: number;
  /** Which showing of the pose this is, from 0, and how many there are. */
  readonly showing: number;
  readonly showings: number;
  /** Whether the items around it stand the other way round here: what comes after it is shown before. */
  readonly reversed: boolean;
}

interface Loop {
  readonly cycle: Cycle;
  readonly inside: Sequence;
  /** One pass: there, or there and back. */
  readonly passFrames: number;
  readonly passCount: number;
  /** What a way back leaves out at its beginning: the last pose, where the ends are shown once. */
  readonly skippedFrames: number;
  readonly skippedCount: number;
  /** The poses at the ends, which a pass without its ends shows once less each. */
  readonly ends: { readonly first: string; readonly last: string } | undefined;
}

interface Piece extends Laid {
  /** A pose, or a cycle that repeats what is in it. */
  readonly of: Pose | Loop;
}

/** Items laid behind each other. Cycles are not rolled out: the size is that of what stands in them. */
export interface Sequence {
  readonly pieces: readonly Piece[];
  /** Sum of all holds shown. */
  readonly frames: number;
  /** Number of poses shown. */
  readonly count: number;
}

const isLoop = (of: Pose | Loop): of is Loop => 'cycle' in of;

const sequences = new WeakMap<readonly Item[], Sequence>();

/** The sequence of a list of items, made once for each value of it. O(n) in items that are new. */
export function sequenceOf(items: readonly Item[]): Sequence {
  let sequence = sequences.get(items);
  if (!sequence) {
    sequence = makeSequence(items);
    sequences.set(items, sequence);
  }
  return sequence;
}

function makeSequence(items: readonly Item[]): Sequence {
  const pieces: Piece[] = [];
  let start = 0;
  let first = 0;
  for (const item of items) {
    const of = isCycle(item) ? loopOf(item) : item;
    pieces.push({ of, start, first });
    start += isLoop(of) ? of.passFrames * of.cycle.times : of.hold;
    first += isLoop(of) ? of.passCount * of.cycle.times : 1;
  }
  return { pieces, frames: start, count: first };
}

function loopOf(cycle: Cycle): Loop {
  const inside = sequenceOf(cycle.items);
  const { frames, count } = inside;
  const base = { cycle, inside, skippedFrames: 0, skippedCount: 0, ends: undefined };
  if (cycle.way !== 'there-and-back') return { ...base, passFrames: frames, passCount: count };
  if (cycle.endsTwice) return { ...base, passFrames: 2 * frames, passCount: 2 * count };
  // One pose there and back without its ends is that pose.
  if (count === 1) return { ...base, passFrames: frames, passCount: 1 };
  const first = spotAt(inside, 'index', 0).pose;
  const last = spotAt(inside, 'index', count - 1).pose;
  return {
    ...base,
    passFrames: 2 * frames - first.hold - last.hold,
    passCount: 2 * count - 2,
    skippedFrames: last.hold,
    skippedCount: 1,
    ends: { first: first.id, last: last.id },
  };
}

/** How often one pass shows a pose that what is in it shows `inside` times. */
function showingsAPass({ cycle, ends, inside: sequence }: Loop, poseId: string, inside: number): number {
  if (cycle.way !== 'there-and-back' || (!cycle.endsTwice && sequence.count === 1)) return inside;
  const once = (end: string | undefined): number => (end === poseId ? 1 : 0);
  return 2 * inside - once(ends?.first) - once(ends?.last);
}

/** Things laid behind each other, each with the frame and the number of poses shown before it. */
interface Laid {
  readonly start: number;
  readonly first: number;
}

/** The index of the last thing that begins at or before a place. O(log n). */
export function lastBegun(list: readonly Laid[], unit: keyof Laid, at: number): number {
  let low = 0;
  let high = list.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((list[middle] as Laid)[unit] <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The pose shown at a frame or at a place among the poses shown, which must lie within the sequence. O(log n). */
export function spotAt(sequence: Sequence, by: 'frame' | 'index', at: number): Spot {
  const unit = by === 'frame' ? 'start' : 'first';
  const { of, start, first } = sequence.pieces[lastBegun(sequence.pieces, unit, at)] as Piece;
  if (!isLoop(of)) return { pose: of, start, index: first, showing: 0, showings: 1, reversed: false };
  const spot = spotInLoop(of, by, at - (by === 'frame' ? start : first));
  return { ...spot, start: spot.start + start, index: spot.index + first };
}

function spotInLoop(loop: Loop, by: 'frame' | 'index', at: number): Spot {
  const { cycle, inside, passFrames, passCount, skippedFrames, skippedCount } = loop;
  const frames = by === 'frame';
  const pass = Math.floor(at / (frames ? passFrames : passCount));
  const into = at - pass * (frames ? passFrames : passCount);
  const there = frames ? inside.frames : inside.count;
  const backward = cycle.way === 'backward';
  const back = backward || into >= there;
  const skipped = frames ? skippedFrames : skippedCount;
  // The way back is the way there seen from its end.
  const spot = spotAt(inside, by, back ? there - 1 - skipped - (backward ? into : into - there) : into);
  const aPass = showingsAPass(loop, spot.pose.id, spot.showings);
  const shared = {
    pose: spot.pose,
    showings: aPass * cycle.times,
    reversed: back ? !spot.reversed : spot.reversed,
  };
  const before = { start: pass * passFrames, index: pass * passCount, showing: pass * aPass };
  if (!back) {
    return {
      ...shared,
      start: before.start + spot.start,
      index: before.index + spot.index,
      showing: before.showing + spot.showing,
    };
  }
  const gone = backward ? { frames: 0, count: 0, showings: 0 } : { ...inside, showings: spot.showings };
  const left = spot.pose.id === loop.ends?.last ? 1 : 0;
  return {
    ...shared,
    start: before.start + gone.frames + inside.frames - skippedFrames - spot.start - spot.pose.hold,
    index: before.index + gone.count + inside.count - skippedCount - 1 - spot.index,
    showing: before.showing + gone.showings + spot.showings - 1 - spot.showing - left,
  };
}

/** How often a sequence shows a pose. O(n). */
const showingsIn = (sequence: Sequence, poseId: string): number => {
  for (const { of } of sequence.pieces) {
    if (!isLoop(of)) {
      if (of.id === poseId) return 1;
      continue;
    }
    const inside = showingsIn(of.inside, poseId);
    if (inside > 0) return showingsAPass(of, poseId, inside) * of.cycle.times;
  }
  return 0;
};

/** The place among the poses shown of a showing of a pose, the last where there are fewer; −1 without it. O(n). */
export function indexOfShowing(sequence: Sequence, poseId: string, showing: number): number {
  for (const { of, first } of sequence.pieces) {
    if (!isLoop(of)) {
      if (of.id === poseId) return first;
      continue;
    }
    const inside = showingsIn(of.inside, poseId);
    if (inside > 0) return first + indexInLoop(of, poseId, showing, inside);
  }
  return -1;
}

function indexInLoop(loop: Loop, poseId: string, showing: number, inside: number): number {
  const { cycle, inside: sequence, passCount, skippedCount, ends } = loop;
  const aPass = showingsAPass(loop, poseId, inside);
  const wanted = Math.min(showing, aPass * cycle.times - 1);
  const pass = Math.floor(wanted / aPass);
  const into = wanted - pass * aPass;
  const backward = cycle.way === 'backward';
  if (!backward && into < inside) return pass * passCount + indexOfShowing(sequence, poseId, into);
  const left = poseId === ends?.last ? 1 : 0;
  const mirrored = indexOfShowing(sequence, poseId, inside - 1 - left - (backward ? into : into - inside));
  const gone = backward ? 0 : sequence.count;
  return pass * passCount + gone + sequence.count - skippedCount - 1 - mirrored;
}

/** A cycle where it first stands: its frames, and those of one pass. */
export interface CycleSpan {
  readonly cycle: Cycle;
  readonly start: number;
  readonly end: number;
  readonly passFrames: number;
  /** Cycles that it lies in. */
  readonly depth: number;
  /** Whether the items around it stand the other way round here. */
  readonly reversed: boolean;
}

/** Each cycle of a sequence where it is shown first, outer before inner. O(n). */
export function cycleSpans(sequence: Sequence, depth = 0): readonly CycleSpan[] {
  if (!sequence.pieces.some(({ of }) => isLoop(of))) return [];
  return sequence.pieces.flatMap(({ of, start }) => {
    if (!isLoop(of)) return [];
    const { cycle, inside, passFrames } = of;
    const length = passFrames * cycle.times;
    const within = cycleSpans(inside, depth + 1).map((span) => {
      const from = cycle.way === 'backward' ? inside.frames - span.end : span.start;
      const reversed = cycle.way === 'backward' ? !span.reversed : span.reversed;
      return { ...span, start: start + from, end: start + from + span.end - span.start, reversed };
    });
    return [{ cycle, start, end: start + length, passFrames, depth, reversed: false }, ...within];
  });
}

/** Each pose of a sequence at its first showing, in the order of the sequence's items. O(n). */
export function firstSpots(sequence: Sequence): readonly Spot[] {
  const spots: Spot[] = [];
  for (const { of, start, first } of sequence.pieces) {
    if (isLoop(of)) spots.push(...firstSpotsInLoop(of, start, first));
    else spots.push({ pose: of, start, index: first, showing: 0, showings: 1, reversed: false });
  }
  return spots;
}

function firstSpotsInLoop(loop: Loop, start: number, first: number): readonly Spot[] {
  const { cycle, inside } = loop;
  const backward = cycle.way === 'backward';
  return firstSpots(inside).map((spot) => {
    const { pose, showings, reversed, ...own } = backward ? lastSpot(inside, spot) : spot;
    return {
      pose,
      start: start + (backward ? inside.frames - own.start - pose.hold : own.start),
      index: first + (backward ? inside.count - 1 - own.index : own.index),
      showing: 0,
      showings: showingsAPass(loop, pose.id, showings) * cycle.times,
      reversed: backward ? !reversed : reversed,
    };
  });
}

/** Backwards, a pose is first shown where it would be shown last. */
const lastSpot = (sequence: Sequence, { pose, showings }: Spot): Spot =>
  spotAt(sequence, 'index', indexOfShowing(sequence, pose.id, showings - 1));
