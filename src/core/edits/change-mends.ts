import type { Photo } from '../film/film';
import type { PhotoMends } from '../film/photo-mends';
import { fileOf } from '../film/photo-picture';
import { changeFile } from './change-photos';
import { batch, type Edit } from './edit';
import { patched } from './patched';

/** Changes the mends of photos, each by a patch of its own; what is set to undefined is taken away. */
export function changeMends(
  label: string,
  photos: readonly Photo[],
  patch: (photo: Photo) => Partial<PhotoMends>,
): Edit {
  const change = changeFile(photos, (photo) => {
    const mends = patched<PhotoMends>(fileOf(photo).mends ?? {}, patch(photo));
    return { mends: Object.keys(mends).length > 0 ? mends : undefined };
  });
  return batch(label, [change]);
}
