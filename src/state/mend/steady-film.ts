import { applyEdit } from '../../core/edits/apply-edit';
import { batch } from '../../core/edits/edit';
import { anchorEdit, steadyEdit } from '../../core/edits/steady-edits';
import { photosById, type Film } from '../../core/film/film';
import { placeRunOf } from '../../core/mend/steady/place-run';
import { photosByScene } from '../../core/film/scene-photos';
import { planSteadying, steadiedPhotos } from '../../core/mend/steady/steady-plan';
import { isUnmoved, type Move } from '../../core/picture/move';
import { count } from '../../core/time/format';
import { findPlace } from '../../engine/browser/mend/mend-workers';
import { openFilm } from '../document/document';
import { edit, mayWrite } from '../document/edit-film';
import { longJob } from '../shell/long-job';
import { tell } from '../shell/shell';
import { findForPhotos, leftWords, stillMeant, type Failed } from './find-for-photos';
import { mendNow } from './mend';
import { photoOnScreen, photosInScope } from './target-photos';

/** How many bumps there were in the scenes of photos that were found. */
function bumpsAmong(film: Film, photoIds: ReadonlySet<string>): number {
  const scenes = [...photosByScene(film)].filter(([, photos]) => photos.some(({ id }) => photoIds.has(id)));
  return scenes.reduce((sum, [id]) => sum + placeRunOf(film, id).bumps.before.length, 0);
}

/** What came of it, in a sentence; `right` tells how many needed no move. */
function sayOutcome(film: Film, steadied: ReadonlySet<string>, right: number, failed: Failed): void {
  const bumps = bumpsAmong(film, steadied);
  const done = steadied.size === 0 ? 'No photo was steadied.' : `${count(steadied.size, 'photo')} steadied.`;
  const words = [
    done,
    bumps > 0 && `The tripod was bumped ${bumps === 1 ? 'once' : `${bumps} times`}.`,
    right > 0 && `${count(right, 'photo')} stood still already.`,
    leftWords(failed),
  ];
  tell(words.filter(Boolean).join(' '), failed.length > 0 ? 'asks' : 'done');
}

/**
 * Steadies the photos of the scope that is set, scene by scene, to those that stand right; where none is marked in a scene, to the photo
 * on screen or the scene's first. Editing goes on meanwhile; what was found is done as one edit, also where it is stopped.
 */
export async function steadyThePhotos(): Promise<void> {
  const film = openFilm();
  if (!film || !mayWrite()) return;
  const { scope, steady } = mendNow();
  const here = photoOnScreen(film);
  if (!here) return tell('There is no pose yet that could be steadied.');
  const wanted = new Set(photosInScope(film, scope).map(({ id }) => id));
  const tasks = planSteadying(film, wanted, here.id);
  if (tasks.length === 0)
    return tell('There is no other photo to steady: all these are references or switched off.');
  const found = new Map<string, Move>();
  const failed = await longJob(
    {
      ...{ label: 'Steadying the picture', noun: 'photo', total: tasks.length },
      kept: 'What was found stays.',
    },
    (signal, onDone) =>
      findForPhotos(tasks, ({ photo, anchor }) => findPlace(photo, anchor, signal), found, onDone),
  );
  const now = openFilm();
  if (now?.id !== film.id) return;
  const still = stillMeant(now, tasks, found);
  const anchors = new Set(
    tasks.flatMap(({ photo, anchor }) =>
      still.has(photo.id) && photosById(now).has(anchor.id) ? [anchor.id] : [],
    ),
  );
  let right = 0;
  if (still.size > 0) {
    const marked = anchorEdit(now, anchors, true);
    const places = steadiedPhotos(now, tasks, still, steady);
    right = [...places.values()].filter(({ move }) => isUnmoved(move)).length;
    const moved = steadyEdit(applyEdit(now, marked), places);
    edit(batch(`${count(places.size, 'photo')} steadied`, [marked, moved]));
  }
  const steadied = openFilm();
  if (failed && steadied) sayOutcome(steadied, new Set(still.keys()), right, failed);
}
