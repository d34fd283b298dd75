import type { Film } from '../film';
import { isCycle, placesOf, posesOf } from '../items';
import { applyEdit } from './apply-edit';
import type { Edit } from './edit';

/** Of a value those keys that `like` has, undefined where the value has none. */
const pick = <T extends object>(value: T, like: Partial<T>): Partial<T> =>
  Object.fromEntries(Object.keys(like).map((key) => [key, value[key as keyof T]])) as Partial<T>;

/** The edit that takes `edit` back: for the film it was applied to, applying both gives an equal film. */
export function invertEdit(film: Film, edit: Edit): Edit {
  switch (edit.kind) {
    case 'set-title':
      return { kind: 'set-title', title: film.title };
    case 'set-settings':
      return { kind: 'set-settings', settings: pick(film.settings, edit.settings) };
    case 'set-holds': {
      const wanted = new Set(edit.holds.map(({ poseId }) => poseId));
      const poses = posesOf(film).filter((pose) => wanted.has(pose.id));
      return { kind: 'set-holds', holds: poses.map(({ id, hold }) => ({ poseId: id, hold })) };
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
        return marks ? [{ photoId: photo.id, marks: pick(photo, marks) }] : [];
      });
      return { kind: 'set-photos', changes };
    }
    case 'show-photos': {
      const wanted = new Set(edit.shown.map(({ poseId }) => poseId));
      const poses = posesOf(film).filter((pose) => wanted.has(pose.id));
      return { kind: 'show-photos', shown: poses.map(({ id, photoId }) => ({ poseId: id, photoId })) };
    }
    case 'place-items':
      return { kind: 'remove-items', ids: edit.places.map(({ item }) => item.id) };
    case 'remove-items':
      return { kind: 'place-items', places: placesOf(film, edit.ids) };
    case 'move-items': {
      const ids = edit.moves.map(({ id }) => id);
      const moves = placesOf(film, ids, true).map(({ item, parentId, index }) => ({
        id: item.id,
        parentId,
        index,
      }));
      return { kind: 'move-items', moves };
    }
    case 'set-cycle': {
      const [place] = placesOf(film, [edit.cycleId]);
      const cycle = place && isCycle(place.item) ? place.item : undefined;
      return { ...edit, shape: cycle ? pick(cycle, edit.shape) : {} };
    }
    case 'place-scenes':
      return { kind: 'remove-scenes', sceneIds: edit.places.map(({ scene }) => scene.id) };
    case 'remove-scenes': {
      const gone = new Set(edit.sceneIds);
      const places = film.scenes.flatMap((scene, index) => (gone.has(scene.id) ? [{ scene, index }] : []));
      return { kind: 'place-scenes', places };
    }
    case 'move-scene': {
      const index = film.scenes.findIndex((scene) => scene.id === edit.sceneId);
      return { ...edit, index };
    }
    case 'set-scene': {
      const scene = film.scenes.find((each) => each.id === edit.sceneId);
      return { ...edit, marks: scene ? pick(scene, edit.marks) : {} };
    }
    case 'set-flags': {
      const flags = edit.flags.map(({ id }) => ({ id, flag: film.flags.find((flag) => flag.id === id) }));
      return { kind: 'set-flags', flags };
    }
    case 'set-range':
      return { kind: 'set-range', range: pick(film.range, edit.range) };
    case 'set-sounds': {
      const sounds = edit.sounds.map(({ id }) => ({ id, sound: film.sounds.find((each) => each.id === id) }));
      return { kind: 'set-sounds', sounds };
    }
    case 'set-lanes':
      return { kind: 'set-lanes', lanes: film.lanes };
    case 'set-cues': {
      const cues = new Map(film.cues.map((cue) => [cue.id, cue]));
      return { kind: 'set-cues', cues: edit.cues.map(({ id }) => ({ id, cue: cues.get(id) })) };
    }
    case 'set-mix':
      return { kind: 'set-mix', mix: pick(film.mix, edit.mix) };
    case 'together': {
      const inverses: Edit[] = [];
      let at = film;
      for (const step of edit.edits) {
        inverses.unshift(invertEdit(at, step));
        at = applyEdit(at, step);
      }
      return { ...edit, edits: inverses };
    }
  }
}
