import { expose } from 'comlink';
import { analysisRecipe, analysisRecipeAlone, partsOfPhoto } from '../../../core/film/analysis-recipe';
import type { Photo } from '../../../core/film/film';
import type { Aside, PhotoPair } from '../../../core/film/photo-pair';
import { photoStepsOf, type FoundLight } from '../../../core/film/photo-mends';
import { fileOf } from '../../../core/film/photo-picture';
import { colourAround } from '../../../core/mend/key/colour-around';
import { enclosedPixels } from '../../../core/mend/key/enclosed-pixels';
import { findBacking, type FoundBacking } from '../../../core/mend/key/find-backing';
import { matteOfPixels } from '../../../core/mend/key/matte-of-pixels';
import { lightOfBehind } from '../../../core/mend/key/light-of-behind';
import { lightOf, type LightPicture } from '../../../core/mend/light-picture';
import { matchLight } from '../../../core/mend/match-light';
import { bestAside } from '../../../core/mend/paint/aside';
import { ASIDE, differenceOf, unpainted, type Difference } from '../../../core/mend/paint/difference';
import { snappedOutline } from '../../../core/mend/paint/snap-outline';
import { shownRows } from '../../../core/mend/paint/shown-rows';
import { followStroke, type Followed } from '../../../core/mend/paint/follow';
import { foundAreas, type FoundArea } from '../../../core/mend/paint/found-areas';
import { lightAround } from '../../../core/mend/paint/light-around';
import { laidOn, mapInParts, matchPair } from '../../../core/mend/paint/match-pair';
import { coverOf } from '../../../core/mend/paint/ring';
import { detailOf, type DetailPicture } from '../../../core/mend/steady/detail-picture';
import { matchPlace, placedReference, type PlacedReference } from '../../../core/mend/steady/match-place';
import { similarityMap } from '../../../core/mend/steady/similarity';
import { withoutSlow } from '../../../core/mend/without-slow';
import { chained, inverse, mapped, scaling, type Affine } from '../../../core/picture/affine';
import { moveOf, type Move } from '../../../core/picture/move';
import type { LightColour } from '../../../core/picture/key/even-backing';
import type { KeyCut } from '../../../core/picture/key/key-cut';
import { PLACE, type StrokePath } from '../../../core/picture/paint/stroke';
import type { Pixels } from '../../../core/picture/pixels';
import type { PlainRecipe } from '../../../core/picture/recipe';
import { renderPicture } from '../../../core/picture/render-picture';
import { evenChange, type LightChange } from '../../../core/picture/steps/light-change';
import { err, ok, type Result } from '../../../core/time/result';
import { decodeWhole } from '../decode/decode-picture';
import { previews } from '../store/stores';
import { rememberLatest } from './remember-latest';

/** Pixels of the longer side of photos whose light is compared. */
const SIDE = 400;

/** The same, of photos whose place is looked for: as many as their small pictures have. */
const DETAIL_SIDE = 960;

/** A photo beside itself has its own light. */
const EVEN = evenChange(0);

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
function ofLast<T>(make: (photo: Photo) => Promise<T | undefined>): (photo: Photo) => Promise<T | undefined> {
  const remembered = rememberLatest<T>(1);
  return (photo) => remembered(JSON.stringify(analysisRecipe(photo, SIDE)), () => make(photo));
}

const referencePicture = ofLast(lightPicture);
const anchorPicture = ofLast(async (photo): Promise<PlacedReference | undefined> => {
  const picture = await detailPicture(photo);
  return picture && placedReference(picture);
});

/** Two photos of the same set as they lie on each other. */
interface Laid {
  readonly own: LightPicture;
  readonly other: LightPicture;
  readonly toParts: Affine;
  /** For each row from which pixel up to which the other one reaches. */
  readonly shows: Int32Array;
}

/** A photo's small picture as it is painted on, and the map from there to parts of the photo. */
interface CanvasPicture {
  readonly pixels: Pixels;
  readonly toParts: Affine;
}

/** A plate is laid on photo after photo. */
const canvases = rememberLatest<CanvasPicture>(4);

function canvasPicture(photo: Photo): Promise<CanvasPicture | undefined> {
  const recipe = analysisRecipeAlone(photo, DETAIL_SIDE);
  return canvases(JSON.stringify(recipe), async () => {
    const pixels = await smallPicture(recipe);
    return pixels && { pixels, toParts: partsOfPhoto(recipe) };
  });
}

