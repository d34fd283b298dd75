import type { Film, FilmSettings, Pose } from '../film/film';
import { count } from '../time/format';
import type { Edit } from './edit';

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

/** Sets a framing or a look of it; undefined takes it away. */
export function patchTarget(
  target: MendTarget,
  patch:
    | (Pick<FilmSettings, 'crop'> & Pick<Pose, 'cameraMove'>)
    | Pick<FilmSettings, 'look'>
    | Pick<FilmSettings, 'key'>,
): Edit {
  if (target.of === 'film') return { kind: 'patch', of: 'settings', patch };
  if (target.of === 'scene') return { kind: 'patch', of: 'scenes', patches: [{ id: target.id, patch }] };
  return { kind: 'patch', of: 'items', patches: target.ids.map((id) => ({ id, patch })) };
}
