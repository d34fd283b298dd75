import type { Film, Pose } from '../../core/film/film';
import { recipeOf, unmendedRecipeOf } from '../../core/film/recipe-of';
import type { ScheduledPose } from '../../core/film/schedule';
import { takesLong, type Recipe } from '../../core/picture/recipe';
import type { Rect, Size } from '../../core/picture/size';
import { zoomedArea, type Zoom } from '../../core/picture/zoom';
import { pictureWish, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import { framesOfAll, type PoseFrame } from './coming-up';
import type { Composition, Layer, Panel } from './composition';

/** Space around pictures, and under them for their words, in CSS pixels. */
const MARGIN = 8;
const WORDS = 22;
/** Pixels of the pictures that are played from, on their longer side. */
const PLAYED_FROM = 960;

/** What pictures are shown on: its pixels, and how many of them one CSS pixel has. */
export interface Surface extends Size {
  readonly ratio: number;
}

/** What is needed of a panel to place it. */
type Share = Pick<Panel, 'share' | 'words'>;

/** A picture of a composition, where it lies on the surface, and the part of the surface that it may take. */
interface Placed<P extends Share> {
  readonly panel: P;
  readonly area: Rect;
  readonly room: Rect;
}

/** Where the panels of a composition lie on a surface, all of them looked at as closely. */
function placePanels<P extends Share>(
  { ratio, ...surface }: Surface,
  picture: Size,
  panels: readonly P[],
  zoom?: Zoom,
): readonly Placed<P>[] {
  const total = panels.reduce((sum, panel) => sum + panel.share, 0);
  const margin = MARGIN * ratio;
  let left = 0;
  return panels.map((panel) => {
    const across = (surface.width * panel.share) / total;
    const room = {
      x: left + margin,
      y: margin,
      width: Math.max(1, across - 2 * margin),
      height: Math.max(1, surface.height - 2 * margin - (panel.words ? WORDS * ratio : 0)),
    };
    left += across;
    return { panel, room, area: zoomedArea(room, picture, zoom) };
  });
}

/** The size at which a recipe's picture is made for an area: as it is shown, and no larger than the film. */
function sizeFor({ width, height }: Size, { file, film, geometry }: Recipe, quick: boolean): Size {
  // Past the pixels of what it is made from nothing becomes finer.
  const own = Math.max(file.width, file.height) / PLAYED_FROM;
  const [a, b] = geometry;
  const most = quick ? Math.min(1, (own * Math.hypot(a, b)) ** -1) : 1;
  const scale = Math.min(1, (most * film.width) / width, (most * film.height) / height);
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}

/** Sizes that pictures which take long are played at, on their longer side: a panel that is a little wider does not have them all made anew. */
const PLAYED_SIZES = [240, 480, 720, 960, 1280, 1920] as const;

/** The picture that is played for an area. */
function playedWish(recipe: Recipe, area: Size): PictureWish {
  if (!takesLong(recipe)) return pictureWish(recipe, sizeFor(area, recipe, true));
  const longest = Math.max(area.width, area.height);
  const times = (PLAYED_SIZES.find((each) => each >= longest) ?? longest) / longest;
  const size = { width: times * area.width, height: times * area.height };
  return pictureWish(recipe, sizeFor(size, recipe, true), 'played');
}

/** What is to be drawn of a composition, with all that it depends on. */
export interface Drawing {
  readonly panels: readonly (Placed<Panel> & {
    readonly wish: PictureWish | undefined;
    /** What is shown until that is there, where it takes long. */
    readonly before: PictureWish | undefined;
    /** The picture as it was before it was mended, where a part of it is shown. */
    readonly unmended: PictureWish | undefined;
    readonly isHere: boolean;
  })[];
  readonly layers: readonly (Layer & Wishes)[];
}

/** Pictures of one pose. */
type Wishes = Pick<Drawing['panels'][number], 'wish' | 'before'>;

/**
 * The pictures that a composition needs on a surface, and where they go. The pose on screen is the panel with the largest
 * share. Shown larger than the picture that is played, a still one is made from the original.
 */
export function planDrawing(
  surface: Surface,
  film: Film,
  composition: Composition,
  here: ScheduledPose,
  zoom?: Zoom,
): Drawing {
  const { panels, layers, quick = false } = composition;
  const placed = placePanels(surface, film.settings, panels, quick ? undefined : zoom);
  const wishesFor = (recipe: Recipe | undefined, area: Size): Wishes => {
    if (!recipe) return { wish: undefined, before: undefined };
    if (quick) return { wish: playedWish(recipe, area), before: undefined };
    const size = sizeFor(area, recipe, false);
    const played = sizeFor(area, recipe, true);
    if (played.width >= size.width) return { wish: pictureWish(recipe, size), before: undefined };
    return { wish: pictureWish(recipe, size, 'fine'), before: pictureWish(recipe, played) };
  };
  const drawn = placed.map((each) => {
    const recipe = recipeOf(film, each.panel.entry.pose, each.panel.frame);
    const plain =
      each.panel.unmended === undefined ? undefined : unmendedRecipeOf(film, each.panel.entry.pose);
    const { wish: fine, before: quickly } = wishesFor(plain, each.area);
    return {
      ...each,
      ...wishesFor(recipe, each.area),
      // What is there at once will do: it is looked at beside the other.
      unmended: quickly ?? fine,
      isHere: each.panel.entry.start === here.start || panels.length === 1,
    };
  });
  const area = drawn.find(({ isHere }) => isHere)?.area ?? { width: 1, height: 1 };
  return {
    panels: drawn,
    layers: layers.map((layer) => ({
      ...layer,
      ...wishesFor(recipeOf(film, layer.entry.pose), area),
    })),
  };
}

/** Pictures wanted for poses that come after the one on screen, at the size at which it is shown. */
export function wishesAhead(
  surface: Surface,
  film: Film,
  { panels, quick = false }: { readonly panels: readonly Share[]; readonly quick?: boolean },
  shown: readonly PoseFrame[],
): readonly PictureWish[] {
  const [largest] = placePanels(surface, film.settings, panels).toSorted(
    (a, b) => b.area.width - a.area.width,
  );
  if (!largest) return [];
  return shown.flatMap(({ pose, frame }) => {
    const recipe = recipeOf(film, pose, frame);
    if (!recipe) return [];
    const { area } = largest;
    return [quick ? playedWish(recipe, area) : pictureWish(recipe, sizeFor(area, recipe, false))];
  });
}

/** The picture of each pose as it is played where one picture fills a surface: of those only that are drawn ahead. */
export function wishesToDraw(surface: Surface, film: Film, poses: readonly Pose[]): readonly PictureWish[] {
  const wishes = wishesAhead(
    surface,
    film,
    { panels: [{ share: 1 }], quick: true },
    framesOfAll(film, poses),
  );
  return wishes.filter(({ kind }) => kind === 'played');
}
