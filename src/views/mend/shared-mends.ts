import type { Photo } from '../../core/film/film';
import type { PhotoMends } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';

/** What all photos have alike of their mends; undefined where they differ. */
export function shared<T>(photos: readonly Photo[], read: (mends: PhotoMends) => T): T | undefined {
  const values = new Set(photos.map((photo) => read(fileOf(photo).mends ?? {})));
  return values.size === 1 ? [...values][0] : undefined;
}
