import { keyEdit } from '../../../core/edits/key-edits';
import type { MendTarget } from '../../../core/edits/mend-target';
import type { Film } from '../../../core/film/film';
import { FRESH_KEY, KEY_AMOUNTS, type Key, type KeyAmount } from '../../../core/film/key';
import { scheduleOf } from '../../../core/film/schedule';
import { signed } from '../../../core/time/amount';
import { openFilm } from '../../document/document';
import { edit } from '../../document/edit-film';
import { setDraft } from '../../picture/shown-film';
import type { MendScope } from '../mend';
import { mendTarget } from '../mend-target';
import { keyingNow } from './keying';

/** The key of the film, a scene, or poses by itself: of the first where they differ. */
function ownKey(film: Film, target: MendTarget): Key | undefined {
  if (target.of === 'film') return film.settings.key;
  if (target.of === 'scene') return film.scenes.find(({ id }) => id === target.id)?.key;
  return scheduleOf(film).firsts.get(target.ids[0] ?? '')?.pose.key;
}

/** The key that is set for something: its own, or what it shows for want of one: poses that of their scene or film, a scene the film's. */
export function keyOfTarget(film: Film, target: MendTarget): Key {
  const first = target.of === 'poses' ? scheduleOf(film).firsts.get(target.ids[0] ?? '') : undefined;
  const ofScene = first && ownKey(film, { of: 'scene', id: first.sceneId });
  return ownKey(film, target) ?? ofScene ?? film.settings.key ?? FRESH_KEY;
}

/** The key of the film, the scene on screen, or the chosen poses by itself. */
export const keyInScope = (film: Film, scope: MendScope): Key | undefined => ownKey(film, mendTarget(scope));

/** The key that is set for a scope. */
export const keyOfScope = (film: Film, scope: MendScope): Key => keyOfTarget(film, mendTarget(scope));

/** The key that is being set. */
export function keyNow(): Key {
  const film = openFilm();
  return film ? keyOfScope(film, keyingNow().scope) : FRESH_KEY;
}

/** Sets the key; undefined takes it away. `what` says what was done. */
export function setKey(key: Key | undefined, what: string): void {
  setDraft(undefined);
  const film = openFilm();
  if (film) edit(keyEdit(film, mendTarget(keyingNow().scope), key, what));
}

/** Shows what a key would look like. */
export function tryKey(key: Key): void {
  const film = openFilm();
  if (film) setDraft(keyEdit(film, mendTarget(keyingNow().scope), key, 'tried'));
}

/** Sets a number of the key. */
export const setKeyAmount = (name: KeyAmount, value: number): void =>
  setKey({ ...keyNow(), [name]: value }, `${KEY_AMOUNTS[name].label} ${signed(value)}`);

/** Shows what that would look like. */
export const tryKeyAmount = (name: KeyAmount, value: number): void => tryKey({ ...keyNow(), [name]: value });

/** Leaves the key out of what it is set for, or does it again. */
export const switchKey = (on: boolean): void =>
  setKey({ ...keyNow(), off: on ? undefined : true }, on ? 'on' : 'off');

/** The same, the other way round. */
export const toggleKey = (): void => switchKey(keyNow().off === true);

/** Nothing is cut out by a key of this scope's own any more. */
export const keyAsBefore = (): void => setKey(undefined, 'deleted');
