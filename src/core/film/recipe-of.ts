import { chained } from '../picture/affine';
import { cropMap, type Crop } from '../picture/crop';
import type { Paint } from '../picture/paint/paint';
import { placementMap, placePhoto, type Framing } from '../picture/placement';
import type { KeyCut } from '../picture/key/key-cut';
import type { Behind, PlainRecipe, Recipe } from '../picture/recipe';
import type { Step } from '../picture/steps/step';
import { cleanNeighbour } from './clean-neighbour';
import { withDrawn } from './drawn-of';
import { framingOf, type PoseFraming } from './crop-of';
import { photosById, type Film, type FilmSettings, type Photo, type Pose } from './film';
import { lookStepsOf } from './look-of';
import { behindOf, cutOf, keyOf } from './key-of';
import { unmendedFilm, unmendedPose } from './unmended-film';
import { ownMap } from './own-map';
import { paintOf } from './paint-of';
import { photoStepsOf } from './photo-mends';
import { fileOf, recipeFile, shownSize } from './photo-picture';

/** What shines through a photo that is looked at by itself: the grey of the surround. */
const SURROUND = '#777573';

/** The recipes of a photo in a film of these settings, by what it is framed by. */
interface InFilm {
  readonly settings: FilmSettings;
  readonly recipes: Map<readonly Step[], Map<Crop | Framing, Recipe>>;
}

/** So many framings of a photo, and so many looks, are remembered. */
const MOST_KNOWN = 64;
const NO_STEPS: readonly Step[] = [];

// Photos, settings and framings are values: while they are the same, so is the recipe, and its key is found once.
const inFilm = new WeakMap<Photo, InFilm>();
const byThemselves = new WeakMap<Photo, PlainRecipe>();

/** A photo as the film shows it, at the film's size: placed and framed, on its background. */
export function filmRecipe(
  photo: Photo,
  settings: FilmSettings,
  { crop, placing }: PoseFraming = { crop: settings.crop, placing: settings.framing },
  filmSteps: readonly Step[] = NO_STEPS,
): Recipe {
  let known = inFilm.get(photo);
  if (known?.settings !== settings) inFilm.set(photo, (known = { settings, recipes: new Map() }));
  // Who sets a framing of its own and a placing of its own is rare: only one of both is remembered.
  const remembers = crop === undefined || placing === settings.framing;
  // A frame that is dragged is another one with each step, and so is a look.
  if (known.recipes.size > MOST_KNOWN) known.recipes.clear();
  let framed = known.recipes.get(filmSteps);
  if (!framed || framed.size >= MOST_KNOWN)
    known.recipes.set(filmSteps, (framed = new Map<Crop | Framing, Recipe>()));
  const found = remembers ? framed.get(crop ?? placing) : undefined;
  if (found) return found;
  const { width, height, background } = settings;
  const film = { width, height };
  const placed = chained(ownMap(photo), placementMap(placePhoto(shownSize(photo), film, placing)));
  const recipe: Recipe = {
    file: recipeFile(photo),
    photoSteps: photoStepsOf(fileOf(photo).mends),
    geometry: crop ? chained(placed, cropMap(crop, film)) : placed,
    film,
    background,
    filmSteps,
  };
  if (remembers) framed.set(crop ?? placing, recipe);
  return recipe;
}

/**
 * What a pose looks like, at one of its frames, from 0, where the camera or what is behind it moves: the one answer, for screen, tickets, pictures that go out, and prints. Here, and nowhere else, is
 * put together what belongs to the photo (its file's turn and mends), to the pose, to the scene and to the film. Undefined
 * where the film does not have the pose's photo.
 */
export function recipeOf(film: Film, pose: Pose, frame = 0): Recipe | undefined {
  const photo = photosById(film).get(pose.photoId);
  if (!photo) return undefined;
  const framing = framingOf(film, pose, frame);
  const recipe = withPaint(
    filmRecipe(photo, film.settings, framing, withDrawn(film, pose, lookStepsOf(film, pose), framing.crop)),
    paintOf(film, photo),
  );
  const key = keyOf(film, pose);
  if (key) return withKey(recipe, cutOf(key, photo), behindOf(film, pose, key, framing, frame));
  const neighbour = film.settings.edges === 'neighbour' ? cleanNeighbour(film, photo.id) : undefined;
  return neighbour
    ? withBehind(recipe, withPaint(filmRecipe(neighbour, film.settings, framing), paintOf(film, neighbour)))
    : recipe;
}

const withKeys = new WeakMap<Recipe, WeakMap<KeyCut, Map<Behind, Recipe>>>();

/** A recipe with its subject cut out, before what is behind it; the same value for the same three. */
function withKey(recipe: Recipe, key: KeyCut, background: Behind): Recipe {
  let byKey = withKeys.get(recipe);
  if (!byKey) withKeys.set(recipe, (byKey = new WeakMap<KeyCut, Map<Behind, Recipe>>()));
  let byBehind = byKey.get(key);
  if (!byBehind || byBehind.size > MOST_KNOWN) byKey.set(key, (byBehind = new Map<Behind, Recipe>()));
  let made = byBehind.get(background);
  if (!made) byBehind.set(background, (made = { ...recipe, key, background }));
  return made;
}

/** A photo as the film shows it, in no pose. */
export const photoInFilm = (film: Film, photo: Photo): Recipe =>
  withPaint(filmRecipe(photo, film.settings), paintOf(film, photo));

const withPaints = new WeakMap<Recipe, Recipe>();

/** A recipe with what is painted on its photo; the same value for the same two. */
function withPaint<R extends Recipe>(recipe: R, paint: Paint | undefined): R {
  if (!paint) return recipe;
  let known = withPaints.get(recipe);
  if (known?.paint !== paint) withPaints.set(recipe, (known = { ...recipe, paint }));
  return known as R;
}

const withNeighbours = new WeakMap<Recipe, { readonly behind: Recipe; readonly recipe: Recipe }>();

/** A recipe with another picture behind it, which itself has the film's background; the same value for the same two. */
function withBehind(recipe: Recipe, behind: Recipe): Recipe {
  const known = withNeighbours.get(recipe);
  if (known?.behind === behind) return known.recipe;
  const { background } = behind;
  if (typeof background !== 'string') return recipe;
  const made: Recipe = { ...recipe, background: { ...behind, background } };
  withNeighbours.set(recipe, { behind, recipe: made });
  return made;
}

/** A photo by itself, in its own shape: turned and mended, not placed in the film that it belongs to. */
export function photoRecipe(photo: Photo, film?: Film): PlainRecipe {
  let recipe = byThemselves.get(photo);
  if (!recipe) {
    recipe = {
      file: recipeFile(photo),
      photoSteps: photoStepsOf(fileOf(photo).mends),
      geometry: ownMap(photo),
      film: shownSize(photo),
      background: SURROUND,
      filmSteps: [],
    };
    byThemselves.set(photo, recipe);
  }
  return withPaint(recipe, film && paintOf(film, photo));
}

/** What a pose looked like before it was mended: its photo placed as the film places it, and all of it. */
export const unmendedRecipeOf = (film: Film, pose: Pose): Recipe | undefined =>
  recipeOf(unmendedFilm(film), unmendedPose(pose));
