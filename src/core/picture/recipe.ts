import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { chained, inverse, scaling, type Affine } from './affine';
import { swapsSides, turnMatrix, type Orientation } from './orientation';
import type { Gradient } from './background';
import type { KeyCut } from './key/key-cut';
import type { Paint } from './paint/paint';
import { strokeKey } from './paint/stroke-key';
import type { Pixels } from './pixels';
import type { Size } from './size';
import type { Step } from './steps/step';

/** The file of a picture: what its pixels are found and decoded by. */
export interface RecipeFile extends Size {
  /** SHA-256 of its bytes, in hexadecimal. */
  readonly hash: string;
  /** Media type, such as `image/jpeg`. */
  readonly type: string;
  /** How its stored pixels are turned to stand upright; `width` and `height` are those of the upright picture. */
  readonly orientation: Orientation;
}

interface RecipeOver<Background> {
  readonly file: RecipeFile;
  /** What is painted on the photo, before anything else is done to it. */
  readonly paint?: Paint | undefined;
  /** How its subject is cut out, after it was painted on. */
  readonly key?: KeyCut | undefined;
  /** Done in the photo's pixels, in this order. */
  readonly photoSteps: readonly Step[];
  /** From the pixels of the upright file to those of the film: all that turns and places the picture, so that it is resampled once. */
  readonly geometry: Affine;
  /** The film's picture, in pixels. */
  readonly film: Size;
  /** What is seen where the photo does not reach, or is see-through: `#rrggbb`, a gradient, or another picture. */
  readonly background: Background;
  /** Done in the film's pixels, in this order. */
  readonly filmSteps: readonly Step[];
  /** By how many of the film's pixels it is out of focus, as the deviation of a bell; done last. Only of what lies behind another. */
  readonly blur?: number | undefined;
}

/** A recipe that names no other picture. */
export type PlainRecipe = RecipeOver<string>;

/** What lies behind a picture. */
export type Behind = string | Gradient | PlainRecipe;

/** Whether what lies behind a picture is another one, which has pixels of its own. */
export const isPicture = (background: Behind): background is PlainRecipe =>
  typeof background !== 'string' && 'file' in background;

/**
 * All of what one picture of a film looks like, as a plain value. It may name other pictures; those name none, so that no
 * recipe can come to contain itself.
 */
export type Recipe = RecipeOver<Behind>;

const IDENTITY: Affine = [1, 0, 0, 1, 0, 0];

const keys = new WeakMap<Recipe, string>();

/** A plain value with its records as lists, so that it does not count in which order they were filled. */
function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== 'object' || value === null) return value;
  // What is known by its hash is not read letter by letter for each picture.
  const isHashed = 'hash' in value;
  const entries = Object.entries(value)
    .filter(([name]) => !(isHashed && name === 'data'))
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return entries.map(([name, each]) => [name, inOrder(each)]);
}

const fileFacts = ({ hash, type, width, height, orientation }: RecipeFile): readonly unknown[] => [
  ...[hash, type, width, height, orientation],
];

/** What is painted, as plain lists. */
const paintFacts = ({ pictures, strokes }: Paint): readonly unknown[] => [
  pictures.map(({ file, paint, map }) => [fileFacts(file), map, paint ? paintFacts(paint) : 0]),
  strokes.map(strokeKey),
];

const cutKeys = new WeakMap<KeyCut, string>();

/** A short name for how a subject is cut out: whole runs are by the same, and it is named once. */
function cutKey(cut: KeyCut): string {
  let key = cutKeys.get(cut);
  if (key === undefined)
    cutKeys.set(cut, (key = bytesToHex(sha256(new TextEncoder().encode(JSON.stringify(inOrder(cut)))))));
  return key;
}

const backgroundFacts = (background: Behind): unknown =>
  typeof background === 'string'
    ? background.toLowerCase()
    : isPicture(background)
      ? facts(background)
      : inOrder(background);

/** A recipe as plain lists: whatever changes a pixel, and nothing else. */
function facts({
  file,
  paint,
  key,
  photoSteps,
  geometry,
  film,
  background,
  filmSteps,
  blur,
}: Recipe): readonly unknown[] {
  const steps = (list: readonly Step[]): unknown => list.map(({ step, value }) => [step, inOrder(value)]);
  return [
    fileFacts(file),
    ...(paint ? [paintFacts(paint)] : []),
    ...(key ? [cutKey(key)] : []),
    steps(photoSteps),
    geometry,
    [film.width, film.height],
    backgroundFacts(background),
    steps(filmSteps),
    ...(blur ? [blur] : []),
  ];
}

