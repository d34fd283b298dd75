import data from '../../../demo/mended.json';
import { batch, putAll, type Edit } from '../../core/edits/edit';
import type { Drawing, Layer } from '../../core/film/drawing';
import { photosById, type Film } from '../../core/film/film';
import { posesOf } from '../../core/film/items';
import { fileOf } from '../../core/film/photo-picture';
import type { Plate, Stroke } from '../../core/film/stroke';

/** What was mended of the demo film by hand: its two hands are painted out, what one of them hid is drawn, and a halo. */
interface MendedDemo {
  readonly title: string;
  readonly plates: Readonly<Record<string, Plate>>;
  readonly strokes: Readonly<Record<string, readonly Stroke[]>>;
  readonly layers: readonly Layer[];
  readonly drawings: readonly Drawing[];
  /** Drawings of poses. */
  readonly poses: Readonly<Record<string, readonly string[]>>;
}

const MENDED = data as unknown as MendedDemo;

/** The name of the mended copy. */
export const MENDED_TITLE = MENDED.title;

/** What mends the demo film, as far as it still has the photos, poses and scenes that it came with. */
export function mendDemoEdit(film: Film): Edit {
  const photos = photosById(film);
  const poses = new Map(posesOf(film).map((pose) => [pose.id, pose]));
  const strokes = Object.entries(MENDED.strokes).flatMap(([parentId, list]) => {
    const photo = photos.get(parentId);
    const there = photo ? (fileOf(photo).strokes?.length ?? 0) : 0;
    const usable = list.filter(({ from }) => !('photoId' in from) || photos.has(from.photoId));
    return photo ? usable.map((item, i) => ({ item, parentId, index: there + i })) : [];
  });
  return batch('Hands painted out, a halo drawn', [
    { kind: 'insert', of: 'strokes', places: strokes },
    {
      kind: 'patch',
      of: 'scenes',
      patches: Object.entries(MENDED.plates).flatMap(([id, plate]) =>
        photos.has(plate.photoId) ? [{ id, patch: { plate } }] : [],
      ),
    },
    { kind: 'insert', of: 'layers', places: MENDED.layers.map((item, index) => ({ item, index })) },
    putAll('drawings', MENDED.drawings),
    {
      kind: 'patch',
      of: 'items',
      patches: Object.entries(MENDED.poses).flatMap(([id, drawings]) =>
        poses.has(id) ? [{ id, patch: { drawings: [...(poses.get(id)?.drawings ?? []), ...drawings] } }] : [],
      ),
    },
    { kind: 'patch', of: 'film', patch: { title: MENDED.title } },
  ]);
}
