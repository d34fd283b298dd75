import type { Film, Pose } from '../../core/film/film';
import { recipeOf } from '../../core/film/recipe-of';
import type { ScheduledPose } from '../../core/film/schedule';
import type { Recipe } from '../../core/picture/recipe';
import type { Rect, Size } from '../../core/picture/size';
import { pictureWish, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import type { Composition, Layer, Panel } from './composition';

/** Space around pictures, and under them for their words, in CSS pixels. */
const MARGIN = 14;
const WORDS = 22;
/** Pixels of the pictures that are played from, on their longer side. */
const PLAYED_FROM = 960;

/** What pictures are shown on: its pixels, and how many of them one CSS pixel has. */
export interface Surface extends Size {
  readonly ratio: number;
}

/** What is needed of a panel to place it. */
type Share = Pick<Panel, 'share' | 'words'>;

/** A picture of a composition and where it lies on the surface. */
interface Placed<P extends Share> {
  readonly panel: P;
  readonly area: Rect;
}

/** Where the panels of a composition lie on a surface. */
function placePanels<P extends Share>(
  { ratio, ...surface }: Surface,
  { width, height }: Size,
  panels: readonly P[],
): readonly Placed<P>[] {
  const total = panels.reduce((sum, panel) => sum + panel.share, 0);
  let left = 0;
  return panels.map((panel) => {
    const across = (surface.width * panel.share) / total;
    const room = {
      width: across - 2 * MARGIN * ratio,
      height: surface.height - (2 * MARGIN + (panel.words ? WORDS : 0)) * ratio,
    };
    const scale = Math.max(0, Math.min(room.width / width, room.height / height));
    const [wide, tall] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
    const area = {
      x: Math.round(left + (across - wide) / 2),
      y: Math.round(MARGIN * ratio + (room.height - tall) / 2),
      width: wide,
      height: tall,
    };
    left += across;
    return { panel, area };
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

/** What is to be drawn of a composition, with all that it depends on. */
export interface Drawing {
  readonly panels: readonly (Placed<Panel> & {
    readonly wish: PictureWish | undefined;
    readonly isHere: boolean;
  })[];
  readonly layers: readonly (Layer & { readonly wish: PictureWish | undefined })[];
}

/** The pictures that a composition needs on a surface, and where they go. The pose on screen is the panel with the largest share. */
export function planDrawing(
  surface: Surface,
  film: Film,
  composition: Composition,
  here: ScheduledPose,
): Drawing {
  const { panels, layers, quick = false } = composition;
  const placed = placePanels(surface, film.settings, panels);
  const wishOf = ({ pose }: ScheduledPose, area: Size): PictureWish | undefined => {
    const recipe = recipeOf(film, pose);
    return recipe && pictureWish(recipe, sizeFor(area, recipe, quick));
  };
  const drawn = placed.map((each) => ({
    ...each,
    wish: wishOf(each.panel.entry, each.area),
    isHere: each.panel.entry === here || panels.length === 1,
  }));
  const area = drawn.find(({ isHere }) => isHere)?.area ?? { width: 1, height: 1 };
  return { panels: drawn, layers: layers.map((layer) => ({ ...layer, wish: wishOf(layer.entry, area) })) };
}

/** Pictures wanted for poses that come after the one on screen, at the size at which it is shown. */
export function wishesAhead(
  surface: Surface,
  film: Film,
  { panels, quick = false }: { readonly panels: readonly Share[]; readonly quick?: boolean },
  poses: readonly Pose[],
): readonly PictureWish[] {
  const [largest] = placePanels(surface, film.settings, panels).toSorted(
    (a, b) => b.area.width - a.area.width,
  );
  if (!largest) return [];
  return poses.flatMap((pose) => {
    const recipe = recipeOf(film, pose);
    return recipe ? [pictureWish(recipe, sizeFor(largest.area, recipe, quick))] : [];
  });
}
