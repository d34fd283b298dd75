import { chained, scaling, type Affine } from '../picture/affine';
import type { Paint, PaintPicture } from '../picture/paint/paint';
import type { PaintedStroke } from '../picture/paint/stroke';
import { photosById, type Film, type Photo } from './film';
import { fileOf, recipeFile } from './photo-picture';
import type { PaintFrom, Stroke } from './stroke';

/** A picture that is painted in may be painted on, and what that paints in; then it is taken as its file is. */
const DEEPEST = 2;

interface KnownPaint {
  readonly sources: readonly Photo[];
  readonly paint: Paint | undefined;
}

/** Of the last film that was asked for: while all photos that have a part in it are the same, so is what is painted. */
const known = new WeakMap<Photo, KnownPaint>();

/** Strokes as a recipe has them; the same value for the same stroke, so that it is named once. */
const painted = new WeakMap<Stroke, PaintedStroke>();

function paintedStroke(stroke: Stroke, from?: number): PaintedStroke {
  const before = painted.get(stroke);
  if (before && before.from === from) return before;
  const { shape, points, size, softness, light } = stroke;
  const made = { shape, points, size, softness, from, light };
  painted.set(stroke, made);
  return made;
}

type PaintsIn = Exclude<PaintFrom, { kind: 'photo' }>;

const nameOf = (from: PaintsIn): string =>
  from.kind === 'around' ? `${from.right} ${from.down}` : `${from.photoId} ${from.map.join(' ')}`;

/** A map between parts of two upright pictures as one between their pixels. */
const inPixels = (map: Affine, photo: Photo, other: Photo): Affine => {
  const [own, its] = [fileOf(photo), fileOf(other)];
  return [map, scaling(its.width, its.height)].reduce(chained, scaling(1 / own.width, 1 / own.height));
};

/** Collects what is painted on a photo; `sources` gathers all photos that have a part in it. */
function makePaint(film: Film, photo: Photo, depth: number, sources: Photo[]): Paint | undefined {
  const { strokes, mends, width, height } = fileOf(photo);
  if (!strokes || mends?.paintOff || depth > DEEPEST) return undefined;
  const pictures: PaintPicture[] = [];
  const indices = new Map<string, number>();
  const made: PaintedStroke[] = [];
  const pictureOf = (from: PaintsIn): PaintPicture | undefined => {
    if (from.kind === 'around') {
      const longer = Math.max(width, height);
      return { file: recipeFile(photo), map: [1, 0, 0, 1, from.right * longer, from.down * longer] };
    }
    const other = photosById(film).get(from.photoId);
    // What is not in the film any more paints nothing; it comes back with the photo.
    if (!other) return undefined;
    sources.push(other);
    const paint = makePaint(film, other, depth + 1, sources);
    return { file: recipeFile(other), map: inPixels(from.map, photo, other), ...(paint && { paint }) };
  };
  for (const stroke of strokes) {
    const { from } = stroke;
    if (from.kind === 'photo') {
      made.push(paintedStroke(stroke));
      continue;
    }
    let index = indices.get(nameOf(from));
    if (index === undefined) {
      const picture = pictureOf(from);
      if (!picture) continue;
      index = pictures.push(picture) - 1;
      indices.set(nameOf(from), index);
    }
    made.push(paintedStroke(stroke, index));
  }
  return pictures.length > 0 ? { pictures, strokes: made } : undefined;
}

/** What is painted on a photo in a film; undefined where nothing is. The same value while nothing of it changes. */
export function paintOf(film: Film, photo: Photo): Paint | undefined {
  const { strokes } = fileOf(photo);
  if (!strokes) return undefined;
  const photos = photosById(film);
  const before = known.get(photo);
  // A photo that is not in the film now may be there the next time.
  const named = strokes.every(({ from }) => !('photoId' in from) || photos.has(from.photoId));
  if (named && before?.sources.every((each) => photos.get(each.id) === each)) return before.paint;
  const sources: Photo[] = [];
  const paint = makePaint(film, photo, 0, sources);
  if (named) known.set(photo, { sources, paint });
  return paint;
}
