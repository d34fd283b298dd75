import { cropEdit } from '../../core/edits/crop-edits';
import { recipeOf } from '../../core/film/recipe-of';
import { posesIn } from '../../core/film/items';
import { uncroppedFilm } from '../../core/film/unmended-film';
import { sharedPart, type LaidPicture } from '../../core/mend/steady/shared-part';
import { CROP_SIZES } from '../../core/picture/crop';
import { openFilm } from '../document/document';
import { edit } from '../document/edit-film';
import { sceneOnScreen } from '../poses/scenes';
import { tell } from '../shell/shell';

/** Sizes are rounded down to so many parts: the edge of no photo is touched. */
const PARTS = 2000;

/** Frames the scene on screen to the largest part that all its photos share, so that the edge of none is seen. */
export function frameShared(): void {
  const film = openFilm();
  const scene = film?.scenes.find(({ id }) => id === sceneOnScreen());
  if (!film || !scene) return;
  const whole = uncroppedFilm(film);
  const laid = new Map<string, LaidPicture>();
  for (const pose of posesIn(scene.items)) {
    const recipe = recipeOf(whole, pose);
    if (!recipe) continue;
    const { geometry, file } = recipe;
    laid.set(JSON.stringify([geometry, file.width, file.height]), {
      map: geometry,
      width: file.width,
      height: file.height,
    });
  }
  const part = laid.size > 0 ? sharedPart([...laid.values()], film.settings) : undefined;
  if (!part || part.size < CROP_SIZES.least)
    return tell('The photos of this scene share no part that could be framed.');
  if (part.size > 1 - 1e-6)
    return tell('The photos of this scene share all of the picture: no edge is seen.');
  const crop = { ...part, size: Math.floor(part.size * PARTS) / PARTS };
  edit(cropEdit(film, { of: 'scene', id: scene.id }, crop));
  const percent = Math.round(crop.size * 1000) / 10;
  tell(`${scene.name} is framed to what all its photos share: ${percent} % of the picture’s width.`, 'done');
}
