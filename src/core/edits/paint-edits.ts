import { photosById, type Film, type Photo } from '../film/film';
import { MOST_STROKES } from '../film/bounds';
import { fileOf } from '../film/photo-picture';
import type { Plate, Stroke } from '../film/stroke';
import { PLACE, STROKE_BOUNDS } from '../picture/paint/stroke';
import { count } from '../time/format';
import { err, ok, type Result } from '../time/result';
import { changeMends } from './change-mends';
import { photosAmong } from './change-photos';
import { batch, type Edit } from './edit';

/** A stroke to be painted on a photo. */
export interface NewStroke {
  readonly photoId: string;
  readonly stroke: Stroke;
}

const strokesOf = (photo: Photo | undefined): readonly Stroke[] => (photo && fileOf(photo).strokes) ?? [];

const listed = new Intl.NumberFormat('en');

/** Paints strokes on photos, over what is painted there already; a photo takes only so many. */
export function paintEdit(film: Film, strokes: readonly NewStroke[], label?: string): Result<Edit> {
  const photos = photosById(film);
  const added = new Map<string, number>();
  const places = strokes.map(({ photoId, stroke }) => {
    const index = strokesOf(photos.get(photoId)).length + (added.get(photoId) ?? 0);
    added.set(photoId, (added.get(photoId) ?? 0) + 1);
    return { item: stroke, parentId: photoId, index };
  });
  const full = places.find(({ index }) => index >= MOST_STROKES);
  if (full)
    return err(
      `${photos.get(full.parentId)?.name ?? 'A photo'} has ${listed.format(MOST_STROKES)} strokes, the most. Delete some, or save the photo and swap it in.`,
    );
  const on = photos.get(strokes[0]?.photoId ?? '')?.name ?? 'a photo';
  const words = added.size === 1 ? on : count(added.size, 'photo');
  return ok(
    batch(label ?? `${strokes.length === 1 ? 'Painted' : count(strokes.length, 'stroke')} on ${words}`, [
      { kind: 'insert', of: 'strokes', places },
    ]),
  );
}

/** Takes strokes away. */
export const eraseEdit = (ids: readonly string[]): Edit => ({ kind: 'remove', of: 'strokes', ids });

/** Changes strokes, each by a patch of its own. */
export const changeStrokesEdit = (
  strokes: readonly Stroke[],
  label: string,
  patch: (stroke: Stroke) => Partial<Omit<Stroke, 'id'>>,
): Edit =>
  batch(label, [
    {
      kind: 'patch',
      of: 'strokes',
      patches: strokes.map((stroke) => ({ id: stroke.id, patch: patch(stroke) })),
    },
  ]);

const within = (value: number): number => Math.min(STROKE_BOUNDS.most, Math.max(STROKE_BOUNDS.least, value));

/** The places of a stroke, moved by parts of the picture; none goes further away than it may. */
export const movedPoints = (
  { points }: Pick<Stroke, 'points'>,
  right: number,
  down: number,
): readonly number[] =>
  points.map((each, i) =>
    i % PLACE === 0 ? within(each + right) : i % PLACE === 1 ? within(each + down) : each,
  );

/** Shows what is painted on photos, or keeps it without showing it. */
export function paintSwitchEdit(film: Film, photoIds: Iterable<string>, on: boolean): Edit {
  const photos = photosAmong(film, photoIds).filter((photo) => fileOf(photo).strokes);
  const words = `Painting on ${count(photos.length, 'photo')} ${on ? 'on' : 'off'}`;
  return changeMends(words, photos, () => ({ paintOff: on ? undefined : true }));
}

/** Chooses the picture of a scene's empty set, or none. */
export const plateEdit = (film: Film, sceneId: string, plate: Plate | undefined): Edit => {
  const { name = 'a scene' } = film.scenes.find(({ id }) => id === sceneId) ?? {};
  const words = plate ? `${name} has a clean plate` : `${name} has no clean plate any more`;
  return batch(words, [{ kind: 'patch', of: 'scenes', patches: [{ id: sceneId, patch: { plate } }] }]);
};
