import type { Film, Scene } from './film';
import { scheduleOf } from './schedule';

type Mark = 'crop' | 'look' | 'key';
const marked = new WeakMap<Film, Partial<Record<Mark, ReadonlyMap<string, Scene> | undefined>>>();

/** Scenes that have a mark of their own, by id; undefined where none has. */
function scenesWith(film: Film, mark: Mark): ReadonlyMap<string, Scene> | undefined {
  const known = marked.get(film) ?? {};
  marked.set(film, known);
  if (!(mark in known)) {
    const some = film.scenes.filter((scene) => scene[mark]);
    known[mark] = some.length > 0 ? new Map(some.map((scene) => [scene.id, scene])) : undefined;
  }
  return known[mark];
}

/** The scene that a pose stands in, where it has a mark of its own; in a film without such scenes nothing is looked for. */
export function sceneOf(film: Film, poseId: string, mark: Mark): Scene | undefined {
  const scenes = scenesWith(film, mark);
  const sceneId = scenes && scheduleOf(film).firsts.get(poseId)?.sceneId;
  return sceneId === undefined ? undefined : scenes?.get(sceneId);
}
