import { sampleHere } from '../transport/sample-here';
import { placeCues, type PlacedCue } from '../../core/film/cue-place';
import {
  changeLaneEdit,
  contactEdit,
  duplicateCuesEdit,
  holdCuesEdit,
  markCuesEdit,
  nudgeCuesEdit,
  placeCueEdit,
  removeCuesEdit,
  reverseCuesEdit,
  splitCuesEdit,
  type CueMarks,
  type Hold,
} from '../../core/edits/cue-edits';
import { fadeWithFilmEdit } from '../../core/edits/fade-with-film';
import { batch, takeOut } from '../../core/edits/edit';
import type { Film } from '../../core/film/film';
import { laneFor } from '../../core/film/lane-for';
import type { Lane, LaneKind, Mix, Sound } from '../../core/film/sound';
import { loudestOnset, type Onset } from '../../core/sound/onsets';
import { count } from '../../core/time/format';
import { frameToSample } from '../../core/time/frames';
import { newId } from '../../engine/browser/new-id';
import { useContactPreference } from './contact-preference';
import { edit, tryEdit } from '../document/edit-film';
import { analysisOf } from './sounds';
import { documentNow, openFilm } from '../document/document';
import { selectionNow, setSelection } from '../selection/selection';
import { setShell, tell } from '../shell/shell';
import { transportNow } from '../transport/transport';

/** Chooses a cue: it only, or it too. */
export function chooseCue(id: string, mode: 'only' | 'toggle'): void {
  const { chosenCues } = selectionNow();
  const next = mode === 'toggle' ? new Set(chosenCues) : new Set<string>();
  if (mode === 'only' || !next.delete(id)) next.add(id);
  setSelection({ chosenCues: next });
}

/** Shows the panel of the chosen cues, whichever panel of Sound is open. For presses of a person: a take that is kept leaves Record open. */
export const showCuePanel = (): void => setShell({ soundPanel: 'cue' });

/** Chooses none. */
export const chooseNoCue = (): void => setSelection({ chosenCues: new Set() });

/** Does something with the chosen cues, where there are any. */
function withChosen(act: (film: Film, ids: readonly string[]) => void): void {
  const film = openFilm();
  const ids = [...selectionNow().chosenCues];
  if (film && ids.length > 0) act(film, ids);
}

/**
 * Lays a sound into a lane, or the one that suits it, at a frame or the one on screen; in a lane of effects its loudest attack comes to lie there.
 */
export function laySound(sound: Sound, laneId?: string, frame = transportNow().frame): void {
  const film = openFilm();
  const lane = film && (film.lanes.find((each) => each.id === laneId) ?? laneFor(film, sound));
  if (!film || !lane) return tell('Add a lane first: cues lie in lanes.');
  const contact = lane.kind === 'effects' ? loudestOnset(analysisOf(sound.hash)?.onsets ?? []) : undefined;
  const id = newId();
  const early = contact ? useContactPreference.getState().early : 0;
  const at = frameToSample(Math.max(0, frame - early), film.settings.rate);
  edit(placeCueEdit(film, { id, sound, laneId: lane.id, at, by: contact?.at }));
  chooseCue(id, 'only');
  showCuePanel();
}

/** Moves the chosen cues by frames, whole or not, tied as they are. */
export const nudgeCues = (frames: number): void =>
  withChosen((film, ids) => edit(nudgeCuesEdit(film, ids, frames)));

/** Splits the chosen cues, or where none is chosen all that lie there, at the playhead. */
export function splitCues(): void {
  const film = openFilm();
  if (!film) return;
  const { chosenCues } = selectionNow();
  const ids = chosenCues.size > 0 ? [...chosenCues] : film.cues.map((cue) => cue.id);
  tryEdit((open) => splitCuesEdit(open, ids, sampleHere(open), newId));
}

/** Deletes the chosen cues. */
export const removeCues = (): void => withChosen((_, ids) => edit(removeCuesEdit(ids)));

/** Puts copies of the chosen cues behind them. */
export const duplicateCues = (): void =>
  withChosen((film, ids) => {
    const copies = duplicateCuesEdit(film, ids, newId);
    edit(copies.edit);
    setSelection({ chosenCues: new Set(copies.ids) });
  });

/** Turns the chosen cues round. */
export const reverseCues = (): void => withChosen((film, ids) => edit(reverseCuesEdit(film, ids)));

