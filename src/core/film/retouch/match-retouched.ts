import type { Photo } from '../film';
import { runningNumber } from '../numbering';

/** What tells which photo a retouched file belongs to. */
export type MatchBy = 'name' | 'number';

/** A file that came back. */
export interface ReturnedFile {
  readonly id: string;
  readonly name: string;
}

/** Which photo a file takes the place of, or why there is none. */
export type Match =
  { readonly photoId: string } | { readonly photoId?: undefined; readonly why: 'none' | 'several' | 'taken' };

const keyOf = (name: string, by: MatchBy): string | undefined =>
  by === 'number'
    ? runningNumber(name)?.toString()
    : name
        .replace(/\.[^.]*$/, '')
        .normalize('NFC')
        .toLowerCase();

/** The name by which a photo is looked for: the one it was written out under, or its own. */
const soughtName = (photo: Photo): string =>
  // Behind the ending that is cut off, a stem may have dots of its own.
  photo.writtenOut ? `${photo.writtenOut.stem}.out` : photo.name;

/**
 * Finds the photo for each file that came back, by file id. Of several photos that fit, the one that was written out
 * is meant; a photo is given to one file only, the first.
 */
export function matchRetouched(
  photos: readonly Photo[],
  files: readonly ReturnedFile[],
  by: MatchBy,
): ReadonlyMap<string, Match> {
  const byKey = new Map<string, Photo[]>();
  for (const photo of photos) {
    const key = keyOf(soughtName(photo), by);
    if (key === undefined) continue;
    const list = byKey.get(key);
    if (list) list.push(photo);
    else byKey.set(key, [photo]);
  }
  const taken = new Set<string>();
  const matchOf = (name: string): Match => {
    const key = keyOf(name, by);
    const fitting = (key !== undefined && byKey.get(key)) || [];
    const out = fitting.filter((photo) => photo.writtenOut);
    const [first, second] = out.length > 0 ? out : fitting;
    if (!first) return { why: 'none' };
    if (second) return { why: 'several' };
    if (taken.has(first.id)) return { why: 'taken' };
    taken.add(first.id);
    return { photoId: first.id };
  };
  return new Map(files.map(({ id, name }) => [id, matchOf(name)]));
}
