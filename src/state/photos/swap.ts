import { create } from 'zustand';
import { swapEdit } from '../../core/edits/retouch-edits';
import { photosById, type Film, type Photo } from '../../core/film/film';
import { isUsable, type IntakeRow } from '../../core/film/intake/intake-row';
import { fileOf } from '../../core/film/photo-picture';
import { matchRetouched, type Match, type MatchBy } from '../../core/film/retouch/match-retouched';
import { count } from '../../core/time/format';
import { isMeant } from '../../engine/browser/photos/files-of';
import { readFiles } from './bring-in';
import { edit } from '../document/edit-film';
import { documentNow, openFilm } from '../document/document';
import { shellNow, tell } from '../shell/shell';

/** Retouched files that came back and have not taken the places of their originals yet. */
export interface Swap {
  readonly filmId: string;
  readonly rows: readonly IntakeRow[];
  readonly by: MatchBy;
  readonly complete: boolean;
}

/** Retouched files that came back, and the photos whose places they would take. */
export const useSwap = create<{ readonly swap: Swap | undefined }>(() => ({ swap: undefined }));

const swapNow = (): Swap | undefined => useSwap.getState().swap;

const set = (change: Partial<Swap>): void =>
  useSwap.setState(({ swap }) => ({ swap: swap && { ...swap, ...change } }));

/** A file that came back, the photo whose place it takes, and whether it looks the same already. */
export interface SwapPair {
  readonly row: IntakeRow;
  readonly match: Match | undefined;
  readonly photo: Photo | undefined;
  readonly same: boolean;
}

/** The pairs that a swap makes of a film's photos. */
export function swapPairs(film: Film, { rows, by }: Swap): readonly SwapPair[] {
  const matches = matchRetouched(
    film.photos,
    rows.filter((row) => row.photo),
    by,
  );
  const photos = photosById(film);
  return rows.map((row) => {
    const match = matches.get(row.id);
    const photo = match?.photoId === undefined ? undefined : photos.get(match.photoId);
    return { row, match, photo, same: photo !== undefined && fileOf(photo).hash === row.photo?.hash };
  });
}

/** Whether a pair will be swapped. */
export const isSwapped = ({ row, photo, same }: SwapPair): boolean =>
  isUsable(row) && photo !== undefined && !same;

/** The rule by which more files find a photo; by name where both do as well. */
function betterRule(film: Film, rows: readonly IntakeRow[]): MatchBy {
  const usable = rows.filter((row) => row.photo);
  const found = (by: MatchBy): number =>
    [...matchRetouched(film.photos, usable, by).values()].filter((each) => each.photoId !== undefined).length;
  return found('number') > found('name') ? 'number' : 'name';
}

/** Reads files that were retouched elsewhere and shows which photo each belongs to. */
export async function bringRetouched(files: readonly File[]): Promise<void> {
  const film = openFilm();
  if (!film) return;
  if (shellNow().incoming) return tell('Photos are still being added. Wait for them, or stop them first.');
  const meant = files.filter(isMeant);
  if (meant.length === 0) return tell('There are no photos in these files. Nothing was changed.', 'wrong');
  useSwap.setState({ swap: { filmId: film.id, rows: [], by: 'name', complete: false } });
  await readFiles(film.id, meant, (rows) => {
    const swap = swapNow();
    if (!swap) return;
    const all = [...swap.rows, ...rows];
    set({ rows: all, by: betterRule(openFilm() ?? film, all) });
  });
  set({ complete: true });
}

/** Finds the photos for what came back by their names or by their numbers. */
export const matchBy = (by: MatchBy): void => set({ by });

/** Keeps a file out of the swap, or takes it back in. */
export const leaveOutOfSwap = (id: string, leftOut: boolean): void =>
  set({ rows: (swapNow()?.rows ?? []).map((row) => (row.id === id ? { ...row, leftOut } : row)) });

/** Leaves everything as it is. */
export const dismissSwap = (): void => useSwap.setState({ swap: undefined });

/** Shows each retouched file in place of its photo. */
export function swapIn(): void {
  const film = openFilm();
  const swap = swapNow();
  if (!film || swap?.filmId !== film.id || !documentNow().canWrite) return;
  const pairs = swapPairs(film, swap)
    .filter(isSwapped)
    .flatMap(({ row, photo }) => (photo && row.photo ? [{ photoId: photo.id, file: row.photo }] : []));
  if (pairs.length === 0) return;
  edit(swapEdit(film, pairs));
  dismissSwap();
  tell(
    `${count(pairs.length, 'photo')} swapped for retouched ones. “Show originals” brings the originals back.`,
    'done',
  );
}
