import { cropEdit } from '../../core/edits/crop-edits';
import { photosById, type Film, type Scene } from '../../core/film/film';
import { recipeOf } from '../../core/film/recipe-of';
import { posesIn } from '../../core/film/items';
import { uncroppedFilm } from '../../core/film/unmended-film';
import { narrowing, sharedPart, type LaidPicture } from '../../core/mend/steady/shared-part';
import { CROP_SIZES, type Crop } from '../../core/picture/crop';
import { openFilm } from '../document/document';
import { edit } from '../document/edit-film';
import { sceneOnScreen } from '../poses/scenes';
import { ask } from '../shell/ask';
import { tell } from '../shell/shell';

/** Sizes are rounded down to so many parts: the edge of no photo is touched. */
const PARTS = 2000;
/** A photo that alone costs so much of the picture's width is named. */
const WORTH_ASKING = 0.05;

const LEAVE_OUT = 'Leave it out';

/** A photo as it lies in a scene without its framing. */
interface Laid extends LaidPicture {
  readonly name: string;
}

/** The photos of a scene as they lie in the film; those that lie alike once. */
function laidIn(film: Film, scene: Scene): readonly Laid[] {
  const whole = uncroppedFilm(film);
  const laid = new Map<string, Laid>();
  for (const pose of posesIn(scene.items)) {
    const recipe = recipeOf(whole, pose);
    if (!recipe) continue;
    const { geometry: map, file } = recipe;
    const { width, height } = file;
    const key = JSON.stringify([map, width, height]);
    const name = photosById(film).get(pose.photoId)?.name ?? '';
    if (!laid.has(key)) laid.set(key, { map, width, height, name });
  }
  return [...laid.values()];
}

const percent = ({ size }: Crop): string => `${Math.round(size * 1000) / 10} %`;

/**
 * Frames the scene on screen to the largest part that all its photos share, so that the edge of none is seen. Where one photo alone makes
 * that much smaller it is named, and may be left out: its edge is seen then.
 */
export async function frameShared(): Promise<void> {
  const film = openFilm();
  const scene = film?.scenes.find(({ id }) => id === sceneOnScreen());
  if (!film || !scene) return;
  const laid = laidIn(film, scene);
  const all = laid.length > 0 ? sharedPart(laid, film.settings) : undefined;
  if (all && all.size > 1 - 1e-6) return tell('Nothing to crop: no edge shows in this scene.');
  const least = CROP_SIZES.least;
  const one = narrowing(laid, film.settings, WORTH_ASKING);
  const name = one && one.without.size >= least ? (laid[one.index]?.name ?? '') : undefined;
  let part = all && all.size >= least ? all : undefined;
  if (one && name !== undefined) {
    const choice = await ask({
      title: 'One photo needs a closer crop',
      text: `${part ? `All photos of this scene share ${percent(part)} of the picture’s width` : 'The photos of this scene share no part to crop to'}; without ${name} it is ${percent(one.without)}, but an edge of ${name} shows.`,
      choices: part ? ['Crop to what all share', LEAVE_OUT] : [LEAVE_OUT],
    });
    if (choice === undefined || openFilm()?.id !== film.id) return;
    if (choice === LEAVE_OUT) part = one.without;
  }
  if (!part) return tell('The photos of this scene share no part to crop to.');
  const crop = { ...part, size: Math.min(1, Math.floor(part.size * PARTS) / PARTS) };
  const now = openFilm();
  if (now) edit(cropEdit(now, { of: 'scene', id: scene.id }, crop));
  const whose = part === all ? 'all its photos share' : `all its photos but ${name} share`;
  tell(`${scene.name} is cropped to what ${whose}: ${percent(crop)} of the picture’s width.`, 'done');
}
