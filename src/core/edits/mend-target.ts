import type { Film } from '../film/film';
import { count } from '../time/format';

/** What a framing or a look is set for: the film, a scene, or poses. */
export type MendTarget =
  | { readonly of: 'film' }
  | { readonly of: 'scene'; readonly id: string }
  | { readonly of: 'poses'; readonly ids: readonly string[] };

/** What it is called. */
export function targetWords(film: Film, target: MendTarget): string {
  if (target.of === 'film') return 'the film';
  if (target.of === 'poses') return count(target.ids.length, 'pose');
  return film.scenes.find(({ id }) => id === target.id)?.name ?? 'a scene';
}
