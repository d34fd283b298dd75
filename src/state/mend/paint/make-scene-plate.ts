import { batch } from '../../../core/edits/edit';
import { plateEdit } from '../../../core/edits/paint-edits';
import { MOST_PHOTOS } from '../../../core/film/bounds';
import type { Film, Photo } from '../../../core/film/film';
import { posesIn } from '../../../core/film/items';
import { fileOf } from '../../../core/film/photo-picture';
import type { PhotoPair } from '../../../core/film/photo-pair';
import { filmRecipe } from '../../../core/film/recipe-of';
import { halvings } from '../../../core/picture/recipe';
import type { Size } from '../../../core/picture/size';
import { count } from '../../../core/time/format';
import { evenChange } from '../../../core/picture/steps/light-change';
import { makePlate, passesFor, type MadePlate } from '../../../engine/browser/mend/make-plate';
import { findPairAmong } from '../../../engine/browser/mend/mend-workers';
import { importPhotos } from '../../../engine/browser/photos/import-photos';
import { openFilm } from '../../document/document';
import { edit, mayWrite } from '../../document/edit-film';
import { longJob } from '../../shell/long-job';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { photosOfPoses } from '../target-photos';
import { paintTarget, type PaintTarget } from './source-photo';
import { ToldError } from '../../../core/time/told-error';

/** Fewer photos than this agree on nothing. */
const FEWEST = 3;
/** More are not looked at: so many from all along the scene. */
const MOST = 60;

/** So many of a list, from all along it. */
const someOf = <T>(list: readonly T[], most: number): readonly T[] =>
  list.length <= most
    ? list
    : Array.from({ length: most }, (_, i) => list[Math.floor((i * list.length) / most)] as T);

/** As fine as the film shows the photo. */
function plateSize(film: Film, photo: Photo): Size {
  const { width, height } = fileOf(photo);
  const times = 2 ** halvings(filmRecipe(photo, film.settings), film.settings);
  return { width: Math.round(width / times), height: Math.round(height / times) };
}

/** The photo on screen lies on itself. */
const ITSELF: PhotoPair = { map: [1, 0, 0, 1, 0, 0], light: evenChange(0), isFound: true };

/** Puts a made plate into the film, as a photo and as the plate of its scene: one edit. */
async function keepPlate(
  film: Film,
  { scene }: PaintTarget,
  { png, unsure }: MadePlate,
  signal: AbortSignal,
): Promise<string | undefined> {
  const file = new File([png], `Clean plate of ${scene.name}.png`, { type: 'image/png' });
  let plate: Photo | undefined;
  let problem: string | undefined;
  const { left } = await importPhotos([file], {
    signal,
    onProgress: () => undefined,
    onRows: ([row]) => {
      plate = row?.photo;
      problem = row?.problem;
    },
  });
  if (!plate)
    return problem ?? (left.length > 0 ? 'No room left. Delete a film or free disk space.' : undefined);
  const now = openFilm();
  if (now?.id !== film.id) return undefined;
  if (now.photos.length >= MOST_PHOTOS) return 'The film has as many photos as it can have.';
  edit(
    batch(`A clean plate of ${scene.name} made`, [
      { kind: 'insert', of: 'photos', places: [{ item: plate, index: now.photos.length }] },
      plateEdit(now, scene.id, { photoId: plate.id, ...(unsure && { unsure }) }),
    ]),
  );
  return undefined;
}

/** What is said of a plate that was made. */
function madeWords({ scene }: PaintTarget, used: number, lost: number, unsure: MadePlate['unsure']): string {
  const part = unsure ? Math.round((100 * unsure.cells.length) / (unsure.across * unsure.down)) : 0;
  const words = [
    `${scene.name} has a clean plate, made from ${count(used, 'photo')}.`,
    unsure &&
      `Too few photos show the empty set in ${Math.max(1, part)} % of it: that is marked while you paint.`,
    lost > 0 && `${count(lost, 'photo')} did not fit the others and was not used.`,
  ];
  return words.filter(Boolean).join(' ');
}

/**
 * Makes the picture of the empty set of the scene on screen from its own photos: what most of them agree on, once each is brought to the
 * light and the place of the photo on screen.
 */
export async function makeScenePlate(): Promise<void> {
  const film = openFilm();
  const target = film && paintTarget(film, transportNow().frame);
  if (!film || !mayWrite()) return;
  if (!target) return tell('There is no scene on screen that could have a clean plate.');
  const { photo, scene } = target;
  const all = photosOfPoses(
    film,
    posesIn(scene.items).map(({ id }) => id),
  ).filter(({ id }) => id !== scene.plate?.photoId);
  const photos = someOf(all, MOST);
  if (photos.length < FEWEST)
    return tell(
      `${scene.name} has ${count(photos.length, 'photo')}: a clean plate takes ${FEWEST} at least.`,
    );
  const size = plateSize(film, photo);
  const passes = passesFor(size, photos.length);
  const made = await longJob(
    {
      ...{ label: 'Making a clean plate', noun: 'look', total: photos.length * (1 + passes) },
      kept: 'No plate was made; the film is as it was.',
    },
    async (signal, onDone) => {
      let looked = 0;
      const pairs = await Promise.all(
        photos.map(async (each) => {
          const pair =
            each === photo
              ? { ok: true as const, value: ITSELF }
              : await findPairAmong(photo, each, 'own', signal);
          onDone(++looked);
          return { photo: each, pair };
        }),
      );
      const found = pairs.flatMap(({ photo: each, pair }) =>
        pair.ok && pair.value.isFound ? [{ photo: each, pair: pair.value }] : [],
      );
      if (found.length < FEWEST)
        throw new ToldError('Too few of its photos show the same set from the same place.');
      const plate = await makePlate(found, size, signal, (done) => onDone(looked + done));
      const problem = await keepPlate(film, target, plate, signal);
      if (problem !== undefined) throw new ToldError(problem);
      return { used: found.length, unsure: plate.unsure };
    },
  );
  if (made)
    tell(madeWords(target, made.used, photos.length - made.used, made.unsure), made.unsure ? 'asks' : 'done');
}
