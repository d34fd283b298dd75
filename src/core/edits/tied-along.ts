import { frameToSample } from '../time/frames';
import { count } from '../time/format';
import { firstPlaces } from '../film/cue-place';
import type { Film, Flag, Item } from '../film/film';
import { posesIn, posesOf } from '../film/items';
import { scheduleOf } from '../film/schedule';
import type { Cue } from '../film/sound';
import { putAll, type Edit } from './edit';

/** What is tied to poses. */
export interface Tied {
  readonly cues: readonly Cue[];
  readonly flags: readonly Flag[];
}

/** Cues and flags that are tied to poses among these items. */
export function tiedTo(film: Film, items: readonly Item[]): Tied {
  const ids = new Set(posesIn(items).map(({ id }) => id));
  return {
    cues: film.cues.filter(({ pin }) => pin.to === 'pose' && ids.has(pin.at.poseId)),
    flags: film.flags.filter(({ at }) => ids.has(at.poseId)),
  };
}

/**
 * Of what is tied to poses, what a copy of them takes along: lines and effects, and of music and ambience what is over
 * before the poses are. A music that begins on a pose is not to be heard twice because the pose is.
 */
export function copiedAlong(film: Film, items: readonly Item[]): Tied {
  const { cues } = tiedTo(film, items);
  const plan = scheduleOf(film);
  const shown = posesIn(items).flatMap(({ id }) => plan.firsts.get(id) ?? []);
  const end = frameToSample(Math.max(0, ...shown.map((each) => each.end)), film.settings.rate);
  const places = firstPlaces(film, new Set(cues.map(({ id }) => id)));
  return {
    cues: places.flatMap(({ cue, lane, end: last }) =>
      lane.kind === 'dialogue' || lane.kind === 'effects' || last <= end ? [cue] : [],
    ),
    flags: [],
  };
}

/**
 * Ties cues and flags to the copies of the poses that they were tied to: those whose pose is gone go there themselves, of
 * others there come copies. What the film has no sound or lane for is left out.
 */
export function tiedAnew(
  film: Film,
  items: readonly Item[],
  copies: readonly Item[],
  { cues, flags }: Tied,
  newId: () => string,
): readonly Edit[] {
  const made = posesIn(copies);
  const copyOf = new Map(posesIn(items).map(({ id }, i) => [id, made[i]?.id]));
  const there = new Set(posesOf(film).map(({ id }) => id));
  const own = new Map(film.cues.map((cue) => [cue.id, cue]));
  const ownFlags = new Map(film.flags.map((flag) => [flag.id, flag]));
  const sounds = new Map(film.sounds.map((sound) => [sound.id, sound]));
  const lanes = new Set(film.lanes.map(({ id }) => id));
  const placed = cues.flatMap((cue): readonly Cue[] => {
    if (cue.pin.to === 'time') return [];
    const poseId = copyOf.get(cue.pin.at.poseId);
    const known = own.get(cue.id);
    const samples = sounds.get(cue.soundId)?.samples ?? 0;
    if (poseId === undefined || !lanes.has(cue.laneId) || cue.to > samples) return [];
    const goes =
      known?.pin.to === 'pose' && known.pin.at.poseId === cue.pin.at.poseId && !there.has(cue.pin.at.poseId);
    const at = { ...cue.pin.at, poseId };
    return [goes ? { ...known, pin: { ...cue.pin, at } } : { ...cue, id: newId(), pin: { ...cue.pin, at } }];
  });
  const flagged = flags.flatMap((flag): readonly Flag[] => {
    const poseId = copyOf.get(flag.at.poseId);
    const goes = ownFlags.get(flag.id)?.at.poseId === flag.at.poseId && !there.has(flag.at.poseId);
    return goes && poseId !== undefined ? [{ ...flag, at: { ...flag.at, poseId } }] : [];
  });
  const edits: Edit[] = [];
  if (placed.length > 0) edits.push(putAll('cues', placed));
  if (flagged.length > 0) edits.push(putAll('flags', flagged));
  return edits;
}

/** ` with 2 cues`, or nothing. */
export const withCues = (edits: readonly Edit[]): string => {
  const cues = edits.reduce(
    (sum, edit) => sum + (edit.kind === 'set' && edit.of === 'cues' ? edit.things.length : 0),
    0,
  );
  return cues > 0 ? ` with ${count(cues, 'cue')}` : '';
};
