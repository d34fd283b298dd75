import type { Film } from '../film/film';
import type { Key } from '../film/key';
import type { SeenBacking } from '../picture/key/key-cut';
import { fileOf } from '../film/photo-picture';
import { changeMends } from './change-mends';
import { photosAmong } from './change-photos';
import { batch, type Edit } from './edit';
import { patchTarget, targetWords, type MendTarget } from './mend-target';

/** Sets how the subject is cut out of the film, a scene or poses; undefined takes that away. `what` says what was done. */
export const keyEdit = (film: Film, target: MendTarget, key: Key | undefined, what: string): Edit =>
  batch(`Key of ${targetWords(film, target)}: ${what}`, [patchTarget(target, { key })]);

/** Keeps what was found of the backing of photos, by id; undefined where it is not known any more. */
export function backingsEdit(film: Film, found: ReadonlyMap<string, SeenBacking | undefined>): Edit {
  const photos = photosAmong(film, found.keys()).filter(
    (photo) => fileOf(photo).mends?.backing !== found.get(photo.id),
  );
  return changeMends('Backing found', photos, ({ id }) => ({ backing: found.get(id) }));
}
