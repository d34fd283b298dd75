import { expose, transfer } from 'comlink';
import type { Photo } from '../../../core/film/film';
import type { PhotoPair } from '../../../core/film/photo-pair';
import { recipeFile } from '../../../core/film/photo-picture';
import { groundOf, type Ground, type GroundPhoto } from '../../../core/mend/paint/ground';
import { shownRows } from '../../../core/mend/paint/shown-rows';
import { chained, inverse, scaling } from '../../../core/picture/affine';
import type { Recipe } from '../../../core/picture/recipe';
import type { Rect, Size } from '../../../core/picture/size';
import { makePicture } from '../../print/make-frame';
import { decodePicture, recyclePixels } from '../decode/decode-picture';
import { imageFile } from '../print/image-file';
import { storedOriginals } from '../store/stored-originals';

const ports = { originals: storedOriginals, decode: decodePicture, recycle: recyclePixels };

/** A photo as it lies in a part of a plate; the part's rows are its own, from the top. */
function partRecipe(
  photo: Photo,
  { map, light }: PhotoPair,
  plate: Size,
  { y, width, height }: Rect,
): Recipe {
  const file = recipeFile(photo);
  return {
    file,
    photoSteps: [{ step: 'light', value: light }],
    geometry: [inverse(map), scaling(plate.width, plate.height), [1, 0, 0, 1, 0, -y] as const].reduce(
      chained,
      scaling(1 / file.width, 1 / file.height),
    ),
    film: { width, height },
    background: '#000000',
    filmSteps: [],
  };
}

const worker = {
  /**
   * Rows of a plate as a photo shows them, in light and place as `pair` says, in several parts one below the other.
   * @throws where the photo is missing or cannot be decoded.
   */
  async rows(
    photo: Photo,
    pair: PhotoPair,
    plate: Size,
    rows: Rect,
    parts: number,
  ): Promise<readonly GroundPhoto[]> {
    const recipe = partRecipe(photo, pair, plate, rows);
    const { data } = await makePicture(recipe, recipe.film, photo.name, ports);
    const shows = shownRows(pair.map, plate, rows);
    const list = Array.from({ length: parts }, (_, i) => {
      const [top, bottom] = [i, i + 1].map((each) => Math.floor((rows.height * each) / parts)) as [
        number,
        number,
      ];
      const [from, to] = [top * rows.width, bottom * rows.width];
      const part = new Uint8Array((to - from) * 3);
      for (let pixel = from, at = 0; pixel < to; pixel++, at += 3) {
        part[at] = data[4 * pixel] as number;
        part[at + 1] = data[4 * pixel + 1] as number;
        part[at + 2] = data[4 * pixel + 2] as number;
      }
      return { data: part, shows: shows.slice(2 * top, 2 * bottom) };
    });
    return transfer(
      list,
      list.map(({ data: { buffer } }) => buffer),
    );
  },

  /** What most photos agree on, of a part of a plate. */
  ground(photos: readonly GroundPhoto[], width: number): Ground {
    const ground = groundOf(photos, width);
    return transfer(ground, [ground.data.buffer as ArrayBuffer, ground.unsure.buffer as ArrayBuffer]);
  },

  /** A plate as PNG, of its parts one below the other. */
  async png(size: Size, parts: readonly Uint8ClampedArray[]): Promise<Uint8Array<ArrayBuffer>> {
    const data = new Uint8ClampedArray(size.width * size.height * 4);
    let to = 0;
    for (const part of parts)
      for (let at = 0; at < part.length; at += 3, to += 4) {
        data[to] = part[at] as number;
        data[to + 1] = part[at + 1] as number;
        data[to + 2] = part[at + 2] as number;
        data[to + 3] = 255;
      }
    const file = await imageFile({ ...size, data }, { type: 'image/png' });
    return transfer(file, [file.buffer]);
  },
};

/** What the page asks of a worker that makes clean plates. */
export type PlateWorker = typeof worker;

expose(worker);
