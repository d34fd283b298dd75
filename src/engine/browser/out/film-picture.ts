import type { Film, Photo } from '../../../core/film/film';
import { photoInFilm } from '../../../core/film/recipe-of';
import type { Recipe } from '../../../core/picture/recipe';
import { makePicture } from '../../print/make-frame';
import { decodePicture } from '../decode/decode-picture';
import { imageFile } from '../print/image-file';
import { storedOriginals } from '../store/stored-originals';

/**
 * A recipe's picture, at the film's size, as PNG (ISO/IEC 15948) with 8 bits a channel; a sentence calls its photo by `name`.
 * @throws where the photo is not kept or cannot be decoded.
 */
export async function recipePng(recipe: Recipe, name: string): Promise<Blob> {
  const picture = await makePicture(recipe, recipe.film, name, {
    originals: storedOriginals,
    decode: decodePicture,
  });
  return new Blob([await imageFile(picture, { type: 'image/png' })], { type: 'image/png' });
}

/**
 * A photo as the film shows it, at the film's size, as PNG.
 * @throws where the photo is not kept or cannot be decoded.
 */
export const filmPicture = (film: Film, photo: Photo): Promise<Blob> =>
  recipePng(photoInFilm(film, photo), photo.name);
