import { paintEdit, type NewStroke } from '../../../core/edits/paint-edits';
import { MOST_STROKE_NUMBERS } from '../../../core/film/bounds';
import { photosById, type Film, type Photo } from '../../../core/film/film';
import { posesIn } from '../../../core/film/items';
import type { PhotoPair } from '../../../core/film/photo-pair';
import { fileOf } from '../../../core/film/photo-picture';
import type { Stroke } from '../../../core/film/stroke';
import { count } from '../../../core/time/format';
import { findFollowed } from '../../../engine/browser/mend/mend-workers';
import { newId } from '../../../engine/browser/new-id';
import { openFilm } from '../../document/document';
import { mayWrite, tryEdit } from '../../document/edit-film';
import { longJob } from '../../shell/long-job';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { photosOfPoses } from '../target-photos';
import { findForStroke } from './lay-stroke';
import { paintNow } from './paint';
import { pairOf } from './photo-pairs';
import { paintTarget, sourcePhoto, type PaintTarget } from './source-photo';

/** The photos of the scene behind the one on screen, in the order in which they are shown. */
function photosAfter(film: Film, { photo, scene }: PaintTarget, most: number): readonly Photo[] {
  const all = photosOfPoses(
    film,
    posesIn(scene.items).map(({ id }) => id),
  );
  return all.slice(all.indexOf(photo) + 1, all.indexOf(photo) + 1 + most);
}

/** Which strokes are carried on: those that are chosen, else all that take something out. */
function meantStrokes(photo: Photo): readonly Stroke[] {
  const strokes = fileOf(photo).strokes ?? [];
  const { chosen } = paintNow();
  const some = strokes.filter(({ id }) => chosen.has(id));
  // What stays and what comes back is not something that moves on.
  return (some.length > 0 ? some : strokes).filter(
    ({ shape, from }) => shape !== 'keep' && from.kind !== 'photo',
  );
}

/** What a stroke paints in, in another photo. */
function sourceIn(film: Film, { from }: Stroke, plate: Photo): Parameters<typeof findForStroke>[2] {
  if (from.kind === 'around') return 'around';
  if (from.kind === 'neighbour') {
    const other = photosById(film).get(from.photoId);
    if (other) return { kind: 'neighbour', other };
  }
  return { kind: 'plate', other: plate };
}

const MOST_NAMED = 4;
/** What was not found in so many photos one after the other is not looked for any more. */
const MOST_MISSED = 2;

type PairedPhoto = readonly [Photo, PhotoPair];

/** A stroke as it goes from photo to photo: where it was seen last, and in how many photos since it was not. */
interface Going {
  readonly stroke: Stroke;
  readonly from: PairedPhoto;
  readonly missed: number;
}

/** What came of it, in a sentence or two. */
function carriedWords(photos: number, unsure: readonly Photo[]): string {
  const done = photos === 0 ? 'Nothing was carried on.' : `Carried on to ${count(photos, 'photo')}.`;
  if (unsure.length === 0) return done;
  const names = unsure.slice(0, MOST_NAMED).map(({ name }) => name);
  const more = unsure.length > MOST_NAMED ? ` and ${unsure.length - MOST_NAMED} more` : '';
  return `${done} Not sure in ${names.join(', ')}${more}: check there, and paint what is left by hand.`;
}

/**
 * Carries strokes of the photo on screen to those behind it: they follow what they cover, as it moves. Where it is not sure the stroke is not
 * laid, and that is said. What was found is one edit, also where it is stopped.
 */
export async function carryOn(): Promise<void> {
  const film = openFilm();
  const target = film && paintTarget(film, transportNow().frame);
  if (!target || !mayWrite()) return;
  const { photo } = target;
  const strokes = meantStrokes(photo);
  if (strokes.length === 0) return tell('There is no stroke on this photo yet that could be carried on.');
  const plateMeant = sourcePhoto(film, target, 'plate');
  if (!plateMeant.ok) return tell(`Carrying on needs a clean plate. ${plateMeant.problem}`);
  const plate = plateMeant.value;
  const photos = photosAfter(film, target, paintNow().carryTo).filter((each) => each !== plate);
  if (photos.length === 0) return tell('This is the last photo of its scene.');
  /** In the order in which they were followed; those whose light is not found yet are not there. */
  const laid: (NewStroke | undefined)[] = [];
  const unsure: Photo[] = [];
  await longJob(
    {
      ...{ label: 'Carrying strokes on', noun: 'photo', total: photos.length },
      kept: 'What was found stays.',
    },
    async (signal, onDone) => {
      const pairs = [photo, ...photos].map((each) => pairOf(each, plate, signal));
      // Those behind the one that is waited for may break, too.
      for (const pair of pairs) pair.catch(() => undefined);
      const first = await pairs[0];
      let going: readonly Going[] =
        first?.ok && first.value.isFound
          ? strokes.map((stroke) => ({ stroke, from: [photo, first.value], missed: 0 }))
          : [];
      if (going.length === 0) unsure.push(photo);
      const lights: Promise<void>[] = [];
      for (const [i, next] of photos.entries()) {
        if (going.length === 0) break;
        const pair = await pairs[i + 1];
        const at: PairedPhoto | undefined = pair?.ok && pair.value.isFound ? [next, pair.value] : undefined;
        const then: Going[] = [];
        for (const each of going) {
          const points = at && (await followTo(each, at, plate, signal));
          const path = points && { ...each.stroke, points };
          if (at && path) {
            // Its light is looked for while it is followed on.
            const place = laid.push(undefined) - 1;
            const light = findForStroke(next, path, sourceIn(film, path, plate), signal).then((found) => {
              if (found.ok)
                laid[place] = { photoId: next.id, stroke: { ...path, ...found.value, id: newId() } };
              else unsure.push(next);
            });
            light.catch(() => undefined);
            lights.push(light);
            then.push({ stroke: path, from: at, missed: 0 });
            continue;
          }
          unsure.push(next);
          // It may only be hidden there, or blurred: the next photo is looked at from where it was seen last.
          if (each.missed < MOST_MISSED) then.push({ ...each, missed: each.missed + 1 });
        }
        going = then;
        onDone(i + 1);
      }
      await Promise.all(lights);
    },
  );
  const now = openFilm();
  if (now?.id !== film.id) return;
  const there = laid.flatMap((each) => (each && photosById(now).has(each.photoId) ? [each] : []));
  const reached = new Set(there.map(({ photoId }) => photoId)).size;
  if (there.length > 0)
    tryEdit((each) =>
      paintEdit(each, there, `${count(strokes.length, 'stroke')} carried on to ${count(reached, 'photo')}`),
    );
  tell(carriedWords(reached, [...new Set(unsure)]), unsure.length > 0 ? 'asks' : 'done');
}

/** Where a stroke goes in another photo; undefined where that is not sure. */
async function followTo(
  { stroke, from }: Going,
  to: PairedPhoto,
  plate: Photo,
  signal: AbortSignal,
): Promise<readonly number[] | undefined> {
  const found = await findFollowed(from, to, plate, [stroke], signal);
  const [one] = found.ok ? found.value : [];
  const points = one?.points.map((each) => Math.round(Math.min(3, Math.max(-2, each)) * 1e6) / 1e6);
  return one?.isSure && points && points.length <= MOST_STROKE_NUMBERS ? points : undefined;
}
