import { batch } from '../../core/edits/edit';
import { matchEdit, referenceEdit } from '../../core/edits/mend-edits';
import { applyEdit } from '../../core/edits/apply-edit';
import { photosById, type Film, type Photo } from '../../core/film/film';
import { posesIn } from '../../core/film/items';
import { lightChangeOf, type FoundLight } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';
import { flickerAmong, lumaAfter } from '../../core/mend/light-run';
import { lightReferences, photosInOrder, planMatching, type LightTask } from '../../core/mend/match-plan';
import { evenChange } from '../../core/picture/steps/light-change';
import { count } from '../../core/time/format';
import { findFlicker, findLight } from '../../engine/browser/mend/mend-workers';
import { openFilm } from '../document/document';
import { edit, mayWrite, targetPoses } from '../document/edit-film';
import { sceneOnScreen } from '../poses/scenes';
import { longJob } from '../shell/long-job';
import { tell } from '../shell/shell';
import { mendNow, type MendScope } from './mend';
import { photoOnScreen, photosOfPoses } from './target-photos';

/** Of fewer photos no flicker is told. */
const FEWEST_STEPS = 3;
/** Names that are told of photos that could not be matched. */
const MOST_NAMED = 3;

/** The photos that a scope means. */
export function photosInScope(film: Film, scope: MendScope): readonly Photo[] {
  if (scope === 'film') return photosInOrder(film);
  if (scope === 'chosen') return photosOfPoses(film, targetPoses());
  const sceneId = sceneOnScreen();
  const scene = film.scenes.find((each) => each.id === sceneId);
  return photosOfPoses(
    film,
    posesIn(scene?.items ?? []).map(({ id }) => id),
  );
}

interface Outcome {
  readonly found: ReadonlyMap<string, FoundLight>;
  /** Photos for which nothing was found, with the sentence. */
  readonly failed: readonly (readonly [photo: Photo, problem: string])[];
}

/** Looks for the light of photos, several at a time. What was found stays where it is stopped. */
async function findAll(
  tasks: readonly LightTask[],
  found: Map<string, FoundLight>,
  signal: AbortSignal,
  onDone: (done: number) => void,
): Promise<Outcome> {
  const failed: (readonly [Photo, string])[] = [];
  let done = 0;
  const one = async ({ photo, reference }: LightTask): Promise<void> => {
    // A reference is only measured.
    const look = photo === reference ? evenChange(0) : lightChangeOf(fileOf(reference).mends);
    const light = await findLight(photo, reference, look, signal);
    if (light.ok) found.set(photo.id, light.value);
    else failed.push([photo, light.problem]);
    onDone(++done);
  };
  await Promise.all(tasks.map(one));
  const order = new Map(tasks.map(({ photo }, i) => [photo.id, i]));
  failed.sort(([a], [b]) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0));
  return { found, failed };
}

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
function sayOutcome(film: Film, { found, failed }: Outcome, matchedCount: number): void {
  const { before, after } = flickerAmong(film, new Set(found.keys()));
  const matched =
    matchedCount === 0
      ? 'No photo was matched.'
      : matchedCount < FEWEST_STEPS
        ? `${count(matchedCount, 'photo')} matched.`
        : `${count(matchedCount, 'photo')} matched: the light flickered by ${before.toFixed(2)} of 255, and does by ${after.toFixed(2)} now.`;
  const [first] = failed;
  if (!first) return tell(matched, 'done');
  const names = failed.slice(0, MOST_NAMED).map(([{ name }]) => name);
  const more = failed.length > MOST_NAMED ? ` and ${failed.length - MOST_NAMED} more` : '';
  const left = failed.length === 1 ? 'was left as it is' : 'were left as they are';
  tell(`${matched} ${names.join(', ')}${more} ${left}. ${first[1]}`, 'asks');
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
    return tell('There is no other photo to match: all that are meant are well-lit ones or left out.');
  const found = new Map<string, FoundLight>();
  const outcome = await longJob(
    {
      ...{ label: 'Matching the light', noun: 'photo', total: tasks.length },
      kept: 'What was found stays; the rest is as it was.',
    },
    (signal, onDone) => findAll(tasks, found, signal, onDone),
  );
  const lights = keepSlow
    ? await flickerOnly(film, found).catch((error: unknown) => {
        tell(`${error instanceof Error ? error.message : String(error)} Nothing was changed.`, 'wrong');
      })
    : found;
  const now = openFilm();
  if (now?.id !== film.id || !lights) return;
  // Photos that went, or show another file by now, keep what they have.
  const asked = new Map(tasks.map(({ photo }) => [photo.id, fileOf(photo).hash]));
  const still = new Map(
    [...lights].filter(([id]) => {
      const photo = photosById(now).get(id);
      return photo && fileOf(photo).hash === asked.get(id);
    }),
  );
  const measured = new Set(tasks.flatMap(({ photo, reference }) => (photo === reference ? [photo.id] : [])));
  const matched = [...still.keys()].filter((id) => !measured.has(id)).length;
  const marks = mark && photosById(now).has(here.id) ? [referenceEdit(now, [here.id], true)] : [];
  if (matched > 0) {
    const lit = matchEdit(marks.reduce(applyEdit, now), still);
    edit(batch(`Light of ${count(matched, 'photo')} matched`, [...marks, lit]));
  } else for (const each of marks) edit(each);
  const mended = openFilm();
  if (outcome && mended) sayOutcome(mended, { ...outcome, found: still }, matched);
}
