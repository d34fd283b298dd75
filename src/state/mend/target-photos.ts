import type { MendTarget } from '../../core/edits/mend-target';
import { photosById, type Film, type Photo } from '../../core/film/film';
import { posesIn } from '../../core/film/items';
import { photosInOrder } from '../../core/mend/match-plan';
import type { MendScope } from './mend';
import { mendTarget } from './mend-target';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { openFilm } from '../document/document';
import { targetPoses } from '../document/edit-film';
import { transportNow } from '../transport/transport';

/** The photo of the pose on screen. */
export function photoOnScreen(film: Film, frame = transportNow().frame): Photo | undefined {
  const here = poseAt(scheduleOf(film), frame);
  return here && photosById(film).get(here.pose.photoId);
}

/** Photos of poses, each once. */
export function photosOfPoses(film: Film, poseIds: Iterable<string>): readonly Photo[] {
  const { firsts } = scheduleOf(film);
  const photos = photosById(film);
  const ids = new Set([...poseIds].flatMap((id) => firsts.get(id)?.pose.photoId ?? []));
  return [...ids].flatMap((id) => photos.get(id) ?? []);
}

/** The photos that are mended: those of the chosen poses, or else the one on screen. */
export function targetPhotoIds(): readonly string[] {
  const film = openFilm();
  return film ? photosOfPoses(film, targetPoses()).map(({ id }) => id) : [];
}

/** The photos of the film, a scene, or poses. */
export function photosOfTarget(film: Film, target: MendTarget): readonly Photo[] {
  if (target.of === 'film') return photosInOrder(film);
  if (target.of === 'poses') return photosOfPoses(film, target.ids);
  const scene = film.scenes.find(({ id }) => id === target.id);
  return photosOfPoses(
    film,
    posesIn(scene?.items ?? []).map(({ id }) => id),
  );
}

/** The photos that a scope means. */
export const photosInScope = (film: Film, scope: MendScope): readonly Photo[] =>
  photosOfTarget(film, mendTarget(scope));
