import type { FilmSettings, Photo } from '../../../core/film/film';
import { filmRecipe } from '../../../core/film/recipe-of';
import { renderPicture } from '../../../core/picture/render-picture';
import { readSource } from '../../print/read-source';
import { decodePicture } from '../decode/decode-picture';
import { imageFile } from '../print/image-file';
import { storedOriginals } from '../store/stored-originals';

/**
 * A photo as the film shows it, at the film's size, as PNG (ISO/IEC 15948) with 8 bits a channel.
 * @throws where the photo is not kept or cannot be decoded.
 */
export async function filmPicture(photo: Photo, settings: FilmSettings): Promise<Blob> {
  const recipe = filmRecipe(photo, settings);
  const ports = { originals: storedOriginals, decode: decodePicture };
  const source = await readSource(recipe, recipe.film, photo.name, ports);
  const picture = renderPicture(source, recipe, recipe.film);
  return new Blob([await imageFile(picture, { type: 'image/png' })], { type: 'image/png' });
}