/** Sets level, fades, lane or repeating of the chosen cues; `words` name the edit. */
export const markCues = (words: string, marks: Partial<CueMarks>): void =>
  withChosen((film, ids) => edit(markCuesEdit(film, ids, words, marks)));

/** Ties the chosen cues to poses or to the time of the film. */
export const holdCues = (hold: Hold): void => withChosen((film, ids) => edit(holdCuesEdit(film, ids, hold)));

/** The attacks of a cue's sound that are heard in it. */
export const attacksOf = ({ cue, sound }: PlacedCue): readonly Onset[] =>
  analysisOf(sound.hash)?.onsets.filter(({ at }) => at >= cue.from && at < cue.to) ?? [];

/** Ties a cue to the pose under a moment of its sound, such as an attack; nothing moves. */
export function tieBy(id: string, by: number): void {
  const film = openFilm();
  const pin = film?.cues.find((cue) => cue.id === id)?.pin;
  const every = pin?.to === 'pose' ? pin.every : undefined;
  if (film && documentNow().canWrite) edit(holdCuesEdit(film, [id], { to: 'pose', by, every }));
}

/**
 * Puts the contact of each chosen cue on the frame on screen, or a frame before it as is the habit: the moment it is tied
 * by where that is none of its ends, else its loudest attack.
 */
export const putContact = (): void =>
  withChosen((film, ids) => {
    const edits = placeCues(film).flatMap((placed) => {
      const { cue } = placed;
      if (!ids.includes(cue.id)) return [];
      const tied =
        cue.pin.to === 'pose' && cue.pin.by > cue.from && cue.pin.by < cue.to ? cue.pin.by : undefined;
      const at = tied ?? loudestOnset(attacksOf(placed))?.at;
      return at === undefined
        ? []
        : [contactEdit(film, cue.id, at, transportNow().frame, useContactPreference.getState().early)];
    });
    if (edits.length === 0)
      return tell('No loud moment was found in the chosen cues. Double-click on the waveform where it is.');
    edit(batch('Sync point put on the frame', edits));
  });

/** Lets the chosen cues fade out with the film. */
export const fadeWithFilm = (): void =>
  withChosen((film, ids) => {
    const { edit: change, short } = fadeWithFilmEdit(film, new Set(ids));
    edit(change);
    if (short > 0)
      tell(
        `${count(short, 'cue ends', 'cues end')} before the film and fades there. “Repeat until the film ends” goes on.`,
      );
  });

/** Changes marks of a lane; `words` name the edit. */
export function changeLane(id: string, words: string, marks: Partial<Omit<Lane, 'id'>>): void {
  if (openFilm()) edit(changeLaneEdit(id, words, marks));
}

/** Adds a lane of a kind below the others. */
export function addLane(kind: LaneKind, name: string): void {
  const film = openFilm();
  if (!film) return;
  const lane: Lane = { id: newId(), name, kind, level: 0 };
  edit(
    batch(`Lane ${name} added`, [
      { kind: 'insert', of: 'lanes', places: [{ item: lane, index: film.lanes.length }] },
    ]),
  );
}

/** Moves a lane one place up (−1) or down (1). */
export function moveLane(id: string, by: 1 | -1): void {
  const film = openFilm();
  if (!film) return;
  const at = film.lanes.findIndex((each) => each.id === id);
  const [lane, other] = [film.lanes[at], film.lanes[at + by]];
  if (!lane || !other) return;
  edit(batch(`${lane.name} moved`, [{ kind: 'move', of: 'lanes', moves: [{ id, index: at + by }] }]));
}

/** Takes a lane away, with what lies in it. */
export function removeLane(id: string): void {
  const film = openFilm();
  const lane = film?.lanes.find((each) => each.id === id);
  if (!film || !lane) return;
  const cues = film.cues.filter((cue) => cue.laneId === id);
  edit(
    batch(`Lane ${lane.name} deleted`, [
      takeOut(
        'cues',
        cues.map(({ id }) => id),
      ),
      { kind: 'remove', of: 'lanes', ids: [id] },
    ]),
  );
}

/** Sets gain, ceiling or ducking of the mix. */
export const setMix = (mix: Partial<Mix>): void => edit({ kind: 'patch', of: 'mix', patch: mix });
