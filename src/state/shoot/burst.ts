import { create } from 'zustand';
import type { Film, Photo, Pose } from '../../core/film/film';
import { photosById } from '../../core/film/film';
import { posesOf } from '../../core/film/items';
import { scheduleOf, showingOf } from '../../core/film/schedule';
import { chooseShotEdit } from '../../core/shoot/shot-edits';
import { openFilm } from '../document/document';
import { edit } from '../document/edit-film';
import { goTo } from '../transport/play';
import { showLive } from './live';

interface BurstState {
  /** The photos of the burst that was taken last, in order; none once one was chosen. */
  readonly photoIds: readonly string[];
}

/** What there is to choose from. */
export const useBurst = create<BurstState>(() => ({ photoIds: [] }));

/** Counts a photo to the burst; gives whether there was one before it, whose pose it could take. */
export function addToBurst(photoId: string): boolean {
  const { photoIds } = useBurst.getState();
  useBurst.setState({ photoIds: [...photoIds, photoId] });
  return photoIds.length > 0;
}

/** Leaves things as they are: what was not chosen is in the tray. */
export const endBurst = (): void => {
  if (useBurst.getState().photoIds.length > 0) useBurst.setState({ photoIds: [] });
};

/** What there is to choose from in a film: the photos of the burst that came in, and the pose that shows one of them. */
export function burstIn(
  film: Film,
  { photoIds }: BurstState,
): { readonly pose: Pose; readonly photos: readonly Photo[] } | undefined {
  const known = photosById(film);
  const photos = photoIds.flatMap((id) => known.get(id) ?? []);
  const ids = new Set(photoIds);
  const pose = photos.length < 2 ? undefined : posesOf(film).find(({ photoId }) => ids.has(photoId));
  return pose && { pose, photos };
}

/** Shows one of them in the pose of the burst, large. */
export function chooseOfBurst(photo: Photo): void {
  const film = openFilm();
  const burst = film && burstIn(film, useBurst.getState());
  if (!burst) return;
  if (burst.pose.photoId !== photo.id) edit(chooseShotEdit(film, burst.pose, photo));
  const entry = showingOf(scheduleOf(film), burst.pose.id, 0);
  if (!entry) return;
  goTo(entry.start);
  showLive(false);
}
