import { count } from '../time/format';
import { frameToSample, SAMPLE_RATE } from '../time/frames';
import { err, ok, type Result } from '../time/result';
import { firstPlaces, pinAt, samplesToPin, type PlacedCue } from '../film/cue-place';
import type { Film } from '../film/film';
import type { Cue, Lane, Pin, Sound } from '../film/sound';
import { LEVELS } from '../sound/level';
import { batch, putAll, takeOut, type Edit } from './edit';
import { patched } from './patched';

/** The shortest part of a sound that a cue keeps: 5 ms. */
const SHORTEST = 240;

const setCues = (words: string, cues: readonly Cue[]): Edit => batch(words, [putAll('cues', cues)]);

const cueWords = (cues: readonly unknown[]): string => count(cues.length, 'cue');

/** Whether a cue is tied by its start. */
const byStart = ({ pin, from, to, reversed }: Cue): boolean =>
  pin.to === 'pose' && pin.by === (reversed ? to : from);

/** A pin like the one given that puts the same moment of the cue `by` samples later. */
function movedPin(film: Film, { cue, start }: PlacedCue, by: number): Pin {
  if (cue.pin.to === 'time') return { to: 'time', sample: Math.max(0, cue.pin.sample + by) };
  return pinAt(film, start + by + samplesToPin(cue), cue.pin.by, cue.pin.every);
}

export interface NewCue {
  readonly id: string;
  readonly sound: Sound;
  readonly laneId: string;
  /** Sample of the film at which the moment `by` of the sound is heard. */
  readonly at: number;
  /** Sample of the sound; its start, or its contact. */
  readonly by?: number | undefined;
  /** The part of the sound; all of it where it is missing. */
  readonly part?: { readonly from: number; readonly to: number } | undefined;
}

/** Lays a sound into the film, tied to the pose under its start, or under its contact. */
export function placeCueEdit(film: Film, { id, sound, laneId, at, by, part }: NewCue): Edit {
  const { from, to } = part ?? { from: 0, to: sound.samples };
  const cue: Cue = { id, soundId: sound.id, laneId, from, to, level: 0, pin: pinAt(film, at, by ?? from) };
  return setCues(`${sound.name} added`, [cue]);
}

/** Moves cues by samples, and to another lane where one is named; each is tied anew where it comes to lie. */
export function moveCuesEdit(film: Film, ids: Iterable<string>, by: number, laneId?: string): Edit {
  const places = firstPlaces(film, ids);
  const earliest = Math.min(...places.map((place) => place.end - SHORTEST));
  // Something of each stays within the film.
  const shift = Math.max(by, -earliest);
  const cues = places.map((place) => ({
    ...place.cue,
    ...(laneId === undefined ? {} : { laneId }),
    pin: shift === 0 ? place.cue.pin : movedPin(film, place, shift),
  }));
  return setCues(`${cueWords(cues)} moved`, cues);
}

/** Moves cues by frames, whole or not, without tying them to another pose. */
export function nudgeCuesEdit(film: Film, ids: Iterable<string>, frames: number): Edit {
  const { rate } = film.settings;
  const samples = Math.round((frames * rate.den * SAMPLE_RATE) / rate.num);
  const cues = firstPlaces(film, ids).map(({ cue }): Cue => {
    const { pin } = cue;
    if (pin.to === 'time') return { ...cue, pin: { to: 'time', sample: Math.max(0, pin.sample + samples) } };
    // Hundredths stay hundredths, however often they are added.
    return { ...cue, pin: { ...pin, nudge: Math.round((pin.nudge + frames) * 1e6) / 1e6 } };
  });
  return setCues(`${cueWords(cues)} nudged`, cues);
}

/** Sets where a cue begins or ends to a sample of the film; what is heard stays where it is. */
export function trimCueEdit(film: Film, id: string, edge: 'start' | 'end', at: number): Result<Edit> {
  const [place] = firstPlaces(film, [id]);
  if (!place) return err('There is no such cue any more.');
  const { cue, sound, start } = place;
  const cutsFrom = (edge === 'start') !== (cue.reversed ?? false);
  const into = edge === 'start' ? at - start : at - (start + cue.to - cue.from);
  const moved = cue.reversed ? -into : into;
  const from = cutsFrom ? Math.min(Math.max(0, cue.from + moved), cue.to - SHORTEST) : cue.from;
  const to = cutsFrom ? cue.to : Math.max(Math.min(sound.samples, cue.to + moved), cue.from + SHORTEST);
  if (to - from < SHORTEST || from < 0) return err('The sound is too short to be trimmed.');
  const trimmed = { ...cue, from, to };
  if (edge === 'end') {
    // The start of a reversed sound lies at its end: it stays pinned there.
    return ok(setCues('Cue trimmed', [trimmed]));
  }
  const by = cue.reversed ? cue.to - to : from - cue.from;
  const pin: Pin =
    cue.pin.to === 'time'
      ? { to: 'time', sample: cue.pin.sample + by }
      : byStart(cue)
        ? pinAt(film, start + by, cue.reversed ? to : from, cue.pin.every)
        : cue.pin;
  return ok(setCues('Cue trimmed', [{ ...trimmed, pin }]));
}

/** Trims cues at one of their edges, all by as many samples; those too short for it stay as they are. */
export function trimCuesEdit(
  film: Film,
  ids: Iterable<string>,
  edge: 'start' | 'end',
  by: number,
): Result<Edit> {
  const trimmed = firstPlaces(film, ids).map(({ cue, start }) =>
    trimCueEdit(film, cue.id, edge, (edge === 'start' ? start : start + cue.to - cue.from) + by),
  );
  const edits = trimmed.flatMap((each) => (each.ok ? [each.value] : []));
  if (edits.length === 0) return trimmed[0] ?? err('There is no such cue any more.');
  return ok(batch(`${cueWords(edits)} trimmed`, edits));
}

