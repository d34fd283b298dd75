import { photosById, type Film, type Pose } from '../../core/film/film';
import { recipeOf } from '../../core/film/recipe-of';
import type { Rect, Size } from '../../core/picture/size';
import { poseAt, scheduleOf, showingAt, type ScheduledPose } from '../../core/film/schedule';
import { recipeKey, type Recipe } from '../../core/picture/recipe';
import { pictureWish, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import type { Compare } from '../../state/transport/compare';
import { spanPlayed } from '../../state/transport/player';

/** One picture on the surround. */
export interface Panel {
  readonly entry: ScheduledPose;
  /** What is said under it; nothing where it is the only one. */
  readonly words?: string;
  /** Part of the width that it takes. */
  readonly share: number;
}

/** A picture laid over the one on screen: strength from 0 to 1, or as the difference. */
interface Layer {
  readonly entry: ScheduledPose;
  readonly strength: number;
  readonly difference?: boolean;
}

/** What the surround shows of a film at a frame. */
export interface Composition {
  readonly panels: readonly Panel[];
  /** Over the middle panel. */
  readonly layers: readonly Layer[];
  /** While playing a picture stays for a moment only: it is made no finer than what it is made from. */
  readonly quick?: boolean;
}

const found = <T>(list: readonly (T | undefined)[]): readonly T[] =>
  list.filter((each): each is T => each !== undefined);

/** The pose that is shown while the key to flip is held: the other one of two that are chosen, else the one before. */
function flippedFrom(film: Film, here: ScheduledPose, chosen: ReadonlySet<string>): ScheduledPose {
  const plan = scheduleOf(film);
  if (chosen.size === 2) {
    const two = plan.poses.filter(({ pose }) => chosen.has(pose.id));
    const other = two.find(({ pose }) => pose.id !== here.pose.id);
    if (other) return other;
  }
  return showingAt(plan, here.index - 1) ?? here;
}

/** Which pictures are shown at a frame; while playing only the one on screen. */
export function composePicture(
  film: Film,
  frame: number,
  compare: Compare,
  chosen: ReadonlySet<string>,
  playing: boolean,
): Composition | undefined {
  const plan = scheduleOf(film);
  const here = poseAt(plan, frame);
  if (!here) return undefined;
  if (playing) return { panels: [{ entry: here, share: 1 }], layers: [], quick: true };
  if (compare.flipped) return { panels: [{ entry: flippedFrom(film, here, chosen), share: 1 }], layers: [] };
  const before = showingAt(plan, here.index - 1);
  const after = showingAt(plan, here.index + 1);
  if (compare.against === 'first-last') {
    const { from, to } = spanPlayed(film);
    const [first, last] = [poseAt(plan, from), poseAt(plan, to - 1)];
    const panels = found([
      last && { entry: last, words: 'last', share: 0.5 },
      first && { entry: first, words: 'first', share: 0.5 },
    ]);
    return { panels, layers: [] };
  }
  const ghosts = (count: number, direction: 1 | -1): readonly Layer[] =>
    found(
      Array.from({ length: count }, (_, i): Layer | undefined => {
        const entry = showingAt(plan, here.index + direction * (i + 1));
        return entry && { entry, strength: compare.strength / (i + 1) };
      }),
    );
  const layers =
    compare.against === 'difference'
      ? found([before && { entry: before, strength: 1, difference: true }])
      : // The furthest first, so that the nearest is seen best.
        [...ghosts(compare.ghostsBefore, -1), ...ghosts(compare.ghostsAfter, 1)].sort(
          (a, b) => a.strength - b.strength,
        );
  if (!compare.neighbours) return { panels: [{ entry: here, share: 1 }], layers };
  const panels: readonly Panel[] = found([
    before && { entry: before, words: 'before', share: 0.26 },
    { entry: here, words: 'on screen', share: 0.48 },
    after && { entry: after, words: 'after', share: 0.26 },
  ]);
  return { panels, layers };
}

/** Space around pictures, and under them for their words, in CSS pixels. */
const MARGIN = 14;
const WORDS = 22;
/** Pixels of the pictures that are played from, on their longer side. */
const PLAYED_FROM = 960;

/** A picture of a composition: where it lies on the canvas, and what is needed for it. */
interface Placed {
  readonly panel: Panel;
  readonly area: Rect;
}

/** Where the panels of a composition lie on a canvas. */
function placePanels(canvas: Size, { width, height }: Size, panels: readonly Panel[]): readonly Placed[] {
  const ratio = devicePixelRatio;
  const total = panels.reduce((sum, panel) => sum + panel.share, 0);
  let left = 0;
  return panels.map((panel) => {
    const across = (canvas.width * panel.share) / total;
    const room = {
      width: across - 2 * MARGIN * ratio,
      height: canvas.height - (2 * MARGIN + (panel.words ? WORDS : 0)) * ratio,
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
  readonly panels: readonly (Placed & { readonly wish: PictureWish | undefined; readonly isHere: boolean })[];
  readonly layers: readonly (Layer & { readonly wish: PictureWish | undefined })[];
}

/** The pictures that a composition needs on a canvas, and where they go. The pose on screen is the panel with the largest share. */
export function planDrawing(
  canvas: Size,
  film: Film,
  composition: Composition,
  here: ScheduledPose,
): Drawing {
  const { panels, layers, quick = false } = composition;
  const placed = placePanels(canvas, film.settings, panels);
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
  canvas: Size,
  film: Film,
  { panels, quick = false }: Composition,
  poses: readonly Pose[],
): readonly PictureWish[] {
  const [largest] = placePanels(canvas, film.settings, panels).toSorted(
    (a, b) => b.area.width - a.area.width,
  );
  if (!largest) return [];
  return poses.flatMap((pose) => {
    const recipe = recipeOf(film, pose);
    return recipe ? [pictureWish(recipe, sizeFor(largest.area, recipe, quick))] : [];
  });
}

/** Says all that a drawing depends on, so that it need not be drawn again where that is the same. */
export const drawingKey = (canvas: Size, { panels, layers }: Drawing, pictureOf: PictureOf): string =>
  JSON.stringify([
    [canvas.width, canvas.height, devicePixelRatio],
    panels.map(({ panel, area, wish, isHere }) => [
      shownOf(wish, panel.entry, pictureOf),
      area,
      isHere,
      panel.words,
    ]),
    layers.map(({ entry, wish, strength, difference }) => [
      shownOf(wish, entry, pictureOf),
      strength,
      difference,
    ]),
  ]);

/** A picture where it is there, which stays its owner's. */
type PictureOf = (wish: PictureWish) => ImageBitmap | undefined;

const shownOf = (wish: PictureWish | undefined, { pose }: ScheduledPose, pictureOf: PictureOf): unknown => {
  const picture = wish && pictureOf(wish);
  return picture ? [recipeKey(wish.recipe), picture.width, picture.height] : pose.photoId;
};

/** Draws what was planned into a canvas. */
export function drawComposition(
  canvas: HTMLCanvasElement,
  film: Film,
  { panels, layers }: Drawing,
  pictureOf: PictureOf,
): void {
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return;
  const ratio = devicePixelRatio;
  context.clearRect(0, 0, canvas.width, canvas.height);
  const draw = (
    target: AnyContext,
    area: Rect,
    entry: ScheduledPose,
    wish: PictureWish | undefined,
  ): void => {
    const picture = wish && pictureOf(wish);
    if (picture) {
      target.imageSmoothingQuality = 'medium';
      target.drawImage(picture, area.x, area.y, area.width, area.height);
      return;
    }
    target.fillStyle = film.settings.background;
    target.fillRect(area.x, area.y, area.width, area.height);
    const photo = photosById(film).get(entry.pose.photoId);
    if (!photo) return;
    // It was waited for: there is none.
    target.fillStyle = '#fff';
    target.font = `${Math.min(18 * ratio, area.width / 24)}px 'Atkinson Hyperlegible Next', sans-serif`;
    target.textAlign = 'center';
    target.fillText(
      `${photo.name} is missing in this browser`,
      area.x + area.width / 2,
      area.y + area.height / 2,
    );
  };
  for (const { panel, area, wish, isHere } of panels) {
    draw(context, area, panel.entry, wish);
    if (isHere) drawLayers(context, area, layers, draw);
    if (!panel.words) continue;
    context.fillStyle = '#fff';
    context.font = `${14 * ratio}px 'Atkinson Hyperlegible Next', sans-serif`;
    context.textAlign = 'center';
    context.fillText(panel.words, area.x + area.width / 2, area.y + area.height + 17 * ratio);
  }
}

type AnyContext = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** Each layer is drawn by itself first: one that is missing must not be mixed with what is under it. */
function drawLayers(
  context: CanvasRenderingContext2D,
  area: Rect,
  layers: Drawing['layers'],
  draw: (target: AnyContext, area: Rect, entry: ScheduledPose, wish: PictureWish | undefined) => void,
): void {
  if (layers.length === 0) return;
  const sheet = new OffscreenCanvas(area.width, area.height);
  const own = sheet.getContext('2d');
  if (!own) return;
  context.save();
  for (const { entry, strength, difference, wish } of layers) {
    draw(own, { x: 0, y: 0, width: area.width, height: area.height }, entry, wish);
    context.globalAlpha = strength;
    context.globalCompositeOperation = difference ? 'difference' : 'source-over';
    context.drawImage(sheet, area.x, area.y);
  }
  context.restore();
}
