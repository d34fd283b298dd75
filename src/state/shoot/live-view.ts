import { chained, scaling, type Affine } from '../../core/picture/affine';
import { compose } from '../../core/picture/orientation';
import type { Size } from '../../core/picture/size';
import { photosById, type Film } from '../../core/film/film';
import type { PhotoMends } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';
import type { Recipe } from '../../core/picture/recipe';
import { posesOf } from '../../core/film/items';
import { recipeOf } from '../../core/film/recipe-of';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { shotNeighbours, withLivePose } from '../../core/shoot/shot-neighbours';
import type { Shooting } from './shooting';

/** Where the live picture lies in the film's, as a photo that is taken now would. */
export interface LiveView {
  /** The film's picture, in pixels. */
  readonly film: Size;
  /** From pixels of the live picture to those of the film. */
  readonly map: Affine;
  /** The photo that would be taken, with the light, the colours and the key of the one before; undefined where nothing is mended. */
  readonly mended: Recipe | undefined;
}

/** Of what was mended of the photo before, what is true of the live picture too: not how that one lay. */
function mendsOfLast(film: Film, place: Shooting['place'], frame: number): PhotoMends | undefined {
  const last = shotNeighbours(film, place, frame).against;
  const photo = last && photosById(film).get(last.pose.photoId);
  const mends = photo && fileOf(photo).mends;
  return (
    mends && { ...mends, steadied: undefined, nudge: undefined, isAnchor: undefined, isReference: undefined }
  );
}

/**
 * A live picture shows what the photo will: where that has another shape, the largest part of its middle that has the live picture's.
 */
function liveInPhoto(live: Size, photo: Size): Affine {
  const scale = Math.min(photo.width / live.width, photo.height / live.height);
  const [x, y] = [(photo.width - scale * live.width) / 2, (photo.height - scale * live.height) / 2];
  return chained(scaling(scale, scale), [1, 0, 0, 1, x, y]);
}

/** Where the live picture lies in the film that is open, at a frame of it. */
export function liveView(
  film: Film,
  { live, photo }: { readonly live: Size; readonly photo: Size },
  { place, turn, mirrorsPhotos }: Pick<Shooting, 'place' | 'turn' | 'mirrorsPhotos'>,
  frame: number,
): LiveView {
  const poseId = poseAt(scheduleOf(film), frame)?.pose.id;
  const turned = mirrorsPhotos ? compose(turn, 2) : turn;
  const mends = mendsOfLast(film, place, frame);
  const shot = withLivePose(film, { ...photo, turn: turned, mends }, { place, poseId, hold: 1 });
  const pose = posesOf(shot.film).find(({ id }) => id === shot.poseId);
  const recipe = pose && recipeOf(shot.film, pose);
  const { width, height } = shot.film.settings;
  const inPhoto = liveInPhoto(live, photo);
  const isMended =
    recipe && (recipe.photoSteps.length + recipe.filmSteps.length > 0 || recipe.key !== undefined);
  return {
    film: { width, height },
    map: recipe ? chained(inPhoto, recipe.geometry) : inPhoto,
    mended: isMended ? recipe : undefined,
  };
}