/** Parts cues at a sample of the film; those that do not lie over it stay as they are. */
export function splitCuesEdit(
  film: Film,
  ids: Iterable<string>,
  at: number,
  newId: () => string,
): Result<Edit> {
  const over = firstPlaces(film, ids).filter(
    ({ cue, start }) => !cue.looped && at - start >= SHORTEST && start + cue.to - cue.from - at >= SHORTEST,
  );
  if (over.length === 0) return err('There is no cue at the playhead to split.');
  const parts = over.flatMap(({ cue, start }): Cue[] => {
    const into = at - start;
    const { fadeIn, fadeOut, ...rest } = cue;
    const cut = cue.reversed ? cue.to - into : cue.from + into;
    const pin: Pin = cue.pin.to === 'time' ? { to: 'time', sample: at } : pinAt(film, at, cut, cue.pin.every);
    const [first, second] = cue.reversed
      ? [
          { from: cut, to: cue.to },
          { from: cue.from, to: cut },
        ]
      : [
          { from: cue.from, to: cut },
          { from: cut, to: cue.to },
        ];
    return [
      { ...rest, ...first, ...(fadeIn ? { fadeIn } : {}) },
      { ...rest, ...second, id: newId(), pin, ...(fadeOut ? { fadeOut } : {}) },
    ];
  });
  return ok(setCues(`${cueWords(over)} split`, parts));
}

export const removeCuesEdit = (ids: readonly string[]): Edit =>
  batch(`${cueWords(ids)} deleted`, [takeOut('cues', ids)]);

/** Copies of cues behind themselves, one after the other; gives their ids too. */
export function duplicateCuesEdit(
  film: Film,
  ids: Iterable<string>,
  newId: () => string,
): { readonly edit: Edit; readonly ids: readonly string[] } {
  const places = firstPlaces(film, ids);
  const first = Math.min(...places.map((place) => place.start));
  const last = Math.max(...places.map(({ start, cue }) => start + cue.to - cue.from));
  const copies = places.map((place) => ({
    ...place.cue,
    id: newId(),
    pin: movedPin(film, place, last - first),
  }));
  return { edit: setCues(`${cueWords(copies)} duplicated`, copies), ids: copies.map((cue) => cue.id) };
}

/** Turns cues round, in their place. */
export function reverseCuesEdit(film: Film, ids: Iterable<string>): Edit {
  const cues = firstPlaces(film, ids).map(({ cue }): Cue => {
    const { reversed, ...rest } = cue;
    const pin: Pin = cue.pin.to === 'time' ? cue.pin : { ...cue.pin, by: cue.from + cue.to - cue.pin.by };
    return { ...rest, pin, ...(reversed ? {} : { reversed: true }) };
  });
  return setCues(`${cueWords(cues)} reversed`, cues);
}

/** What can be set of cues besides their place. */
export type CueMarks = Pick<Cue, 'level' | 'fadeIn' | 'fadeOut' | 'looped' | 'laneId'>;

/** Sets marks of cues; those that are undefined are taken away. */
export const markCuesEdit = (
  film: Film,
  ids: Iterable<string>,
  words: string,
  marks: Partial<CueMarks>,
): Edit =>
  setCues(
    words,
    firstPlaces(film, ids).map(({ cue }) => patched(cue, marks)),
  );

/** Makes cues louder by so many dB, or softer; none beyond the least and the most. */
export function raiseCuesEdit(film: Film, ids: Iterable<string>, by: number): Edit {
  const cues = firstPlaces(film, ids).map(({ cue }) => cue);
  const raised = (level: number): number => Math.min(LEVELS.most, Math.max(LEVELS.least, level + by));
  return setCues(
    `${cueWords(cues)} ${by < 0 ? 'softer' : 'louder'}`,
    cues.map((cue) => ({ ...cue, level: raised(cue.level) })),
  );
}

/** How a cue is held in its place. */
export type Hold =
  | { readonly to: 'time' }
  | { readonly to: 'pose'; readonly by?: number | undefined; readonly every?: boolean | undefined };

/** Ties cues to the film's time, or to the pose under their start or under the moment `by`; nothing moves. */
export function holdCuesEdit(film: Film, ids: Iterable<string>, hold: Hold): Edit {
  const cues = firstPlaces(film, ids).map(({ cue, start }): Cue => {
    if (hold.to === 'time') return { ...cue, pin: { to: 'time', sample: start } };
    const by = hold.by ?? (cue.reversed ? cue.to : cue.from);
    const into = cue.reversed ? cue.to - by : by - cue.from;
    return { ...cue, pin: pinAt(film, start + into, by, hold.every) };
  });
  return setCues(
    hold.to === 'time' ? `${cueWords(cues)} fixed at their time` : `${cueWords(cues)} pinned`,
    cues,
  );
}

/** Puts a moment of a cue on a frame, or so many frames before; it is tied there by that moment. */
export function contactEdit(film: Film, id: string, by: number, frame: number, early: number): Edit {
  const [place] = firstPlaces(film, [id]);
  if (!place) return batch('Nothing changed', []);
  const at = frameToSample(Math.max(0, frame - early), film.settings.rate);
  const every = place.cue.pin.to === 'pose' ? place.cue.pin.every : undefined;
  return setCues('Sync point put on a frame', [{ ...place.cue, pin: pinAt(film, at, by, every) }]);
}

/** Changes marks of a lane; those that are undefined are taken away. */
export const changeLaneEdit = (id: string, words: string, marks: Partial<Omit<Lane, 'id'>>): Edit =>
  batch(words, [{ kind: 'patch', of: 'lanes', patches: [{ id, patch: marks }] }]);
