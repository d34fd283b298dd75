import { frameToSeconds } from '../../time/frames';
import { rateText, type Rate } from '../../time/rate';
import { applyEdit } from '../apply-edit';
import { canUnroll, framesOf, unrolled } from '../cycle-edits';
import { batch, type Edit } from '../edit';
import type { Film, Item, Pose } from '../../film/film';
import { cyclesIn, isCycle, mapPoses, posesIn } from '../../film/items';
import { keptInPlace } from '../kept-in-place';
import { sequenceOf } from '../../film/sequence';

/** What becomes of poses that would last less than half a frame. */
export type TooShort = 'drop' | 'grow';

/** What another rate comes to, before it is done. */
export interface RateChange {
  readonly edit: Edit;
  readonly frames: number;
  readonly seconds: number;
  /** Poses that would fall below a frame. */
  readonly tooShort: number;
  /** Cycles that become plain poses, since their passes would not be equal. */
  readonly unrolled: number;
}

/** A scene's items at the new rate. */
interface Converted {
  readonly items: readonly Item[];
  readonly tooShort: number;
  readonly unrolled: number;
}

/** Nearest whole number of n/d, halves up; exact. */
const nearest = (n: number, d: number): number => Math.floor((2 * n + d) / (2 * d));

/**
 * A scene's items, of which the first starts at `from` frames at the old rate, at the new one: `n/d` times as fast.
 * Starts are put on the nearest frame of the new grid; a pose lasts until the next one starts. Cycles stay where every
 * hold in them comes out whole, else their passes would drift apart.
 */
function converted(
  items: readonly Item[],
  from: number,
  [n, d]: readonly [number, number],
  short: TooShort,
  newId: () => string,
): Converted {
  const parts = items.flatMap((item): readonly Item[] => {
    if (!isCycle(item)) return [item];
    return posesIn(item.items).every((pose) => (pose.hold * n) % d === 0) ? [item] : unrolled([item], newId);
  });
  const rolledOut = items.filter((item) => isCycle(item) && !parts.includes(item));
  const result: Item[] = [];
  let tooShort = 0;
  let start = from;
  for (const part of parts) {
    if (isCycle(part)) {
      result.push(...mapPoses([part], (pose) => ({ ...pose, hold: (pose.hold * n) / d })));
      start += sequenceOf([part]).frames;
      continue;
    }
    const end = start + part.hold;
    const hold = nearest(end * n, d) - nearest(start * n, d);
    start = end;
    if (hold < 1) tooShort++;
    if (hold >= 1 || short === 'grow') result.push({ ...part, hold: Math.max(1, hold) } satisfies Pose);
  }
  return { items: result, tooShort, unrolled: cyclesIn(rolledOut) };
}

/** Whether a cycle that cannot stay one shows more poses than can be unrolled. */
const isTooLong = (item: Item, [n, d]: readonly [number, number]): boolean =>
  isCycle(item) && !canUnroll([item]) && posesIn(item.items).some((pose) => (pose.hold * n) % d !== 0);

const rateEdit = (rate: Rate): Edit => ({ kind: 'patch', of: 'settings', patch: { rate } });

const rateWords = (rate: Rate): string => `Rate set to ${rateText(rate)}`;

/** Another rate with the holds as they are: the film runs faster or slower. */
export function keepHolds(film: Film, rate: Rate): RateChange {
  const frames = framesOf(film);
  return {
    edit: batch(rateWords(rate), [rateEdit(rate)]),
    frames,
    seconds: frameToSeconds(frames, rate),
    tooShort: 0,
    unrolled: 0,
  };
}

/** Another rate with the seconds as they are: holds are converted. Undefined where a cycle is too long to be unrolled. */
export function keepSeconds(
  film: Film,
  rate: Rate,
  short: TooShort,
  newId: () => string,
): RateChange | undefined {
  const old = film.settings.rate;
  const factor = [rate.num * old.den, rate.den * old.num] as const;
  if (film.scenes.some((scene) => scene.items.some((item) => isTooLong(item, factor)))) return undefined;
  const edits: Edit[] = [rateEdit(rate)];
  let [from, frames, tooShort, rolledOut] = [0, 0, 0, 0];
  for (const scene of film.scenes) {
    // A scene set aside is converted by itself.
    const next = converted(scene.items, scene.setAside ? 0 : from, factor, short, newId);
    tooShort += next.tooShort;
    rolledOut += next.unrolled;
    if (!scene.setAside) {
      from += sequenceOf(scene.items).frames;
      frames += sequenceOf(next.items).frames;
    }
    if (scene.items.length === 0) continue;
    edits.push(
      { kind: 'remove', of: 'items', ids: scene.items.map((item) => item.id) },
      {
        kind: 'insert',
        of: 'items',
        places: next.items.map((item, index) => ({ item, parentId: scene.id, index })),
      },
    );
  }
  const named = `${rateWords(rate)}, seconds kept`;
  const after = applyEdit(film, batch(named, edits));
  const inPlace = keptInPlace(film, after, (frame) => nearest(frame * factor[0], factor[1]));
  return {
    edit: batch(named, [...edits, ...inPlace]),
    frames,
    seconds: frameToSeconds(frames, rate),
    tooShort,
    unrolled: rolledOut,
  };
}
