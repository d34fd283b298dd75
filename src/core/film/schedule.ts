import type { Film, Pose } from './film';
import {
  cycleSpans,
  firstSpots,
  indexOfShowing,
  lastBegun,
  sequenceOf,
  spotAt,
  type CycleSpan,
  type Sequence,
  type Spot,
} from './sequence';

/** A pose where it is shown in the film. */
export interface ScheduledPose {
  readonly pose: Pose;
  readonly sceneId: string;
  /** Place among all poses shown, from 0. */
  readonly index: number;
  /** First frame, from 0. */
  readonly start: number;
  /** Frame after the last. */
  readonly end: number;
  /** Which showing of the pose this is, from 0, and how many there are. */
  readonly showing: number;
  readonly showings: number;
  /** Whether a cycle goes backward here: what stands behind the pose is shown before it. */
  readonly reversed: boolean;
}

/** Which frame of its pose a frame of the film shows, from 0; in a cycle that goes backward the last comes first. */
export const frameOfPose = (
  { start, end, reversed }: Pick<ScheduledPose, 'start' | 'end' | 'reversed'>,
  frame: number,
): number => (reversed ? end - 1 - frame : frame - start);

/** The frames of a scene; an empty one where it has no poses or is set aside. */
export interface SceneSpan {
  readonly sceneId: string;
  readonly start: number;
  readonly end: number;
  /** Poses shown before it. */
  readonly first: number;
  readonly row: Sequence;
}

/**
 * Which pose is shown at which frame. Every frame from 0 to `frames` belongs to exactly one showing. Cycles are not
 * rolled out: a schedule is as large as the film's poses, however often they are shown.
 */
export interface Schedule {
  /** One for each scene, in order. */
  readonly scenes: readonly SceneSpan[];
  /** Length of the film in frames: the sum of the holds of all showings. */
  readonly frames: number;
  /** Number of poses shown. */
  readonly count: number;
  /** Each pose of the film at its first showing, by time. Those of scenes set aside are not among them. */
  readonly poses: readonly ScheduledPose[];
  /** The same by pose id. */
  readonly firsts: ReadonlyMap<string, ScheduledPose>;
  /** Cycles where they are shown first, outer before inner. */
  readonly cycles: readonly CycleSpan[];
}

const NOTHING: Sequence = sequenceOf([]);

/** A pose of a scene, counted from the start of the film. */
function scheduled(
  { sceneId, start: from, first }: Pick<SceneSpan, 'sceneId' | 'start' | 'first'>,
  { pose, start, index, showing, showings, reversed }: Spot,
): ScheduledPose {
  const at = from + start;
  return { pose, sceneId, index: first + index, start: at, end: at + pose.hold, showing, showings, reversed };
}

/** Lays the poses of all scenes behind each other. O(n log n) in poses. */
function schedule(film: Film): Schedule {
  const scenes: SceneSpan[] = [];
  const poses: ScheduledPose[] = [];
  const cycles: CycleSpan[] = [];
  let start = 0;
  let first = 0;
  for (const scene of film.scenes) {
    const row = scene.setAside ? NOTHING : sequenceOf(scene.items);
    const laid = { sceneId: scene.id, start, first };
    for (const spot of firstSpots(row)) poses.push(scheduled(laid, spot));
    for (const span of cycleSpans(row)) {
      cycles.push({ ...span, start: start + span.start, end: start + span.end });
    }
    scenes.push({ sceneId: scene.id, start, end: start + row.frames, first, row });
    start += row.frames;
    first += row.count;
  }
  // Only a cycle that goes backward shows poses in another order than they stand in.
  if (cycles.length > 0) poses.sort((a, b) => a.start - b.start);
  const firsts = new Map<string, ScheduledPose>();
  for (const each of poses) firsts.set(each.pose.id, each);
  return { scenes, frames: start, count: first, poses, firsts, cycles };
}

const schedules = new WeakMap<Film, Schedule>();

/** The schedule of a film, made once for each value of it. */
export function scheduleOf(film: Film): Schedule {
  let known = schedules.get(film);
  if (!known) {
    known = schedule(film);
    schedules.set(film, known);
  }
  return known;
}

/** The scene of a place: of scenes that begin together only the last can have poses. */
const sceneAt = (scenes: readonly SceneSpan[], unit: 'start' | 'first', at: number): SceneSpan =>
  scenes[lastBegun(scenes, unit, at)] as SceneSpan;

function showingIn(scene: SceneSpan, by: 'frame' | 'index', at: number): ScheduledPose {
  const spot = spotAt(scene.row, by, at - (by === 'frame' ? scene.start : scene.first));
  return scheduled(scene, spot);
}

/** The pose on screen at a frame, or undefined outside the film. O(log n) in poses. */
export function poseAt({ scenes, frames }: Schedule, frame: number): ScheduledPose | undefined {
  if (!(frame >= 0 && frame < frames)) return undefined;
  return showingIn(sceneAt(scenes, 'start', frame), 'frame', frame);
}

/** The nth pose shown, or undefined outside the film. O(log n) in poses. */
export function showingAt({ scenes, count }: Schedule, index: number): ScheduledPose | undefined {
  if (!(index >= 0 && index < count)) return undefined;
  return showingIn(sceneAt(scenes, 'first', index), 'index', index);
}

/** A showing of a pose, the last where there are fewer; undefined where the film does not show it. O(n). */
export function showingOf(plan: Schedule, poseId: string, showing: number): ScheduledPose | undefined {
  const first = plan.firsts.get(poseId);
  if (!first || showing <= 0) return first;
  const scene = plan.scenes.find((each) => each.sceneId === first.sceneId);
  return scene && showingAt(plan, scene.first + indexOfShowing(scene.row, poseId, showing));
}

/** The poses shown from one frame until another, both within the film; with the one on screen at the first. */
export function* showingsBetween(plan: Schedule, from: number, to: number): Generator<ScheduledPose> {
  let here = poseAt(plan, from);
  while (here && here.start < to) {
    yield here;
    here = showingAt(plan, here.index + 1);
  }
}
