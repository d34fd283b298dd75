import type { KeyView } from '../picture/key/key-cut';
import type { Film } from './film';
import { mapPoses, mapScenes } from './items';
import type { Key } from './key';
import type { ViewedKey } from './key-of';
import { without } from './unmended-film';

/** What shines through where the subject is: the grey of the surround. */
const SURROUND = '#777573';

const films = new WeakMap<Film, Map<KeyView, Film>>();

/** A film in which what is keyed is seen as its matte, or as what goes by itself; the same value for the same film. */
export function viewedKeyFilm(film: Film, view: KeyView): Film {
  let known = films.get(film);
  if (!known) films.set(film, (known = new Map<KeyView, Film>()));
  let made = known.get(view);
  if (made) return made;
  const plain = without(film, ['look']);
  const seen = <T extends { readonly key?: Key | undefined }>(thing: T): T => {
    if (!thing.key) return thing;
    const key: ViewedKey = { ...thing.key, view, behind: { kind: 'colour', colour: SURROUND } };
    return { ...thing, key };
  };
  const poses = mapScenes(plain, (scene) => mapPoses(scene.items, seen));
  made = { ...poses, scenes: poses.scenes.map(seen), settings: seen(plain.settings) };
  known.set(view, made);
  return made;
}