/** A short name for a recipe: the same for recipes that give the same pixels, in whichever film they are. */
export function recipeKey(recipe: Recipe): string {
  let key = keys.get(recipe);
  if (key === undefined) {
    key = bytesToHex(sha256(new TextEncoder().encode(JSON.stringify(facts(recipe))))).slice(0, 32);
    keys.set(recipe, key);
  }
  return key;
}

/** Decoded pixels of a recipe's file, at its own size or a smaller one. */
export interface Source {
  readonly pixels: Pixels;
  /** How these pixels are turned to stand upright: as the file says, or 1 where they were turned while they were decoded. */
  readonly orientation: Orientation;
  /** Of the recipe's background, where that is a picture. */
  readonly background?: Source | undefined;
  /** Of the pictures that are painted in, in the order in which the recipe names them. */
  readonly painted?: readonly Source[] | undefined;
}

/** Of the sizes that a recipe's picture may be made in, its own is the film's. */
export const toSize = ({ geometry, film }: Recipe, size: Size): Affine =>
  chained(geometry, scaling(size.width / film.width, size.height / film.height));

/** Whether a recipe shows its file's upright picture as it is, in its own shape. */
export const isAsItCame = ({ file, paint, key, geometry, film, photoSteps, filmSteps }: Recipe): boolean =>
  !paint &&
  !key &&
  photoSteps.length + filmSteps.length === 0 &&
  film.width === file.width &&
  film.height === file.height &&
  geometry.every((each, i) => each === IDENTITY[i]);

/** Whether a recipe's picture takes much longer to make than to decode: something is done to it, or it leans. */
export const takesLong = ({ paint, key, photoSteps, filmSteps, geometry: [a, b, c, d] }: Recipe): boolean =>
  (paint ?? key) !== undefined ||
  photoSteps.length + filmSteps.length > 0 ||
  (b !== 0 && a !== 0) ||
  (c !== 0 && d !== 0);

/** How often a decoder may halve a file's sides and still give a pixel for each one that is shown at a size. */
export function halvings(recipe: Recipe, size: Size): number {
  const [a, b, c, d] = toSize(recipe, size);
  const largest = Math.max(Math.hypot(a, b), Math.hypot(c, d));
  let times = 0;
  // A photo that fits to the pixel must not miss by the last bit.
  while (times < 3 && 1 / 2 ** (times + 1) >= largest - 1e-9) times++;
  return times;
}

/** A picture's way from its stored pixels: turned first, and from there moved, made larger or smaller, and slanted if at all. */
export interface SourcePlan {
  readonly turn: Orientation;
  /** The source after its turn, in pixels. */
  readonly turned: Size;
  /** From the turned source to the picture that is made; both scales are above 0. */
  readonly map: Affine;
  /** Whether rows stay rows: nothing is slanted. */
  readonly isStraight: boolean;
}

/** How a recipe's source comes into a picture of a size. */
export function planSource({ pixels, orientation }: Source, recipe: Recipe, size: Size): SourcePlan {
  const { file } = recipe;
  const { width, height } = pixels;
  const upright = swapsSides(orientation) ? { width: height, height: width } : { width, height };
  const whole = chained(
    chained(
      turnMatrix(orientation, width, height),
      scaling(file.width / upright.width, file.height / upright.height),
    ),
    toSize(recipe, size),
  );
  const [a, b, c, d] = whole;
  const swaps = Math.abs(b) + Math.abs(c) > Math.abs(a) + Math.abs(d);
  const turn = swaps
    ? ([5, 6, 8, 7] as const)[(c < 0 ? 1 : 0) + (b < 0 ? 2 : 0)]
    : ([1, 2, 4, 3] as const)[(a < 0 ? 1 : 0) + (d < 0 ? 2 : 0)];
  const turned = swapsSides(turn as Orientation) ? { width: height, height: width } : { width, height };
  const map = chained(inverse(turnMatrix(turn as Orientation, width, height)), whole);
  const isStraight = Math.abs(map[1]) * turned.width < 1e-6 && Math.abs(map[2]) * turned.height < 1e-6;
  return { turn: turn as Orientation, turned, map, isStraight };
}
