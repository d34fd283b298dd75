import { expose } from 'comlink';
import { analysisRecipe, analysisRecipeAlone, partsOfPhoto } from '../../../core/film/analysis-recipe';
import type { Photo } from '../../../core/film/film';
import type { FoundLight } from '../../../core/film/photo-mends';
import { lightOf, type LightPicture } from '../../../core/mend/light-picture';
import { matchLight } from '../../../core/mend/match-light';
import { detailOf, type DetailPicture } from '../../../core/mend/steady/detail-picture';
import { matchPlace, placedReference, type PlacedReference } from '../../../core/mend/steady/match-place';
import { similarityMap } from '../../../core/mend/steady/similarity';
import { withoutSlow } from '../../../core/mend/without-slow';
import { moveOf, type Move } from '../../../core/picture/move';
import type { Pixels } from '../../../core/picture/pixels';
import type { PlainRecipe } from '../../../core/picture/recipe';
import { renderPicture } from '../../../core/picture/render-picture';
import type { LightChange } from '../../../core/picture/steps/light-change';
import { err, ok, type Result } from '../../../core/time/result';
import { decodeWhole } from '../decode/decode-picture';
import { previews } from '../store/stores';

/** Pixels of the longer side of photos whose light is compared. */
const SIDE = 400;

/** The same, of photos whose place is looked for: as many as their small pictures have. */
const DETAIL_SIDE = 960;

/** Photos before and behind each that are looked at to tell what changes slowly. */
const REACH = 12;

/** What a recipe's picture looks like, made from the kept small one; undefined where that is not kept. */
async function smallPicture(recipe: PlainRecipe): Promise<Pixels | undefined> {
  const small = await previews.getItem<Blob>(recipe.file.hash);
  if (!small) return undefined;
  const source = { pixels: await decodeWhole(small), orientation: 1 as const };
  const { width, height, data } = renderPicture(source, recipe, recipe.film);
  return { width, height, order: 'RGBA', data: new Uint8Array(data.buffer) };
}

/** A photo in light, as it is compared; undefined where its picture is not kept. */
async function lightPicture(photo: Photo): Promise<LightPicture | undefined> {
  const pixels = await smallPicture(analysisRecipe(photo, SIDE));
  return pixels && lightOf(pixels);
}

/** A photo in its detail, as its place is looked for; undefined where its picture is not kept. */
async function detailPicture(photo: Photo): Promise<DetailPicture | undefined> {
  const pixels = await smallPicture(analysisRecipeAlone(photo, DETAIL_SIDE));
  return pixels && detailOf(pixels);
}

/** Remembers what was made of the photo that was asked for last: photo after photo is compared with it. */
function ofLast<T>(make: (photo: Photo) => Promise<T>): (photo: Photo) => Promise<T> {
  let last: { readonly key: string; readonly made: Promise<T> } | undefined;
  return (photo) => {
    const key = JSON.stringify(analysisRecipe(photo, SIDE));
    if (last?.key !== key) last = { key, made: make(photo) };
    return last.made;
  };
}

const referencePicture = ofLast(lightPicture);
const anchorPicture = ofLast(async (photo): Promise<PlacedReference | undefined> => {
  const picture = await detailPicture(photo);
  return picture && placedReference(picture);
});

const MISSING = 'Its picture is missing in this browser.';

const worker = {
  /** What brings the light of a photo to how another one looks, whose own light is changed by `look`. */
  async matchLight(photo: Photo, reference: Photo, look: LightChange): Promise<Result<FoundLight>> {
    const [own, other] = await Promise.all([lightPicture(photo), referencePicture(reference)]);
    if (!own || !other) return err(MISSING);
    const toPhoto = partsOfPhoto(analysisRecipe(photo, SIDE));
    const found = matchLight(own, other, { toPhoto, look });
    if (!found.ok) return found;
    const { change, before, after } = found.value;
    return ok({ change, before, after });
  },

  /** Where what stands still in an anchor lies in a photo, as both are shown. */
  async matchPlace(photo: Photo, anchor: Photo): Promise<Result<Move>> {
    const [own, other] = await Promise.all([detailPicture(photo), anchorPicture(anchor)]);
    if (!own || !other) return err(MISSING);
    const { size } = other;
    if (own.width !== size.width || own.height !== size.height)
      return err(`It has another shape than ${anchor.name}.`);
    const found = matchPlace(own, other);
    return found.ok ? ok(moveOf(similarityMap(found.value.similarity, size), size)) : found;
  },

  /** Of the changes of a run, in the order of the film, what does not change slowly. */
  withoutSlow: (wanted: readonly LightChange[]): readonly LightChange[] => withoutSlow(wanted, REACH),
};

/** What the page asks of a worker that looks for mends. */
export type MendWorker = typeof worker;

expose(worker);
