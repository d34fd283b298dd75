import type { Film, FilmSettings, Photo, PhotoMarks } from '../film';
import { applyEdit } from './apply-edit';
import type { Edit, PosePlace } from './edit';

/** The poses among `poseIds` that the film has, with their places. */
export function placesOf(film: Film, poseIds: Iterable<string>): PosePlace[] {
  const wanted = new Set(poseIds);
  return film.scenes.flatMap((scene) =>
    scene.poses.flatMap((pose, index) => (wanted.has(pose.id) ? [{ pose, sceneId: scene.id, index }] : [])),
  );
}

const pick = (settings: FilmSettings, like: Partial<FilmSettings>): Partial<FilmSettings> =>
  Object.fromEntries(Object.keys(like).map((key) => [key, settings[key as keyof FilmSettings]]));

/** The marks of a photo that `like` names, undefined where it has none. */
const marksLike = (photo: Photo, like: Partial<PhotoMarks>): Partial<PhotoMarks> =>
  Object.fromEntries(Object.keys(like).map((key) => [key, photo[key as keyof PhotoMarks]]));

/** The edit that takes `edit` back: for the film it was applied to, applying both gives an equal film. */
export function invertEdit(film: Film, edit: Edit): Edit {
  switch (edit.kind) {
    case 'set-title':
      return { kind: 'set-title', title: film.title };
    case 'set-settings':
      return { kind: 'set-settings', settings: pick(film.settings, edit.settings) };
    case 'set-holds': {
      const places = placesOf(
        film,
        edit.holds.map(({ poseId }) => poseId),
      );
      return { kind: 'set-holds', holds: places.map(({ pose }) => ({ poseId: pose.id, hold: pose.hold })) };
    }
    case 'place-photos':
      return { kind: 'remove-photos', photoIds: edit.places.map(({ photo }) => photo.id) };
    case 'remove-photos': {
      const gone = new Set(edit.photoIds);
      const places = film.photos.flatMap((photo, index) => (gone.has(photo.id) ? [{ photo, index }] : []));
      return { kind: 'place-photos', places };
    }
    case 'set-photos': {
      const wanted = new Map(edit.changes.map(({ photoId, marks }) => [photoId, marks]));
      const changes = film.photos.flatMap((photo) => {
        const marks = wanted.get(photo.id);
        return marks ? [{ photoId: photo.id, marks: marksLike(photo, marks) }] : [];
      });
      return { kind: 'set-photos', changes };
    }
    case 'show-photos': {
      const places = placesOf(
        film,
        edit.shown.map(({ poseId }) => poseId),
      );
      return {
        kind: 'show-photos',
        shown: places.map(({ pose }) => ({ poseId: pose.id, photoId: pose.photoId })),
      };
    }
    case 'place-poses':
      return { kind: 'remove-poses', poseIds: edit.places.map(({ pose }) => pose.id) };
    case 'remove-poses':
      return { kind: 'place-poses', places: placesOf(film, edit.poseIds) };
    case 'move-poses': {
      const places = placesOf(
        film,
        edit.moves.map(({ poseId }) => poseId),
      );
      return {
        kind: 'move-poses',
        moves: places.map(({ pose, sceneId, index }) => ({ poseId: pose.id, sceneId, index })),
      };
    }
    case 'place-scenes':
      return { kind: 'remove-scenes', sceneIds: edit.places.map(({ scene }) => scene.id) };
    case 'remove-scenes': {
      const gone = new Set(edit.sceneIds);
      const places = film.scenes.flatMap((scene, index) => (gone.has(scene.id) ? [{ scene, index }] : []));
      return { kind: 'place-scenes', places };
    }
    case 'name-scene': {
      const name = film.scenes.find((scene) => scene.id === edit.sceneId)?.name ?? edit.name;
      return { ...edit, name };
    }
    case 'together': {
      const inverses: Edit[] = [];
      let at = film;
      for (const step of edit.edits) {
        inverses.unshift(invertEdit(at, step));
        at = applyEdit(at, step);
      }
      return { kind: 'together', edits: inverses };
    }
  }
}
