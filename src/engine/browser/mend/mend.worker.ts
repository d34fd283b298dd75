import { expose } from 'comlink';
import { analysisRecipe, partsOfPhoto } from '../../../core/film/analysis-recipe';
import type { Photo } from '../../../core/film/film';
import type { FoundLight } from '../../../core/film/photo-mends';
import { lightOf, type LightPicture } from '../../../core/mend/light-picture';
import { matchLight } from '../../../core/mend/match-light';
import { withoutSlow } from '../../../core/mend/without-slow';
import { renderPicture } from '../../../core/picture/render-picture';
import type { LightChange } from '../../../core/picture/steps/light-change';
import { err, ok, type Result } from '../../../core/time/result';
import { decodeWhole } from '../decode/decode-picture';
import { previews } from '../store/stores';

/** Pixels of the longer side of photos whose light is compared. */
const SIDE = 400;

/** Photos before and behind each that are looked at to tell what changes slowly. */
const REACH = 12;

/** A photo in light, as it is compared; undefined where its picture is not kept. */
async function lightPicture(photo: Photo): Promise<LightPicture | undefined> {
  const recipe = analysisRecipe(photo, SIDE);
  const small = await previews.getItem<Blob>(recipe.file.hash);
  if (!small) return undefined;
  const source = { pixels: await decodeWhole(small), orientation: 1 as const };
  const { width, height, data } = renderPicture(source, recipe, recipe.film);
  return lightOf({ width, height, order: 'RGBA', data: new Uint8Array(data.buffer) });
}

/** The reference that was looked at last: photo after photo is compared with it. */
let last: { readonly photo: string; readonly picture: Promise<LightPicture | undefined> } | undefined;

function referencePicture(photo: Photo): Promise<LightPicture | undefined> {
  const key = JSON.stringify(analysisRecipe(photo, SIDE));
  if (last?.photo !== key) last = { photo: key, picture: lightPicture(photo) };
  return last.picture;
}

const worker = {
  /** What brings the light of a photo to how another one looks, whose own light is changed by `look`. */
  async matchLight(photo: Photo, reference: Photo, look: LightChange): Promise<Result<FoundLight>> {
    const [own, other] = await Promise.all([lightPicture(photo), referencePicture(reference)]);
    if (!own || !other) return err('Its picture is missing in this browser.');
    const toPhoto = partsOfPhoto(analysisRecipe(photo, SIDE));
    const found = matchLight(own, other, { toPhoto, look });
    if (!found.ok) return found;
    const { change, before, after } = found.value;
    return ok({ change, before, after });
  },

  /** Of the changes of a run, in the order of the film, what does not change slowly. */
  withoutSlow: (wanted: readonly LightChange[]): readonly LightChange[] => withoutSlow(wanted, REACH),
};

/** What the page asks of a worker that looks for mends. */
export type MendWorker = typeof worker;

expose(worker);
