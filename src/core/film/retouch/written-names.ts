import type { Photo, WrittenOut } from '../film';
import { runningNumber } from '../numbering';
import { fileOf } from '../photo-picture';

/** A photo to be written out and the file that becomes of it. */
export interface WrittenFile {
  readonly photo: Photo;
  readonly out: WrittenOut;
  /** Name with its ending. */
  readonly fileName: string;
}

const stemOf = (name: string): string => name.replace(/\.[^.]*$/, '');
const endingOf = (name: string): string => name.slice(stemOf(name).length);

const nameOf = (photo: Photo, { form, stem }: WrittenOut): string =>
  stem + (form === 'film' ? '.png' : endingOf(fileOf(photo).name));

/** The photo of a film that was written out under a name, with its ending. */
export const photoWrittenAs = (photos: readonly Photo[], name: string): Photo | undefined =>
  photos.find((photo) => photo.writtenOut && nameOf(photo, photo.writtenOut) === name);

/**
 * Names under which photos are written out for retouching. The camera's own names stay where each has a number that
 * no other has; where not, all are numbered from 1 behind `title`, in the order given.
 */
export function writtenFiles(
  photos: readonly Photo[],
  form: WrittenOut['form'],
  title: string,
): WrittenFile[] {
  const numbers = new Set(photos.map((photo) => runningNumber(photo.name)));
  const own = !numbers.has(undefined) && numbers.size === photos.length;
  const digits = Math.max(4, String(photos.length).length);
  return photos.map((photo, i) => {
    const stem = own ? stemOf(photo.name) : `${title}_${String(i + 1).padStart(digits, '0')}`;
    const out = { form, stem };
    return { photo, out, fileName: nameOf(photo, out) };
  });
}
