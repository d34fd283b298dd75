import { batch, type Edit } from '../../../core/edits/edit';
import type { Step } from '../../../core/edits/history';
import { backingsEdit, keyEdit } from '../../../core/edits/key-edits';
import { targetWords, type MendTarget } from '../../../core/edits/mend-target';
import { photosById, type Photo } from '../../../core/film/film';
import { MOST_PICKED, type Key, type PickedColour } from '../../../core/film/key';
import { cutOf, pickedLight } from '../../../core/film/key-of';
import { fileOf } from '../../../core/film/photo-picture';
import { mapped } from '../../../core/picture/affine';
import type { SeenBacking } from '../../../core/picture/key/key-cut';
import type { FoundBacking } from '../../../core/mend/key/find-backing';
import { count } from '../../../core/time/format';
import { colourOfPhoto, findBackingOf, findEnclosed } from '../../../engine/browser/mend/mend-workers';
import { documentNow, openFilm } from '../../document/document';
import { edit, editOn, mayWrite } from '../../document/edit-film';
import { longJob } from '../../shell/long-job';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { findForPhotos, leftWords, stillMeant } from '../find-for-photos';
import { mendTarget } from '../mend-target';
import { inTurn } from '../paint/lay-stroke';
import { paintedPhoto } from '../paint/painted-photo';
import { photosOfTarget } from '../target-photos';
import { keyingNow } from './keying';
import { keyNow, keyOfTarget, setKey } from './keys';

/** What is kept of a backing that was found. */
const kept = ({ way, backing }: FoundBacking): SeenBacking => ({ way, backing });

/** By how many deviations a backing's grain is wide, and how wide a key is made for it, in per cent. */
const WIDE = 2.5;
const WIDTHS = { least: 3, most: 30 };

/** As wide as the grain of a backing asks for, where nothing was picked before. */
function widthFor(key: Key, found: FoundBacking | undefined): Key {
  if (key.picked.length > 1 || !found) return key;
  const wide = Math.round(1000 * WIDE * found.spread) / 10;
  return { ...key, width: Math.min(WIDTHS.most, Math.max(WIDTHS.least, wide)) };
}

/**
 * Picks the backing's colour at a place of the picture, in parts of it: one more where some were picked already. The photo on screen is cut out
 * at once, and the backing of all others of the scope is looked for.
 */
export async function pickBacking(x: number, y: number): Promise<void> {
  const film = openFilm();
  if (!film || !mayWrite()) return;
  const here = paintedPhoto(film, transportNow().frame);
  if (!here) return tell('There is no pose on screen.');
  const { photo, toPhoto } = here;
  const [u, v] = mapped(toPhoto, x, y);
  if (u < 0 || v < 0 || u > 1 || v > 1) return tell('That is outside of the photo. Click on the backing.');
  const target = mendTarget(keyingNow().scope);
  const rounded = (value: number): number => Math.round(value * 1e4) / 1e4;
  // Each is added to those that are there by then.
  const add = async (): Promise<void> => {
    const found = await colourOfPhoto(photo, u, v);
    if (!found.ok) return tell(found.problem, 'wrong');
    const picked: PickedColour = { x: rounded(u), y: rounded(v), colour: found.value };
    await repick(target, photo, 'backing picked', (before) => [...before, picked]);
  };
  await inTurn(add);
  await findBackings([photo.id], target);
}

type Picked = readonly PickedColour[];

const lastStep = (): Step | undefined => documentNow().history?.done.at(-1);
/** The last step in which colours were picked: what is found by them is undone with it. */
let pick: Step | undefined;

/** Changes which colours are picked for something, with the backing of the photo on screen that is found by them. */
async function repick(
  target: MendTarget,
  photo: Photo,
  what: string,
  change: (picked: Picked) => Picked,
): Promise<void> {
  const before = openFilm();
  if (!before) return;
  const picked = change(keyOfTarget(before, target).picked);
  if (picked.length > MOST_PICKED)
    return tell(`${MOST_PICKED} colours are picked already. Delete one first.`);
  const found = await findBackingOf(photo, pickedLight({ picked }));
  // What else was set meanwhile stays.
  const film = openFilm();
  if (film?.id !== before.id) return;
  const key: Key = { ...keyOfTarget(film, target), off: undefined, picked };
  const wide = widthFor(key, found.ok ? found.value : undefined);
  // What was found by other colours does not hold any more.
  const unknown = photosOfTarget(film, target).map(({ id }) => [id, undefined] as const);
  const backings = new Map<string, SeenBacking | undefined>(unknown);
  backings.set(photo.id, found.ok ? kept(found.value) : undefined);
  const edits: readonly Edit[] = [keyEdit(film, target, wide, what), backingsEdit(film, backings)];
  edit(batch(`Key of ${targetWords(film, target)}: ${what}`, edits));
  pick = lastStep();
  if (!found.ok) tell(`${photo.name}: ${found.problem}`, 'asks');
  else if (found.value.way === 'distance')
    tell('This backing has little colour. Use a green or blue card.', 'asks');
  else await sayEnclosed(wide, photo);
}

