import { chained } from '../picture/affine';
import { turnMatrix } from '../picture/orientation';
import { placementMap, placePhoto } from '../picture/placement';
import type { PlainRecipe, Recipe, RecipeFile } from '../picture/recipe';
import { photosById, type Film, type FilmSettings, type Photo, type Pose } from './film';
import { photoStepsOf } from './photo-mends';
import { fileOf, shownSize, turnOf } from './photo-picture';

/** What shines through a photo that is looked at by itself: the grey of the surround. */
const SURROUND = '#777573';

// Photos and settings are values: while they are the same, so is the recipe, and its key is found once.
const inFilm = new WeakMap<Photo, { readonly settings: FilmSettings; readonly recipe: Recipe }>();
const byThemselves = new WeakMap<Photo, PlainRecipe>();

const recipeFile = (photo: Photo): RecipeFile => {
  const { hash, type, width, height, orientation } = fileOf(photo);
  return { hash, type, width, height, orientation };
};

const turnMap = (photo: Photo): ReturnType<typeof turnMatrix> => {
  const { width, height } = fileOf(photo);
  return turnMatrix(turnOf(photo), width, height);
};

/** A photo as the film shows it, at the film's size: placed by its framing, on its background. */
export function filmRecipe(photo: Photo, settings: FilmSettings): Recipe {
  const known = inFilm.get(photo);
  if (known?.settings === settings) return known.recipe;
  const { width, height, framing, background } = settings;
  const film = { width, height };
  const recipe: Recipe = {
    file: recipeFile(photo),
    photoSteps: photoStepsOf(fileOf(photo).mends),
    geometry: chained(turnMap(photo), placementMap(placePhoto(shownSize(photo), film, framing))),
    film,
    background,
    filmSteps: [],
  };
  inFilm.set(photo, { settings, recipe });
  return recipe;
}

/**
 * What a pose looks like: the one answer, for screen, tickets, pictures that go out, and prints. Here, and nowhere else, is
 * put together what belongs to the photo (its file's turn and mends), to the pose, to the scene and to the film. Undefined
 * where the film does not have the pose's photo.
 */
export function recipeOf(film: Film, pose: Pose): Recipe | undefined {
  const photo = photosById(film).get(pose.photoId);
  return photo && filmRecipe(photo, film.settings);
}

/** A photo by itself, in its own shape: turned and mended, not placed in a film. */
export function photoRecipe(photo: Photo): PlainRecipe {
  let recipe = byThemselves.get(photo);
  if (!recipe) {
    recipe = {
      file: recipeFile(photo),
      photoSteps: photoStepsOf(fileOf(photo).mends),
      geometry: turnMap(photo),
      film: shownSize(photo),
      background: SURROUND,
      filmSteps: [],
    };
    byThemselves.set(photo, recipe);
  }
  return recipe;
}

const unmended = new WeakMap<Recipe, Recipe>();

/** What a recipe's picture looked like before it was mended: the same photo in the same place. */
export function unmendedRecipe(recipe: Recipe): Recipe {
  if (recipe.photoSteps.length + recipe.filmSteps.length === 0) return recipe;
  let plain = unmended.get(recipe);
  if (!plain) unmended.set(recipe, (plain = { ...recipe, photoSteps: [], filmSteps: [] }));
  return plain;
}
