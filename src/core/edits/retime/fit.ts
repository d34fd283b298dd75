import { count } from '../../time/format';
import { applyEdit } from '../apply-edit';
import { canUnroll, unrolled } from '../cycle-edits';
import { batch, holdEach, type Edit } from '../edit';
import type { Film, Item, Pose } from '../../film/film';
import { cyclesIn, mapPoses, posesIn, stretchOf, type Stretch } from '../../film/items';
import { keptInPlace } from '../kept-in-place';
import { sequenceOf } from '../../film/sequence';
import { poseAt, scheduleOf, showingAt } from '../../film/schedule';
import { evenly } from './evenly';
import { shares } from './shares';

/** What fitting a run to a length comes to, before it is done. */
export interface Fit {
  readonly edit: Edit;
  /** Length before and after, in frames. */
  readonly before: number;
  readonly after: number;
  /** Poses that find no room: left out, evenly, to reach the length. */
  readonly dropped: number;
  /** Cycles that become plain poses, since their passes would not be equal. */
  readonly unrolled: number;
}

/** Items with holds that come to exactly `frames`; poses beyond that number are left out evenly. */
function fitted(
  items: readonly Item[],
  frames: number,
  newId: () => string,
): Omit<Fit, 'edit' | 'before'> & { items: readonly Item[] } {
  const whole = sequenceOf(items).frames;
  // Where every hold comes out whole, cycles stay as they are.
  const exact = posesIn(items).every((pose) => (pose.hold * frames) % whole === 0);
  if (exact) {
    const by = (hold: number): number => (hold * frames) / whole;
    return {
      items: mapPoses(items, (pose) => ({ ...pose, hold: by(pose.hold) })),
      after: frames,
      dropped: 0,
      unrolled: 0,
    };
  }
  const poses = unrolled(items, newId);
  const kept = poses.length > frames ? evenly(poses.length, frames).map((i) => poses[i] as Pose) : poses;
  const holds = shares(
    kept.map((pose) => pose.hold),
    frames,
  );
  return {
    items: kept.map((pose, i) => ({ ...pose, hold: holds[i] ?? pose.hold })),
    after: frames,
    dropped: poses.length - kept.length,
    unrolled: cyclesIn(items),
  };
}

/** The edit that puts other items in place of a stretch; only holds where nothing else changes. */
function replaced(stretch: Stretch, items: readonly Item[], words: string): Edit {
  const before = posesIn(stretch.items);
  const after = posesIn(items);
  const same = before.length === after.length && before.every((pose, i) => pose.id === after[i]?.id);
  if (same && cyclesIn(items) === cyclesIn(stretch.items)) {
    return batch(words, [holdEach(after.map((pose) => ({ poseId: pose.id, hold: pose.hold })))]);
  }
  return batch(words, [
    { kind: 'remove', of: 'items', ids: stretch.items.map((item) => item.id) },
    {
      kind: 'insert',
      of: 'items',
      places: items.map((item, i) => ({
        item,
        parentId: stretch.parentId,
        index: stretch.from + i,
      })),
    },
  ]);
}

/** Where cycles became plain poses and none was left out, flags keep to the showings they stood on. */
function flagsAfter(
  film: Film,
  edit: Edit,
  fits: readonly Pick<Fit, 'dropped' | 'unrolled'>[],
): readonly Edit[] {
  if (fits.every((fit) => fit.unrolled === 0) || fits.some((fit) => fit.dropped > 0)) return [];
  const [plan, after] = [scheduleOf(film), applyEdit(film, edit)];
  return keptInPlace(film, after, (frame) => {
    const shown = poseAt(plan, frame);
    const same = shown && showingAt(scheduleOf(after), shown.index);
    return shown && same ? Math.min(same.start + frame - shown.start, same.end - 1) : frame;
  });
}

/** Stretches, one a scene, that hold all of these poses. */
function stretchesOf(film: Film, poseIds: readonly string[]): readonly Stretch[] {
  const wanted = new Set(poseIds);
  return film.scenes.flatMap((scene) => {
    const own = posesIn(scene.items).flatMap((pose) => (wanted.has(pose.id) ? [pose.id] : []));
    const stretch = own.length > 0 ? stretchOf(film, own) : undefined;
    return stretch ? [stretch] : [];
  });
}

/** Frames of the run that fitting chosen poses takes: from the first to the last, scene by scene. */
export const fitLength = (film: Film, poseIds: readonly string[]): number =>
  stretchesOf(film, poseIds).reduce((sum, { items }) => sum + sequenceOf(items).frames, 0);

/**
 * Stretches or squeezes the run from the first to the last chosen pose to `frames`, in proportion to its holds, each
 * at least a frame, the total exact. Where there are more poses than frames, some are left out evenly. In a cycle the
 * run is one of its passes. Undefined where there are fewer frames than scenes, or a cycle shows more poses than can be
 * unrolled.
 */
export function fitEdit(
  film: Film,
  poseIds: readonly string[],
  frames: number,
  newId: () => string,
): Fit | undefined {
  const stretches = stretchesOf(film, poseIds);
  const lengths = stretches.map(({ items }) => sequenceOf(items).frames);
  if (stretches.length === 0 || frames < stretches.length) return undefined;
  const parts = shares(lengths, frames);
  if (stretches.some(({ items }) => cyclesIn(items) > 0 && !canUnroll(items))) return undefined;
  const fits = stretches.map((stretch, i) => fitted(stretch.items, parts[i] ?? 1, newId));
  const words = `Length fitted to ${count(frames, 'frame')}`;
  const edits = stretches.map((stretch, i) => replaced(stretch, fits[i]?.items ?? [], words));
  return {
    edit: batch(words, [...edits, ...flagsAfter(film, batch(words, edits), fits)]),
    before: lengths.reduce((a, b) => a + b, 0),
    after: fits.reduce((sum, fit) => sum + fit.after, 0),
    dropped: fits.reduce((sum, fit) => sum + fit.dropped, 0),
    unrolled: fits.reduce((sum, fit) => sum + fit.unrolled, 0),
  };
}