/** The same picture in the light that its mends give it. */
const litPicture = (photo: Photo): Promise<Pixels | undefined> =>
  smallPicture({
    ...analysisRecipeAlone(photo, DETAIL_SIDE),
    photoSteps: photoStepsOf(fileOf(photo).mends),
  });

/** The same of a photo that is compared with many. */
const fixedPicture = ofLast(async (photo) => {
  const canvas = await canvasPicture(photo);
  return canvas && { ...canvas, placed: placedReference(detailOf(canvas.pixels)) };
});

/** Those of the pair that was asked for last stay. */
const laidLast = rememberLatest<Laid>(1);

/** Two photos laid on each other by a map between parts of them. */
function laidPhotos(photo: Photo, other: Photo, map: Affine): Promise<Laid | undefined> {
  const key = JSON.stringify([analysisRecipe(photo, SIDE), analysisRecipe(other, SIDE), map]);
  return laidLast(key, async () => {
    const [own, its] = await Promise.all([canvasPicture(photo), canvasPicture(other)]);
    if (!own || !its) return undefined;
    const between = [map, inverse(its.toParts)].reduce(chained, own.toParts);
    const laid = laidOn(its.pixels, between, own.pixels);
    const parts = chained(
      scaling(own.pixels.width, own.pixels.height),
      chained(between, scaling(1 / its.pixels.width, 1 / its.pixels.height)),
    );
    const shows = shownRows(parts, own.pixels, { x: 0, y: 0, ...own.pixels });
    return { own: lightOf(own.pixels), other: lightOf(laid), toParts: own.toParts, shows };
  });
}

interface PhotoDifference {
  readonly difference: Difference;
  readonly toParts: Affine;
}

/** What the last photos showed that their plates do not; each is looked at with the one before and the one after. */
const differences = rememberLatest<PhotoDifference>(4);

function photoDifference(
  photo: Photo,
  plate: Photo,
  { map, light }: PhotoPair,
  aside: number,
): Promise<PhotoDifference | undefined> {
  const key = JSON.stringify([analysisRecipe(photo, SIDE), analysisRecipe(plate, SIDE), map, aside]);
  return differences(key, async () => {
    const laid = await laidPhotos(photo, plate, map);
    if (!laid) return undefined;
    const { own, other, toParts, shows } = laid;
    return { difference: differenceOf(own, other, light, toParts, { shows, aside }), toParts };
  });
}

