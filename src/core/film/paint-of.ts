import { chained, inverse, type Affine } from '../picture/affine';
import type { Paint, PaintPicture } from '../picture/paint/paint';
import type { PaintedStroke } from '../picture/paint/stroke';
import { placementMap, placePhoto } from '../picture/placement';
import { photosById, type Film, type FilmSettings, type Photo } from './film';
import { fileOf, recipeFile, shownSize } from './photo-picture';
import { ownMap } from './own-map';
import type { PaintFrom, Stroke } from './stroke';

/** A picture that is painted in may be painted on, and what that paints in; then it is taken as its file is. */
const DEEPEST = 2;

type Frame = Pick<FilmSettings, 'width' | 'height' | 'framing'>;

interface KnownPaint {
  readonly frame: Frame;
  readonly sources: readonly Photo[];
  readonly paint: Paint | undefined;
}

/** Of the last film that was asked for: while all photos that have a part in it are the same, so is what is painted. */
const known = new WeakMap<Photo, KnownPaint>();

/** From the pixels of a photo's upright file to the film's, steadied, turned and placed. */
const toFilm = (photo: Photo, { width, height, framing }: Frame): Affine =>
  chained(ownMap(photo), placementMap(placePhoto(shownSize(photo), { width, height }, framing)));

/** From the pixels of a photo's upright file to those of another one's that lie at the same place of the film. */
export const mapToPhoto = (photo: Photo, other: Photo, frame: Frame): Affine =>
  chained(toFilm(photo, frame), inverse(toFilm(other, frame)));

/** Strokes as a recipe has them; the same value for the same stroke, so that it is named once. */
const painted = new WeakMap<Stroke, PaintedStroke>();

function paintedStroke(stroke: Stroke, from?: number): PaintedStroke {
  const known = painted.get(stroke);
  if (known && known.from === from) return known;
  const { shape, points, size, softness, light } = stroke;
  const made = { shape, points, size, softness, from, light };
  painted.set(stroke, made);
  return made;
}

const nameOf = (from: PaintFrom): string =>
  from.kind === 'around' ? `${from.right} ${from.down}` : from.kind === 'photo' ? '' : from.photoId;

/** Collects what is painted on a photo; `sources` gathers all photos that have a part in it. */
function makePaint(film: Film, photo: Photo, depth: number, sources: Photo[]): Paint | undefined {
  const { strokes, mends, width, height } = fileOf(photo);
  if (!strokes || mends?.paintOff || depth > DEEPEST) return undefined;
  const pictures: PaintPicture[] = [];
  const indices = new Map<string, number>();
  const made: PaintedStroke[] = [];
  const pictureOf = (from: Exclude<PaintFrom, { kind: 'photo' }>): PaintPicture | undefined => {
    if (from.kind === 'around') {
      const longer = Math.max(width, height);
      return { file: recipeFile(photo), map: [1, 0, 0, 1, from.right * longer, from.down * longer] };
    }
    const other = photosById(film).get(from.photoId);
    // What is not in the film any more paints nothing; it comes back with the photo.
    if (!other) return undefined;
    sources.push(other);
    const paint = other === photo ? undefined : makePaint(film, other, depth + 1, sources);
    return { file: recipeFile(other), map: mapToPhoto(photo, other, film.settings), ...(paint && { paint }) };
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
  if (!fileOf(photo).strokes) return undefined;
  const { settings } = film;
  const before = known.get(photo);
  const photos = photosById(film);
  const isSame =
    before &&
    before.frame.width === settings.width &&
    before.frame.height === settings.height &&
    before.frame.framing === settings.framing &&
    before.sources.every((each) => photos.get(each.id) === each);
  if (isSame) return before.paint;
  const sources: Photo[] = [];
  const paint = makePaint(film, photo, 0, sources);
  known.set(photo, { frame: settings, sources, paint });
  return paint;
}
