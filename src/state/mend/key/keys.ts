import { keyEdit } from '../../../core/edits/key-edits';
import type { Film } from '../../../core/film/film';
import { FRESH_KEY, KEY_AMOUNTS, type Key, type KeyAmount } from '../../../core/film/key';
import { scheduleOf } from '../../../core/film/schedule';
import { signed } from '../../../core/time/amount';
import { openFilm } from '../../document/document';
import { edit, targetPoses } from '../../document/edit-film';
import { setDraft } from '../../picture/shown-film';
import { sceneOnScreen } from '../../poses/scenes';
import type { MendScope } from '../mend';
import { mendTarget } from '../mend-target';
import { keyingNow } from './keying';

/** The key of the film, the scene on screen, or the chosen poses: of the first where they differ. */
export function keyInScope(film: Film, scope: MendScope): Key | undefined {
  if (scope === 'film') return film.settings.key;
  if (scope === 'scene') {
    const id = sceneOnScreen();
    return film.scenes.find((scene) => scene.id === id)?.key;
  }
  const [first] = targetPoses();
  return first === undefined ? undefined : scheduleOf(film).firsts.get(first)?.pose.key;
}

/** What a scope without a key of its own would begin with: poses with that of their scene or film, a scene with the film's. */
function around(film: Film, scope: MendScope): Key | undefined {
  if (scope === 'film') return undefined;
  return (scope === 'chosen' ? keyInScope(film, 'scene') : undefined) ?? film.settings.key;
}

/** The key that is set for a scope: its own, or what it shows for want of one. */
export const keyOfScope = (film: Film, scope: MendScope): Key =>
  keyInScope(film, scope) ?? around(film, scope) ?? FRESH_KEY;

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
  setKey({ ...keyNow(), off: on ? undefined : true }, on ? 'done again' : 'left out');

/** The same, the other way round. */
export const toggleKey = (): void => switchKey(keyNow().off === true);

/** Nothing is cut out by a key of this scope's own any more. */
export const keyAsBefore = (): void => setKey(undefined, 'taken away');