/** Places of a stroke by a map, such as from pixels to parts of a photo. */
const placesMapped = (points: readonly number[], map: Affine): readonly number[] =>
  points.flatMap((each, i) =>
    i % PLACE === 0 ? [...mapped(map, each, points[i + 1] as number), points[i + 2] as number] : [],
  );

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

  /** How another photo of the same set lies on a photo, and in which light; one of them is compared with many. */
  async matchPair(photo: Photo, other: Photo, fixed: 'own' | 'other'): Promise<Result<PhotoPair>> {
    const one = await fixedPicture(fixed === 'own' ? photo : other);
    const another = await canvasPicture(fixed === 'own' ? other : photo);
    if (!one || !another) return err(MISSING);
    const [own, its] = fixed === 'own' ? [one, another] : [another, one];
    const { map, light, isFound } = matchPair(own.pixels, its.pixels, own.toParts, {
      is: fixed,
      placed: one.placed,
    });
    return ok({ map: mapInParts(map, own.toParts, its.toParts), light, isFound });
  },

  /** What brings the light of another photo to a photo's around a stroke; `pair` says how they lie on each other. */
  async lightOfStroke(
    photo: Photo,
    other: Photo,
    { map, light }: PhotoPair,
    path: StrokePath,
  ): Promise<Result<LightChange>> {
    const laid = await laidPhotos(photo, other, map);
    if (!laid) return err(MISSING);
    const { own, toParts } = laid;
    return ok(lightAround(own, laid.other, coverOf(path, own, toParts), light, toParts));
  },

  /** From where beside it in the same photo a stroke is best filled; `taken` are the strokes that are there already. */
  async aside(photo: Photo, path: StrokePath, taken: readonly StrokePath[]): Promise<Result<Aside>> {
    const canvas = await canvasPicture(photo);
    if (!canvas) return err(MISSING);
    const { pixels, toParts } = canvas;
    const own = lightOf(pixels);
    const cover = coverOf(path, pixels, toParts);
    const others = taken.map((each) => coverOf(each, pixels, toParts));
    const way = bestAside(own, cover, (i) => others.some((each) => (each[i] as number) > 0));
    if (!way) return err('There is nothing beside it that it could be filled from.');
    const map: Affine = [1, 0, 0, 1, way.right, way.down];
    const light = lightAround(own, lightOf(laidOn(pixels, map, pixels)), cover, EVEN, toParts);
    const [a, b, c, d] = toParts;
    const { width, height } = fileOf(photo);
    const longer = Math.max(width, height);
    return ok({
      right: ((a * way.right + c * way.down) * width) / longer,
      down: ((b * way.right + d * way.down) * height) / longer,
      light,
    });
  },

  /** An outline that was drawn by hand, moved onto the edges of a photo near it. */
  async snapped(photo: Photo, points: readonly number[]): Promise<Result<readonly number[]>> {
    const canvas = await canvasPicture(photo);
    if (!canvas) return err(MISSING);
    const { pixels, toParts } = canvas;
    const own = placesMapped(points, inverse(toParts));
    return ok(placesMapped(snappedOutline(own, lightOf(pixels)), toParts));
  },

  /** What a photo shows that its scene's plate does not, as outlines in parts of the photo; what is painted over already is left out. */
  async found(photo: Photo, plate: Photo, pair: PhotoPair): Promise<Result<readonly FoundArea[]>> {
    const made = await photoDifference(photo, plate, pair, ASIDE.found);
    if (!made) return err(MISSING);
    const { difference, toParts } = made;
    const { strokes, mends } = fileOf(photo);
    const left = unpainted(difference, mends?.paintOff ? [] : (strokes ?? []), toParts);
    return ok(foundAreas(left).map((area) => ({ ...area, points: placesMapped(area.points, toParts) })));
  },

  /** Where strokes of a photo go in the next one; both are told by what they show that the plate does not. */
  async follow(
    [photo, pair]: readonly [Photo, PhotoPair],
    [next, nextPair]: readonly [Photo, PhotoPair],
    plate: Photo,
    paths: readonly StrokePath[],
  ): Promise<Result<readonly Followed[]>> {
    const [before, after] = [
      await photoDifference(photo, plate, pair, ASIDE.followed),
      await photoDifference(next, plate, nextPair, ASIDE.followed),
    ];
    if (!before || !after) return err(MISSING);
    const { width, height } = after.difference;
    if (before.difference.width !== width || before.difference.height !== height)
      return err(`It has another shape than ${photo.name}.`);
    return ok(paths.map((path) => followStroke(path, before.difference, after.difference, before.toParts)));
  },

  /** The colour of a photo as it came, around a place in parts of it: sRGB, 0 to 255. */
  async colourAt(photo: Photo, u: number, v: number): Promise<Result<readonly [number, number, number]>> {
    const canvas = await canvasPicture(photo);
    if (!canvas) return err(MISSING);
    return ok(colourAround(canvas.pixels, mapped(inverse(canvas.toParts), u, v)));
  },

  /** What the backing of a photo looks like, by colours that were picked. */
  async findBacking(photo: Photo, picked: readonly LightColour[]): Promise<Result<FoundBacking>> {
    const canvas = await canvasPicture(photo);
    return canvas ? findBacking(lightOf(canvas.pixels), canvas.toParts, picked) : err(MISSING);
  },

  /** The part of a photo that goes though the subject is all around it. */
  async enclosed(photo: Photo, cut: KeyCut): Promise<Result<number>> {
    const canvas = await canvasPicture(photo);
    if (!canvas) return err(MISSING);
    const { pixels, toParts } = canvas;
    return ok(enclosedPixels(matteOfPixels(pixels, toParts, cut), pixels) / (pixels.width * pixels.height));
  },

  /** What brings the light of a picture behind to that of a photo's subject. */
  async lightBehind(photo: Photo, cut: KeyCut, behind: Photo): Promise<Result<LightChange>> {
    const [canvas, own, other] = await Promise.all([
      canvasPicture(photo),
      litPicture(photo),
      litPicture(behind),
    ]);
    if (!canvas || !own || !other) return err(MISSING);
    return lightOfBehind(canvas.pixels, canvas.toParts, cut, { own, behind: other });
  },

  /** Of the changes of a run, in the order of the film, what does not change slowly. */
  withoutSlow: (wanted: readonly LightChange[]): readonly LightChange[] => withoutSlow(wanted, REACH),
};

/** What the page asks of a worker that looks for mends. */
export type MendWorker = typeof worker;

expose(worker);