/** Of a picture, what goes in the middle of the subject is told from this part on. */
const ENCLOSED = 0.003;

/** Says where parts in the middle of the subject go with the backing. */
async function sayEnclosed(key: Key, photo: Photo): Promise<void> {
  const film = openFilm();
  const now = film && photosById(film).get(photo.id);
  const enclosed = now && (await findEnclosed(now, cutOf(key, now)));
  if (enclosed?.ok && enclosed.value > ENCLOSED)
    tell('Enclosed parts go too. If they belong to the subject, draw around them with “Keep”.', 'asks');
}

/** Takes one of the colours out that were picked. */
export async function unpickBacking(index: number): Promise<void> {
  const film = openFilm();
  const here = film && paintedPhoto(film, transportNow().frame);
  const key = keyNow();
  const without = (picked: Picked): Picked => picked.filter((_, i) => i !== index);
  if (!here || without(key.picked).length === 0)
    return setKey({ ...key, picked: without(key.picked) }, 'colour deleted');
  const target = mendTarget(keyingNow().scope);
  await inTurn(() => repick(target, here.photo, 'colour deleted', without));
  await findBackings([here.photo.id], target);
}

/** Whether the backing is just looked for; and in which photos not, where it has to be looked for once more by what was picked meanwhile. */
let isLooking = false;
let again: readonly string[] | undefined;

/** Looks for the backing in all photos that the key is set for, but for some. What was found is one edit, or a part of that which picked. */
export async function findBackings(
  but: readonly string[] = [],
  target = mendTarget(keyingNow().scope),
): Promise<void> {
  if (isLooking) {
    again = but;
    return;
  }
  isLooking = true;
  let wasStopped = false;
  try {
    wasStopped = !(await lookForBackings(but, target));
  } finally {
    isLooking = false;
  }
  const next = wasStopped ? undefined : again;
  again = undefined;
  if (next) await findBackings(next, target);
}

/** The same, once; false where it was stopped. */
async function lookForBackings(but: readonly string[], target: MendTarget): Promise<boolean> {
  const film = openFilm();
  if (!film || !mayWrite()) return false;
  const { picked } = keyOfTarget(film, target);
  if (picked.length === 0) {
    tell('Nothing is picked yet. Click on the backing first.');
    return false;
  }
  const tasks = photosOfTarget(film, target)
    .filter(({ id }) => !but.includes(id))
    .map((photo) => ({ photo }));
  if (tasks.length === 0) return true;
  const light = pickedLight({ picked });
  // That of the photo on which a colour is picked is found with it.
  const noun = but.length > 0 ? 'other photo' : 'photo';
  const found = new Map<string, FoundBacking>();
  const failed = await longJob(
    {
      ...{ label: 'Finding the backing', noun: 'photo', total: tasks.length },
      kept: 'What was found stays.',
    },
    (signal, onDone) =>
      findForPhotos(tasks, ({ photo }) => findBackingOf(photo, light, signal), found, onDone),
  );
  const now = openFilm();
  if (now?.id !== film.id) return false;
  // By other colours, or none, another backing is found.
  if (keyOfTarget(now, target).picked !== picked) return failed !== undefined;
  const still = stillMeant(now, tasks, found);
  const goesOn = but.length > 0 && lastStep() === pick;
  if (still.size > 0)
    (goesOn ? editOn : edit)(
      batch(`Backing of ${count(still.size, noun)} found`, [
        backingsEdit(now, new Map([...still].map(([id, each]) => [id, kept(each)]))),
      ]),
    );
  const left = failed && leftWords(failed);
  if (left !== undefined) tell(`Backing of ${count(still.size, noun)} found. ${left}`, 'asks');
  return failed !== undefined;
}

/** How many photos of a scope have a backing that was looked for. */
export const backingsFound = (photos: readonly Photo[]): number =>
  photos.filter((photo) => fileOf(photo).mends?.backing).length;
