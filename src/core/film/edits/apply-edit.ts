import type { Film, Photo, Pose, Scene } from '../film';
import { isHold } from '../../time/hold';
import type { Edit, EditOf, PosePlace } from './edit';
import { placedAt } from './splice';

const withScenes = (film: Film, change: (scene: Scene) => Scene): Film => ({
  ...film,
  scenes: film.scenes.map(change),
});

function setHolds(film: Film, { holds }: EditOf<'set-holds'>): Film {
  const wanted = new Map(holds.map(({ poseId, hold }) => [poseId, hold]));
  for (const hold of wanted.values()) {
    if (!isHold(hold)) throw new RangeError(`A hold is a whole number of frames from 1, not ${hold}.`);
  }
  return withScenes(film, (scene) => {
    if (!scene.poses.some((pose) => wanted.has(pose.id))) return scene;
    return {
      ...scene,
      poses: scene.poses.map((pose) => ({ ...pose, hold: wanted.get(pose.id) ?? pose.hold })),
    };
  });
}

const placePoses = (film: Film, places: readonly PosePlace[]): Film =>
  withScenes(film, (scene) => {
    const here = places.filter((place) => place.sceneId === scene.id);
    if (here.length === 0) return scene;
    return {
      ...scene,
      poses: placedAt(
        scene.poses,
        here.map(({ pose, index }) => ({ item: pose, index })),
      ),
    };
  });

function removePoses(film: Film, poseIds: readonly string[]): Film {
  const gone = new Set(poseIds);
  return withScenes(film, (scene) =>
    scene.poses.some((pose) => gone.has(pose.id))
      ? { ...scene, poses: scene.poses.filter((pose) => !gone.has(pose.id)) }
      : scene,
  );
}

function movePoses(film: Film, { moves }: EditOf<'move-poses'>): Film {
  const wanted = new Set(moves.map((move) => move.poseId));
  const poses = new Map<string, Pose>();
  for (const scene of film.scenes) {
    for (const pose of scene.poses) if (wanted.has(pose.id)) poses.set(pose.id, pose);
  }
  const places = moves.flatMap(({ poseId, sceneId, index }) => {
    const pose = poses.get(poseId);
    return pose ? [{ pose, sceneId, index }] : [];
  });
  return placePoses(removePoses(film, [...poses.keys()]), places);
}

/** Marks that are undefined are taken away, so that a photo without marks is equal to what it was. */
const marked = (photo: Photo, marks: EditOf<'set-photos'>['changes'][number]['marks']): Photo =>
  Object.fromEntries(
    Object.entries({ ...photo, ...marks }).filter(([, value]) => value !== undefined),
  ) as unknown as Photo;

function setPhotos(film: Film, { changes }: EditOf<'set-photos'>): Film {
  const wanted = new Map(changes.map(({ photoId, marks }) => [photoId, marks]));
  return {
    ...film,
    photos: film.photos.map((photo) => {
      const marks = wanted.get(photo.id);
      return marks ? marked(photo, marks) : photo;
    }),
  };
}

function showPhotos(film: Film, { shown }: EditOf<'show-photos'>): Film {
  const wanted = new Map(shown.map(({ poseId, photoId }) => [poseId, photoId]));
  return withScenes(film, (scene) =>
    scene.poses.some((pose) => wanted.has(pose.id))
      ? {
          ...scene,
          poses: scene.poses.map((pose) => ({ ...pose, photoId: wanted.get(pose.id) ?? pose.photoId })),
        }
      : scene,
  );
}

/**
 * The film after an edit; the film given stays as it is. Parts that the edit does not touch are shared.
 * Identities that the film does not have are passed over.
 * @throws RangeError when a hold is not a whole number from 1.
 */
export function applyEdit(film: Film, edit: Edit): Film {
  switch (edit.kind) {
    case 'set-title':
      return { ...film, title: edit.title };
    case 'set-settings':
      return { ...film, settings: { ...film.settings, ...edit.settings } };
    case 'set-holds':
      return setHolds(film, edit);
    case 'place-photos':
      return {
        ...film,
        photos: placedAt(
          film.photos,
          edit.places.map(({ photo, index }) => ({ item: photo, index })),
        ),
      };
    case 'remove-photos': {
      const gone = new Set(edit.photoIds);
      return { ...film, photos: film.photos.filter((photo) => !gone.has(photo.id)) };
    }
    case 'set-photos':
      return setPhotos(film, edit);
    case 'show-photos':
      return showPhotos(film, edit);
    case 'place-poses':
      return placePoses(film, edit.places);
    case 'remove-poses':
      return removePoses(film, edit.poseIds);
    case 'move-poses':
      return movePoses(film, edit);
    case 'place-scenes':
      return {
        ...film,
        scenes: placedAt(
          film.scenes,
          edit.places.map(({ scene, index }) => ({ item: scene, index })),
        ),
      };
    case 'remove-scenes': {
      const gone = new Set(edit.sceneIds);
      return { ...film, scenes: film.scenes.filter((scene) => !gone.has(scene.id)) };
    }
    case 'name-scene':
      return withScenes(film, (scene) => (scene.id === edit.sceneId ? { ...scene, name: edit.name } : scene));
    case 'together':
      return edit.edits.reduce(applyEdit, film);
  }
}
