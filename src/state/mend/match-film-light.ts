import { batch } from '../../core/edits/edit';
import { matchEdit, referenceEdit } from '../../core/edits/mend-edits';
import { applyEdit } from '../../core/edits/apply-edit';
import { photosById, type Film } from '../../core/film/film';
import { posesIn } from '../../core/film/items';
import { lightChangeOf, type FoundLight } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';
import { flickerAround, lumaAfter } from '../../core/mend/light-run';
import { lightReferences, planMatching, type LightTask } from '../../core/mend/match-plan';
import { evenChange } from '../../core/picture/steps/light-change';
import { count } from '../../core/time/format';
import type { Result } from '../../core/time/result';
import { findFlicker, findLight } from '../../engine/browser/mend/mend-workers';
import { reasonOf } from '../../engine/faults/reason-of';
import { openFilm } from '../document/document';
import { edit, mayWrite } from '../document/edit-film';
import { longJob } from '../shell/long-job';
import { tell } from '../shell/shell';
import { mendNow } from './mend';
import { findForPhotos, leftWords, stillMeant, type Failed } from './find-for-photos';
import { photoOnScreen, photosInScope, photosOfPoses } from './target-photos';

/** Of fewer photos no flicker is told. */
const FEWEST_STEPS = 3;

/** What brings the light of a photo to its reference's, which is only measured itself. */
const findTask =
  (signal: AbortSignal) =>
  ({ photo, reference }: LightTask): Promise<Result<FoundLight>> => {
    const look = photo === reference ? evenChange(0) : lightChangeOf(fileOf(reference).mends);
    return findLight(photo, reference, look, signal);
  };

/** Of what was found, the flicker of each scene alone: what changes slowly in it stays. */
async function flickerOnly(
  film: Film,
  found: ReadonlyMap<string, FoundLight>,
): Promise<ReadonlyMap<string, FoundLight>> {
  const alone = new Map<string, FoundLight>();
  for (const scene of film.scenes) {
    const run = photosOfPoses(
      film,
      posesIn(scene.items).map(({ id }) => id),
    ).flatMap(({ id }) => {
      const light = alone.has(id) ? undefined : found.get(id);
      return light ? [{ id, light }] : [];
    });
    const changes = await findFlicker(run.map(({ light }) => light.change));
    run.forEach(({ id, light }, i) => {
      const change = changes[i] ?? light.change;
      alone.set(id, { ...light, change, after: lumaAfter(light.before, change) });
    });
  }
  return alone;
}

/** What came of it, in a sentence. */
function sayOutcome(film: Film, foundIds: Iterable<string>, failed: Failed, matchedCount: number): void {
  const { before, after } = flickerAround(film, new Set(foundIds));
  const matched =
    matchedCount === 0
      ? 'No photo was matched.'
      : matchedCount < FEWEST_STEPS
        ? `${count(matchedCount, 'photo')} matched.`
        : `${count(matchedCount, 'photo')} matched: the light flickered by ${before.toFixed(2)} of 255, and does by ${after.toFixed(2)} now.`;
  const left = leftWords(failed);
  tell(left === undefined ? matched : `${matched} ${left}`, left === undefined ? 'done' : 'asks');
}

/**
 * Matches the light of the photos of the scope that is set to the well-lit ones; where none is marked yet, to the photo on screen.
 * Editing goes on meanwhile; what was found is done as one edit, also where it is stopped.
 */
export async function matchTheLight(): Promise<void> {
  const film = openFilm();
  if (!film || !mayWrite()) return;
  const { scope, keepSlow } = mendNow();
  const here = photoOnScreen(film);
  if (!here) return tell('There is no pose yet whose light could be matched.');
  const mark = lightReferences(film).length === 0 ? referenceEdit(film, [here.id], true) : undefined;
  const marked = mark ? applyEdit(film, mark) : film;
  const wanted = new Set(photosInScope(film, scope).map(({ id }) => id));
  const tasks = planMatching(marked, wanted);
  if (tasks.every(({ photo, reference }) => photo === reference))
    return tell('There is no other photo to match: all these are references or switched off.');
  const found = new Map<string, FoundLight>();
  const failed = await longJob(
    {
      ...{ label: 'Matching the light', noun: 'photo', total: tasks.length },
      kept: 'What was found stays.',
    },
    (signal, onDone) => findForPhotos(tasks, findTask(signal), found, onDone),
  );
  const lights = keepSlow
    ? await flickerOnly(film, found).catch((error: unknown) => {
        tell(`${reasonOf(error)} Nothing was changed.`, 'wrong');
      })
    : found;
  const now = openFilm();
  if (now?.id !== film.id || !lights) return;
  // Photos that went, or show another file by now, keep what they have.
  const still = stillMeant(now, tasks, lights);
  const measured = new Set(tasks.flatMap(({ photo, reference }) => (photo === reference ? [photo.id] : [])));
  const matched = [...still.keys()].filter((id) => !measured.has(id)).length;
  const marks = mark && photosById(now).has(here.id) ? [referenceEdit(now, [here.id], true)] : [];
  if (matched > 0) {
    const lit = matchEdit(marks.reduce(applyEdit, now), still);
    edit(batch(`Light of ${count(matched, 'photo')} matched`, [...marks, lit]));
  }
  const mended = openFilm();
  if (failed && mended) sayOutcome(mended, still.keys(), failed, matched);
}
