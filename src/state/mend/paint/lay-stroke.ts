import { paintEdit } from '../../../core/edits/paint-edits';
import { MOST_STROKE_NUMBERS } from '../../../core/film/bounds';
import { photosById, type Film, type Photo } from '../../../core/film/film';
import { fileOf } from '../../../core/film/photo-picture';
import type { PaintFrom, Stroke } from '../../../core/film/stroke';
import { simplifiedTo } from '../../../core/picture/paint/simplify';
import { PLACE, placesIn, type StrokePath } from '../../../core/picture/paint/stroke';
import type { LightChange } from '../../../core/picture/steps/light-change';
import { err, ok, type Result } from '../../../core/time/result';
import { findAside, findSnapped, findStrokeLight } from '../../../engine/browser/mend/mend-workers';
import { newId } from '../../../engine/browser/new-id';
import { openFilm } from '../../document/document';
import { mayWrite, tryEdit } from '../../document/edit-film';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { paintNow, setPaint, type PaintSource } from './paint';
import { notLaid, pairOf } from './photo-pairs';
import { paintTarget, sourcePhoto } from './source-photo';
import { reasonOf } from '../../../engine/faults/reason-of';

/** What a stroke paints in, and in which light. */
type Found = Pick<Stroke, 'from' | 'light'>;

/** Why a stroke cannot be laid, in a sentence. */
export function whyNoStroke({ shape, points, size }: StrokePath): string | undefined {
  const count = placesIn({ points });
  if (count === 0) return 'Nothing was drawn.';
  if (shape !== 'brush' && count < 3) return 'An outline needs three corners at least.';
  const reach = shape === 'brush' ? size : 0;
  const isIn = (from: number): boolean => {
    const places = points.filter((_, i) => i % PLACE === from);
    return Math.max(...places) > -reach && Math.min(...places) < 1 + reach;
  };
  return isIn(0) && isIn(1) ? undefined : 'That lies outside the picture: nothing was painted.';
}

/** Finds what a stroke paints in, and what brings that to the photo's light around it. With a signal it is one of many. */
export async function findForStroke(
  photo: Photo,
  path: StrokePath,
  from: { readonly kind: 'plate' | 'neighbour'; readonly other: Photo } | 'around' | 'photo',
  signal?: AbortSignal,
): Promise<Result<Found>> {
  if (from === 'photo') return ok({ from: { kind: 'photo' } });
  if (from === 'around') {
    const aside = await findAside(photo, path, fileOf(photo).strokes ?? []);
    if (!aside.ok) return aside;
    const { right, down, light } = aside.value;
    return ok({ from: { kind: 'around', right, down }, light });
  }
  const { kind, other } = from;
  const pair = await pairOf(photo, other);
  if (!pair.ok) return err(`${other.name} cannot be painted in. ${pair.problem}`);
  const light: Result<LightChange> =
    // All but the subject is painted: what holds for the whole of it is best.
    path.shape === 'keep'
      ? ok(pair.value.light)
      : await findStrokeLight(photo, other, pair.value, path, signal);
  const found: PaintFrom = { kind, photoId: other.id, map: pair.value.map };
  return light.ok ? ok({ from: found, light: light.value }) : light;
}

/** Which photo a source means for the pose at a frame. */
export function meantSource(
  film: Film,
  frame: number,
  source: PaintSource,
): Result<{ readonly photo: Photo; readonly from: Parameters<typeof findForStroke>[2] }> {
  const target = paintTarget(film, frame);
  if (!target) return err('There is no pose on screen that could be painted on.');
  const { photo } = target;
  if (source === 'around' || source === 'photo') return ok({ photo, from: source });
  const other = sourcePhoto(film, target, source);
  const kind = source === 'plate' ? 'plate' : 'neighbour';
  return other.ok ? ok({ photo, from: { kind, other: other.value } }) : other;
}

/** Says where the place of a picture that is painted in was not found. */
async function tellWhereNotFound(photo: Photo, other: Photo): Promise<void> {
  const pair = await pairOf(photo, other);
  if (pair.ok && !pair.value.isFound) tell(notLaid(photo, other), 'asks');
}

/** What is left out of an outline lies no further from it, in parts of the photo: a fifth of a pixel of those that are drawn. */
const TELLING = 1e-4;

/** An outline as it lies on edges of the photo near it; as it was drawn where the photo's picture is not there. */
async function onEdges(photo: Photo, drawn: StrokePath): Promise<StrokePath> {
  const snapped = await findSnapped(photo, drawn.points);
  if (!snapped.ok) return drawn;
  const points = simplifiedTo(snapped.value, TELLING, MOST_STROKE_NUMBERS);
  return { ...drawn, points: points.map((each) => Math.round(each * 1e6) / 1e6) };
}

let before: Promise<unknown> = Promise.resolve();

/** Does what is done to strokes one after the other, in the order in which a hand did it, whatever takes longer to look for. */
export function inTurn<T>(work: () => Promise<T>): Promise<T | undefined> {
  const done = before.then(work).catch((fault: unknown) => {
    tell(`Nothing was changed. ${reasonOf(fault)}`, 'wrong');
    return undefined;
  });
  before = done;
  return done;
}

/**
 * Lays a stroke on the photo on screen, with what is set now, and keeps it as soon as its light is found; an outline comes to lie on edges first,
 * where that is asked for. Tells whether it was kept; where not, that is said.
 */
export function layStroke(drawn: StrokePath, snaps = false): Promise<boolean> {
  const film = openFilm();
  if (!film || !mayWrite()) return Promise.resolve(false);
  const meant = meantSource(film, transportNow().frame, paintNow().source);
  const why = whyNoStroke(drawn) ?? (meant.ok ? undefined : meant.problem);
  if (why !== undefined || !meant.ok) {
    tell(why ?? '');
    return Promise.resolve(false);
  }
  const { photo, from } = meant.value;
  setPaint(({ waiting }) => ({ waiting: waiting + 1 }));
  const lay = async (): Promise<boolean> => {
    const path = snaps && drawn.shape !== 'brush' ? await onEdges(photo, drawn) : drawn;
    const found = await findForStroke(photo, path, from);
    const now = openFilm();
    if (now?.id !== film.id) return false;
    if (!found.ok) {
      tell(found.problem, 'asks');
      return false;
    }
    if (photosById(now).get(photo.id) === undefined) return false;
    const stroke = { ...path, id: newId(), ...found.value };
    const kept = tryEdit((each) => paintEdit(each, [{ photoId: photo.id, stroke }]));
    if (kept && typeof from === 'object') await tellWhereNotFound(photo, from.other);
    return kept;
  };
  return inTurn(lay)
    .then((kept) => kept ?? false)
    .finally(() => setPaint(({ waiting }) => ({ waiting: waiting - 1 })));
}
